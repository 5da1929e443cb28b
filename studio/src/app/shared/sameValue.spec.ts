import { sameValue } from './sameValue';

describe('values of documents', () => {
  it('are the same when JSON says so, whatever the order of their keys', () => {
    const point = { x: 1, y: { from: 2, curve: [[0, 1] as const] } };
    expect(sameValue(point, { y: { curve: [[0, 1]], from: 2 }, x: 1 })).toBeTrue();
    expect(sameValue(point, structuredClone(point))).toBeTrue();
    expect(sameValue({ x: 1, note: undefined }, { x: 1 })).toBeTrue();
    expect(sameValue(undefined, undefined)).toBeTrue();
  });

  it('differ by a number, a key, an item, a type', () => {
    const others: [unknown, unknown][] = [
      [{ x: 1 }, { x: 2 }],
      [{ x: 1 }, { y: 1 }],
      [{ x: 1 }, { x: 1, y: 1 }],
      [
        { x: 1, y: undefined },
        { x: 1, z: 1 },
      ],
      [[1, 2], [1]],
      [[], {}],
      [null, {}],
      ['1', 1],
      [undefined, null],
    ];
    for (const [one, other] of others) {
      expect(sameValue(one, other)).toBeFalse();
      expect(sameValue(other, one)).toBeFalse();
    }
  });
});
