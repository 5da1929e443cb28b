import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { withFolder } from '../testing.js';
import { writeWhole } from '../folder/writeWhole.js';
import { AssetStore } from './assetStore.js';

describe('bytes that come many at a time', () => {
  const bytes = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

  it('are kept once, however often the same ones come at once, and nothing half written stays', async () => {
    await withFolder(async (folder) => {
      const assets = await AssetStore.open(folder);
      const digests = await Promise.all(Array.from({ length: 40 }, (_, i) => assets.write(bytes(`sound ${i % 4}`))));
      expect(new Set(digests).size).toBe(4);
      for (const [i, digest] of digests.entries()) expect(await assets.read(digest)).toEqual(Buffer.from(`sound ${i % 4}`));
      const kept = (await readdir(folder, { recursive: true })).filter((name) => /[0-9a-f]{64}/.test(name));
      expect(kept.length).toBe(4);
    });
  });

  it('may be one file of a folder', async () => {
    await withFolder(async (folder) => {
      const file = join(folder, 'assets/one.wav');
      await Promise.all(Array.from({ length: 20 }, () => writeWhole(file, bytes('the same'))));
      expect(await readdir(join(folder, 'assets'))).toEqual(['one.wav']);
    });
  });
});
