import fc from 'fast-check';
import { noise } from './noise.js';
import { evenly } from '../testing/evenly.js';

describe('noise', () => {
  it('stays within -1 and 1 and is a number everywhere', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), evenly(-1e6, 1e6), (seed, channel, x) => Math.abs(noise(seed, channel, x)) <= 1),
      { numRuns: 2000 },
    );
  });

  it('is nothing at whole numbers and smooth between', () => {
    for (let i = -5; i < 5; i++) expect(noise(4, 2, i)).toBeCloseTo(0, 12);
    // A quintic fade has no corner: the slope changes little over a small step, across lattice points too.
    const slope = (x: number): number => (noise(4, 2, x + 1e-5) - noise(4, 2, x - 1e-5)) / 2e-5;
    for (const x of [0.9999, 1.9999, 2.5, -0.0001]) expect(Math.abs(slope(x + 0.0002) - slope(x))).toBeLessThan(0.02);
  });

  it('comes close to filling its range and has no bias', () => {
    const samples = Array.from({ length: 40000 }, (_, i) => noise(99, 1, i * 0.137));
    expect(Math.max(...samples)).toBeGreaterThan(0.8);
    expect(Math.min(...samples)).toBeLessThan(-0.8);
    expect(Math.abs(samples.reduce((sum, x) => sum + x, 0) / samples.length)).toBeLessThan(0.02);
  });
});
