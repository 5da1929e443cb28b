import fc from 'fast-check';
import { EasingError, parseEasing } from './easing.js';
import { evenly } from '../testing/evenly.js';

describe('parseEasing', () => {
  it('passes through the ends and lies on the Bézier curve', () => {
    const ease = parseEasing('cubic-bezier(0.25, 0.1, 0.25, 1)');
    expect(ease(0)).toBe(0);
    expect(ease(1)).toBe(1);
    // Points of the curve itself by de Casteljau at s, found without solving for s.
    for (const s of [0.05, 0.2, 0.5, 0.8, 0.97]) {
      const point = (p1: number, p2: number): number => {
        const lerp = (a: number, b: number): number => a + (b - a) * s;
        const [a, b, c] = [lerp(0, p1), lerp(p1, p2), lerp(p2, 1)];
        return lerp(lerp(a, b), lerp(b, c));
      };
      expect(ease(point(0.25, 0.25))).toBeCloseTo(point(0.1, 1), 9);
    }
  });

  it('finds the Bézier curve’s place however steep or flat it is, and holds its ends beyond them', () => {
    const control = evenly(0, 1);
    const height = evenly(-3, 3);
    const steep: [number, number, number, number][] = [
      [1, 0, 0, 1],
      [1, -2, 0, 3],
      [0, 0, 1, 1],
      [0, 1, 0, 1],
      [1, 0, 1, 0],
      [0.999, 0.2, 0.001, 0.8],
    ];
    const check = (x1: number, y1: number, x2: number, y2: number): void => {
      const ease = parseEasing(`cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`);
      const along = (p1: number, p2: number, s: number): number => 3 * p1 * s * (1 - s) ** 2 + 3 * p2 * s * s * (1 - s) + s ** 3;
      for (const x of [0.001, 0.07, 0.25, 0.4999, 0.5, 0.5001, 0.81, 0.999]) {
        // Halving alone, which is slow and cannot miss.
        const placeOf = (wanted: number): number => {
          let [low, high] = [0, 1];
          for (let i = 0; i < 80; i++) {
            const middle = (low + high) / 2;
            if (along(x1, x2, middle) < wanted) low = middle;
            else high = middle;
          }
          return low;
        };
        // The place is right where x is right to 1e-12; where x hardly changes, that leaves room. y changes no faster than this.
        const room = placeOf(x + 2e-12) - placeOf(x - 2e-12);
        const fastest = 3 * Math.max(Math.abs(y1), Math.abs(y2 - y1), Math.abs(1 - y2));
        expect(Math.abs(ease(x) - along(y1, y2, placeOf(x))))
          .withContext(`${x1}, ${y1}, ${x2}, ${y2} at ${x}`)
          .toBeLessThan(1e-9 + fastest * room);
      }
      expect([ease(-0.5), ease(0), ease(1), ease(1.5)]).toEqual([0, 0, 1, 1]);
      expect([ease.low + 0, ease.high]).toEqual([Math.min(0, y1, y2) + 0, Math.max(1, y1, y2)]);
    };
    for (const points of steep) check(...points);
    fc.assert(fc.property(control, height, control, height, check), { numRuns: 150 });
  });

  it('steps as CSS Easing Level 2 says', () => {
    expect([0, 0.3, 0.5, 0.99, 1].map(parseEasing('steps(2)'))).toEqual([0, 0, 0.5, 0.5, 1]);
    expect([0, 0.3, 0.5, 0.99, 1].map(parseEasing('steps(2, jump-start)'))).toEqual([0.5, 0.5, 1, 1, 1]);
    expect([0, 0.3, 0.5, 1].map(parseEasing('steps(2, jump-none)'))).toEqual([0, 0, 1, 1]);
    expect([0, 0.3, 0.5, 1].map(parseEasing('steps(1, jump-both)'))).toEqual([0.5, 0.5, 0.5, 1]);
    expect([0, 1].map(parseEasing('step-start'))).toEqual([1, 1]);
  });

  it('spreads linear() stops as CSS Easing Level 2 says', () => {
    const even = parseEasing('linear(0, 0.5, 1)');
    expect([0, 0.25, 0.5, 0.75, 1].map(even)).toEqual([0, 0.25, 0.5, 0.75, 1]);
    const flat = parseEasing('linear(0, 0.25 25% 75%, 1)');
    expect([0.125, 0.25, 0.5, 0.75, 0.875].map(flat)).toEqual([0.125, 0.25, 0.25, 0.25, 0.625]);
    // An input smaller than the one before is raised to it.
    expect(parseEasing('linear(0, 0.4 60%, 0.8 20%, 1)')(0.6)).toBe(0.8);
  });

  it('refuses anything else', () => {
    for (const text of [
      '',
      'bounce',
      'cubic-bezier(2, 0, 0, 1)',
      'cubic-bezier(0,0,1)',
      'steps(0)',
      'steps(1, jump-none)',
      'linear(1)',
      'linear(a, b)',
      'linear(0, 1 1 1)',
      'ease; alert(1)',
    ]) {
      expect(() => parseEasing(text))
        .withContext(text)
        .toThrowError(EasingError);
    }
  });
});
