import fc from 'fast-check';
import { spring } from './spring.js';
import { evenly } from '../testing/evenly.js';

/** Runge–Kutta of ẍ + 2ζωẋ + ω²x = 0. */
function integrate(x: number, v: number, frequency: number, damping: number, t: number): number {
  const w = 2 * Math.PI * frequency;
  const steps = 8000;
  const h = t / steps;
  const a = (place: number, speed: number): number => -2 * damping * w * speed - w * w * place;
  for (let i = 0; i < steps; i++) {
    const x1 = v,
      v1 = a(x, v);
    const x2 = v + (h / 2) * v1,
      v2 = a(x + (h / 2) * x1, v + (h / 2) * v1);
    const x3 = v + (h / 2) * v2,
      v3 = a(x + (h / 2) * x2, v + (h / 2) * v2);
    const x4 = v + h * v3,
      v4 = a(x + h * x3, v + h * v3);
    x += (h / 6) * (x1 + 2 * x2 + 2 * x3 + x4);
    v += (h / 6) * (v1 + 2 * v2 + 2 * v3 + v4);
  }
  return x;
}

describe('spring', () => {
  it('agrees with a fine numerical integration, however it is damped', () => {
    const number = (min: number, max: number) => evenly(min, max);
    fc.assert(
      fc.property(
        number(-1, 1),
        number(-20, 20),
        number(0.5, 6),
        fc.oneof(number(0, 0.95), fc.constant(1), number(1.05, 3)),
        number(0, 1),
        (x0, v0, f, z, t) => {
          expect(spring(x0, v0, f, z, t)).toBeCloseTo(integrate(x0, v0, f, z, t), 6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('runs smoothly through critical damping', () => {
    const at = (z: number): number => spring(1, 3, 2, z, 0.2);
    expect(at(1 - 1e-5)).toBeCloseTo(at(1), 4);
    expect(at(1 + 1e-5)).toBeCloseTo(at(1), 4);
  });

  it('keeps its energy when nothing damps it', () => {
    const w = 2 * Math.PI * 3;
    const energy = (t: number): number => {
      const speed = (spring(0.4, 2, 3, 0, t + 1e-6) - spring(0.4, 2, 3, 0, t - 1e-6)) / 2e-6;
      return speed ** 2 + (w * spring(0.4, 2, 3, 0, t)) ** 2;
    };
    for (const t of [0.1, 0.37, 1.9, 12]) expect(energy(t) / (2 ** 2 + (w * 0.4) ** 2)).toBeCloseTo(1, 6);
  });
});
