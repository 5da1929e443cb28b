import fc from 'fast-check';
import { orderOfRanks, plainOrder, rankedOrder, ranksFor } from './orderRanks.js';

describe('ranks', () => {
  const ids = fc.uniqueArray(fc.constantFrom(...'abcdefghijklmn'), { maxLength: 12 });

  it('give back the order that they were made from, for any earlier ranks', () => {
    fc.assert(
      fc.property(ids, fc.dictionary(fc.constantFrom(...'abcdefghijklmn'), fc.integer({ min: -3, max: 12 })), (order, before) => {
        const ranks = ranksFor(order, before);
        expect(orderOfRanks(ranks)).toEqual(order);
        expect(Object.keys(ranks)).toEqual([...order].sort());
        for (const rank of Object.values(ranks)) expect(Number.isInteger(rank)).toBeTrue();
        // Ranks that already give the order stay unchanged.
        expect(ranksFor(order, ranks)).toEqual(ranks);
      }),
    );
  });

  it('change only for documents that were added, moved or deleted', () => {
    const before = ranksFor(['light', 'heavy', 'parry', 'stomp'], undefined);
    expect(before).toEqual({ heavy: 20, light: 10, parry: 30, stomp: 40 });
    expect(ranksFor(['light', 'heavy', 'parry', 'stomp', 'aim'], before)).toEqual({ ...before, aim: 50 });
    expect(ranksFor(['first', 'light', 'heavy', 'parry', 'stomp'], before)).toEqual({ ...before, first: 0 });
    expect(ranksFor(['light', 'a', 'b', 'heavy', 'parry', 'stomp'], before)).toEqual({ ...before, a: 13, b: 16 });
    expect(ranksFor(['heavy', 'parry', 'stomp', 'light'], before)).toEqual({ ...before, light: 50 });
    expect(ranksFor(['light', 'parry'], before)).toEqual({ light: 10, parry: 30 });
  });

  it('are kept for two documents of equal rank, which are sorted by id', () => {
    const both = { ...ranksFor(['b', 'a'], undefined), zeal: 30, axe: 30 };
    expect(orderOfRanks(both)).toEqual(['b', 'a', 'axe', 'zeal']);
    expect(ranksFor(['b', 'a', 'axe', 'zeal'], both)).toEqual(both);
  });

  it('can be replaced by lists of ids, and other values stay unchanged', () => {
    expect(plainOrder({ events: ['b', 'a'], assets: { x: 20, y: 10 }, sequences: 3 })).toEqual({
      events: ['b', 'a'],
      assets: ['y', 'x'],
      sequences: 3,
    });
    expect(plainOrder(undefined)).toBeUndefined();
    expect(rankedOrder({ events: ['b', 'a'] }, { events: ['b'] })['events']).toEqual({ a: 20, b: 10 });
  });
});
