import { endsWith, rangeWithEnd } from './numberPairs';

describe('pairs of numbers', () => {
  it('keep a range the right way up', () => {
    expect(rangeWithEnd([1, 4], 0, 2)).toEqual([2, 4]);
    expect(rangeWithEnd([1, 4], 0, 6)).toEqual([6, 6]);
    expect(rangeWithEnd([1, 4], 1, -3)).toEqual([-3, -3]);
  });

  it('let a curve fall but not stand on one input', () => {
    const ends = { in: [0, 10], out: [5, 1] } as const;
    expect(endsWith(ends, 'out', 1, 9)).toEqual({ in: [0, 10], out: [5, 9] });
    expect(endsWith(ends, 'in', 0, 20)).toEqual({ in: [20, 10], out: [5, 1] });
    expect(endsWith(ends, 'in', 0, 10)).toBeUndefined();
  });
});
