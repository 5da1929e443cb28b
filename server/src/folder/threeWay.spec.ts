import fc from 'fast-check';
import { threeWay } from './threeWay.js';

/** After git-merge's trivial cases (git-read-tree, "3-way merge"): what both have, what one changed, what both changed. */
const table: [string | undefined, string | undefined, string | undefined, string][] = [
  ['a', 'a', undefined, 'same'],
  ['a', 'a', 'b', 'same'],
  ['a', undefined, undefined, 'to studio'],
  [undefined, 'a', undefined, 'to folder'],
  [undefined, 'a', 'a', 'to studio'],
  ['a', undefined, 'a', 'to folder'],
  ['b', 'a', 'a', 'to studio'],
  ['a', 'b', 'a', 'to folder'],
  ['b', 'c', 'a', 'both'],
  ['b', undefined, 'a', 'both'],
  [undefined, 'b', 'a', 'both'],
  ['a', 'b', undefined, 'both'],
  [undefined, undefined, 'a', 'same'],
];

describe('threeWay', () => {
  for (const [folder, studio, agreed, expected] of table) {
    it(`is "${expected}" for ${folder} in the folder, ${studio} in the studio, ${agreed} before`, () => {
      expect(threeWay(folder, studio, agreed)).toBe(expected as never);
    });
  }

  it('is the same seen from either side', () => {
    const state = fc.constantFrom('a', 'b', 'c', undefined);
    const mirrored = { same: 'same', both: 'both', 'to folder': 'to studio', 'to studio': 'to folder' };
    fc.assert(
      fc.property(state, state, state, (folder, studio, agreed) => {
        expect(threeWay(studio, folder, agreed) as string).toBe(mirrored[threeWay(folder, studio, agreed)]);
      }),
    );
  });
});
