import fc from 'fast-check';
import { ballisticPosition, ballisticVelocity, dragFall, dragReach } from './ballistic.js';
import { evenly } from '../testing/evenly.js';

/** Fourth-order Runge–Kutta of ẍ = g - kẋ: knows nothing of the closed form. */
function integrate(x: number, v: number, g: number, k: number, t: number): [number, number] {
  const steps = 4000;
  const h = t / steps;
  const a = (speed: number): number => g - k * speed;
  for (let i = 0; i < steps; i++) {
    const v1 = a(v);
    const v2 = a(v + (h / 2) * v1);
    const v3 = a(v + (h / 2) * v2);
    const v4 = a(v + h * v3);
    x += h * (v + (h / 6) * (v1 + v2 + v3));
    v += (h / 6) * (v1 + 2 * v2 + 2 * v3 + v4);
  }
  return [x, v];
}

describe('ballistic motion', () => {
  it('agrees with a fine numerical integration', () => {
    const number = (min: number, max: number) => evenly(min, max);
    fc.assert(
      fc.property(number(-100, 100), number(-2000, 2000), number(-2000, 2000), number(0, 12), number(0.01, 3), (x0, v0, g, k, t) => {
        const [x, v] = integrate(x0, v0, g, k, t);
        expect(ballisticPosition(x0, v0, g, k, t)).toBeCloseTo(x, 5);
        expect(ballisticVelocity(v0, g, k, t)).toBeCloseTo(v, 5);
      }),
      { numRuns: 60 },
    );
  });

  it('is free flight without drag', () => {
    expect(ballisticPosition(3, 10, 8, 0, 2)).toBe(3 + 20 + 16);
    expect(dragReach(0, 0.7)).toBe(0.7);
  });

  it('loses no precision where the drag is nearly nothing', () => {
    // The series of (t - (1 - e^-kt)/k)/k with twelve terms, in exact rational steps.
    for (const k of [1e-12, 1e-9, 1e-6, 1e-3, 0.009, 0.0099999, 0.0100001, 0.05]) {
      const t = 1;
      let expected = 0;
      let term = (t * t) / 2;
      for (let n = 3; n < 16; n++) {
        expected += term;
        term *= (-k * t) / n;
      }
      expect(Math.abs(dragFall(k, t) / expected - 1)).toBeLessThan(1e-12);
    }
  });
});
