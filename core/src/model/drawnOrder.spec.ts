import fc from 'fast-check';
import { drawnOrder } from './drawnOrder.js';

describe('the order in which bodies are drawn', () => {
  it('is by depth, and at one depth the first of the list is in front', () => {
    expect(drawnOrder([60, 20, 60, 40], [])).toEqual([1, 3, 2, 0]);
    expect(drawnOrder([], [])).toEqual([]);
  });

  it('is that of a sort, from whatever order it sets out', () => {
    const depths = fc.array(fc.integer({ min: 0, max: 5 }), { maxLength: 30 });
    fc.assert(
      fc.property(depths, depths, (before, now) => {
        const order = drawnOrder(before, []);
        const sorted = now.map((_, i) => i).sort((a, b) => now[a] - now[b] || b - a);
        expect([...drawnOrder(now, order)]).toEqual(sorted);
      }),
    );
  });
});
