import { withFolder } from '../testing.js';
import { killLink } from './killedLink.js';
import { Lineage } from './lineage.js';

describe('a linked folder that is killed in the middle', () => {
  it('loses no acknowledged write and no edit of a file, whichever side was about to follow the other', async () => {
    await withFolder(async (root) => {
      const { lost, acknowledged, fileEdits, checkouts } = await killLink(root, 50, 20261201);
      expect(lost).toEqual([]);
      // Each other kill comes after a write that was acknowledged; who edits what besides is left to chance.
      expect(acknowledged).toBeGreaterThanOrEqual(25);
      expect(fileEdits).toBeGreaterThan(10);
      expect(checkouts).toBeGreaterThan(0);
    });
  }, 1_500_000);
});

describe('which state was made on top of which', () => {
  it('is known over any number of states, and of no other', () => {
    const lineage = new Lineage();
    lineage.made('b', 'a');
    lineage.made('c', 'b');
    lineage.made('x', 'a');
    expect(['a', 'b', 'c', 'x'].map((other) => lineage.holds('c', other))).toEqual([true, true, true, false]);
  });
});
