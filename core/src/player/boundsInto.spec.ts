import type { Bounds, DrawnName, PlayerFrame } from '../contract.js';
import { boundsInto } from './boundsInto.js';

/** A frame with one thing of a list, at (10, -20); the other one before it is elsewhere. */
function boundsOf(list: DrawnName, thing: Readonly<Record<string, unknown>>): Bounds {
  const both = Object.fromEntries(Object.entries({ x: 10, y: -20, ...thing }).map(([name, value]) => [name, [0, value]]));
  const out: Bounds = { left: 0, right: 0, top: 0, bottom: 0 };
  expect(boundsInto({ [list]: both } as unknown as PlayerFrame, list, 1, out)).toBe(out);
  return out;
}

const about = (halfWidth: number, halfHeight = halfWidth): Bounds => ({
  left: 10 - halfWidth,
  right: 10 + halfWidth,
  bottom: -20 - halfHeight,
  top: -20 + halfHeight,
});

describe('bounds of what is drawn', () => {
  it('hold it however it is turned', () => {
    // Half the diagonal of a square of 8, and of a picture of 4 by 12.
    const cases: readonly [DrawnName, Record<string, unknown>, Bounds][] = [
      ['particles', { size: 8 }, about(4 * Math.SQRT2)],
      ['rings', { radius: 30, width: 6 }, about(33)],
      ['pictures', { size: 4 }, about(Math.sqrt(4 + 36))],
      ['arcs', { inner: 5, outer: 40 }, about(40)],
      ['glyphs', { size: 10 }, about(14)],
      ['meters', { width: 60, height: 8 }, about(30, 4)],
      ['numbers', { size: 20, text: '145' }, about(42, 20)],
    ];
    for (const [list, thing, wanted] of cases) {
      const found = boundsOf(list, thing);
      for (const side of ['left', 'right', 'top', 'bottom'] as const)
        expect(found[side]).withContext(`${list} ${side}`).toBeCloseTo(wanted[side], 9);
    }
  });

  it('hold every node of a ribbon with its width, and those of no other', () => {
    const ribbons = { first: [0, 2], nodes: [2, 3], x: [-900, 900, 10, 40, 20], y: [900, -900, 5, 8, -30], width: [50, 50, 4, 10, 2] };
    const out: Bounds = { left: 0, right: 0, top: 0, bottom: 0 };
    expect(boundsInto({ ribbons } as unknown as PlayerFrame, 'ribbons', 1, out)).toEqual({ left: 8, right: 45, bottom: -31, top: 13 });
  });
});
