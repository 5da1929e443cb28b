import { projectWith } from '../testing/projects.js';
import { manyChanges, numbersOfKind, withManyChanges } from './manyEdits.js';

describe('a change of many effects at once', () => {
  const [sequence] = projectWith([
    { kind: 'shake', id: 'a', amplitude: 10 },
    { kind: 'shake', id: 'b', amplitude: { range: [4, 300] } },
    { kind: 'shake', id: 'c', amplitude: { drive: 'damage', in: [0, 50], out: [2, 8] } },
    { kind: 'flash', id: 'd', amount: 1 },
  ]).sequences;
  const edit = { kind: 'shake', field: 'amplitude', by: 'times', amount: 1.5 } as const;

  it('tells each number before and after, whatever way it is chosen, within its bounds', () => {
    expect(manyChanges(sequence, edit)).toEqual([
      { effect: 'a', before: 10, after: 15 },
      // A shake is at most 400 px strong.
      { effect: 'b', before: { range: [4, 300] }, after: { range: [6, 400] } },
      { effect: 'c', before: jasmine.anything() as never, after: jasmine.objectContaining({ out: [3, 12] }) as never },
    ]);
    expect(manyChanges(sequence, { ...edit, by: 'plus', amount: -3 })[0].after).toBe(7);
    expect(manyChanges(sequence, { ...edit, by: 'set', amount: 10 }).map(({ effect, after }) => [effect, after])).toEqual([
      ['b', 10],
      ['c', 10],
    ]);
  });

  it('makes them, and leaves everything else the same', () => {
    const after = withManyChanges(sequence, edit);
    expect(after.effects.map((effect) => ('amplitude' in effect ? effect.amplitude : undefined))).toEqual([
      15,
      { range: [6, 400] },
      jasmine.objectContaining({ out: [3, 12] }) as never,
      undefined,
    ]);
    expect(after.effects[3]).toBe(sequence.effects[3]);
    expect(withManyChanges(sequence, { ...edit, amount: 1 })).toBe(sequence);
    expect(withManyChanges(sequence, { ...edit, field: 'colour' })).toBe(sequence);
    expect(withManyChanges(sequence, { ...edit, kind: 'none' })).toBe(sequence);
  });

  it('offers the numbers of a kind by their fields', () => {
    const names = numbersOfKind('shake').map(([name]) => name);
    expect(names).toContain('amplitude');
    expect(names).toContain('strength');
    expect(names).not.toContain('kind');
    expect(numbersOfKind('none')).toEqual([]);
  });
});
