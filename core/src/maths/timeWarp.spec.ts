import fc from 'fast-check';
import { TimeWarp, type WarpWindow } from './timeWarp.js';
import { evenly } from '../testing/evenly.js';

const windows = fc.array(
  fc
    .record({ start: fc.integer({ min: -20, max: 100 }), length: fc.integer({ min: 0, max: 60 }), rate: fc.constantFrom(0, 0.25, 0.5) })
    .map(({ start, length, rate }): WarpWindow => ({ start: start / 20, end: (start + length) / 20, rate })),
  { maxLength: 6 },
);

/** ∫ rate dt by small steps, with the slowest of the windows that hold the middle of each step. */
function integrate(all: readonly WarpWindow[], t: number): number {
  const from = -2;
  const steps = Math.round((t - from) * 2000);
  let tau = from;
  for (let i = 0; i < steps; i++) {
    const middle = from + (i + 0.5) / 2000;
    tau += all.reduce((rate, window) => (window.start <= middle && middle < window.end ? Math.min(rate, window.rate) : rate), 1) / 2000;
  }
  return tau;
}

describe('TimeWarp', () => {
  it('is the integral of the slowest rate', () => {
    fc.assert(
      fc.property(windows, fc.integer({ min: -10, max: 180 }), (all, tick) => {
        expect(new TimeWarp(all).tau(tick / 20)).toBeCloseTo(integrate(all, tick / 20), 6);
      }),
      { numRuns: 120 },
    );
  });

  it('never runs backwards, and never faster than the wall', () => {
    fc.assert(
      fc.property(windows, fc.array(evenly(-2, 10), { minLength: 2 }), (all, times) => {
        const warp = new TimeWarp(all);
        times.sort((a, b) => a - b);
        for (let i = 1; i < times.length; i++) {
          const gone = warp.tau(times[i]) - warp.tau(times[i - 1]);
          expect(gone).toBeGreaterThanOrEqual(-1e-12);
          expect(gone).toBeLessThanOrEqual(times[i] - times[i - 1] + 1e-12);
        }
      }),
    );
  });

  it('finds the first wall time at which a reading is reached', () => {
    fc.assert(
      fc.property(windows, evenly(-2, 8), (all, tau) => {
        const warp = new TimeWarp(all);
        const t = warp.wallTime(tau);
        expect(warp.tau(t)).toBeCloseTo(tau, 9);
        expect(warp.tau(t - 1e-3)).toBeLessThan(tau);
      }),
    );
  });

  it('that is slowed further shows what one clock of all windows does, but for what it forgets', () => {
    fc.assert(
      fc.property(windows, windows, fc.integer({ min: -40, max: 120 }), fc.integer({ min: 0, max: 60 }), (first, more, tick, later) => {
        const horizon = tick / 20;
        const all = new TimeWarp([...first, ...more]);
        const slowed = new TimeWarp(first).slowedBy(more, horizon);
        const whole = new TimeWarp(first).slowedBy(more, -Infinity);
        const [from, to] = [horizon, horizon + later / 20];
        expect(slowed.tau(to) - slowed.tau(from)).toBeCloseTo(all.tau(to) - all.tau(from), 9);
        expect(whole.tau(to)).toBeCloseTo(all.tau(to), 9);
        const still = new TimeWarp([...first, ...more].filter(({ rate }) => rate === 0));
        for (const clock of [all, whole, slowed])
          expect(clock.halted(from, to)).toBeCloseTo(to - from - (still.tau(to) - still.tau(from)), 9);
      }),
    );
  });

  it('runs as another does when it has the same windows, however they were written', () => {
    const halted = (start: number, end: number) => ({ start, end, rate: 0 });
    const whole = new TimeWarp([halted(0, 2)]);
    expect(whole.runsAs(new TimeWarp([halted(1, 2), halted(0, 1)]))).toBeTrue();
    expect(whole.runsAs(new TimeWarp([halted(0, 3)]))).toBeFalse();
    expect(whole.runsAs(new TimeWarp([{ start: 0, end: 2, rate: 0.5 }]))).toBeFalse();
    expect(whole.runsAs(new TimeWarp())).toBeFalse();
    expect(new TimeWarp().runsAs(whole)).toBeFalse();
    expect(new TimeWarp().runsAs(new TimeWarp())).toBeTrue();
  });
});
