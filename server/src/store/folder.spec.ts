import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { undatio, withFolder } from '../testing.js';

describe('a folder where the database should be', () => {
  it('is told in one line', async () => {
    await withFolder(async (folder) => {
      await mkdir(join(folder, 'undatio.sqlite'));
      const { code, err } = await undatio(['serve'], { UNDATIO_DATA: folder, PORT: '0' });
      expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
      expect(err).toContain('is a folder where the database should be');
    });
  });
});
