import type { Seconds } from '../units.js';

/** A stretch of wall time in which a clock runs at `rate` (0 is halted). */
export interface WarpWindow {
  readonly start: Seconds;
  readonly end: Seconds;
  readonly rate: number;
}

/**
 * A party's game clock τ(t): piecewise linear, continuous, non-decreasing, τ(t) = t before the first window.
 * Where windows overlap the slowest rate rules. Look-ups cost O(log n) in the number of breaks.
 */
export class TimeWarp {
  private readonly times: number[] = [];
  private readonly taus: number[] = [];
  private readonly rates: number[] = [];

  constructor(windows: readonly WarpWindow[] = []) {
    const whole = windows.filter((window) => window.end > window.start);
    const edges = [...new Set(whole.flatMap((window) => [window.start, window.end]))].sort((a, b) => a - b);
    let tau = edges[0] ?? 0;
    edges.forEach((start, i) => {
      if (i > 0) tau += (start - edges[i - 1]) * this.rates[i - 1];
      let rate = 1;
      for (const window of whole) {
        if (window.start <= start && start < window.end) rate = Math.min(rate, window.rate);
      }
      this.times.push(start);
      this.taus.push(tau);
      this.rates.push(rate);
    });
  }

  /** Game time at wall time `t`. */
  tau(t: Seconds): Seconds {
    const i = this.pieceAt(this.times, t);
    return i < 0 ? t : this.taus[i] + (t - this.times[i]) * this.rates[i];
  }

  /** How fast the clock runs at `t`: 1 freely, 0 halted. */
  rate(t: Seconds): number {
    const i = this.pieceAt(this.times, t);
    return i < 0 ? 1 : this.rates[i];
  }

  /** The first wall time at which the clock has reached `tau`. */
  wallTime(tau: Seconds): Seconds {
    let i = this.pieceAt(this.taus, tau);
    if (i < 0) return tau;
    // Halted pieces share one τ with their successor; the earliest of them reached it first.
    while (i > 0 && this.taus[i] >= tau && this.taus[i - 1] >= tau) i--;
    const ahead = tau - this.taus[i];
    return ahead === 0 ? this.times[i] : this.times[i] + ahead / this.rates[i];
  }

  private pieceAt(keys: readonly number[], key: number): number {
    let low = 0;
    let high = keys.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (keys[middle] <= key) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }
}
