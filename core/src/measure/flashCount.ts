import type { Fraction, Seconds } from '../units.js';

/** A change smaller than this is no flash: a tenth of full, as WCAG 2 (2.3.1) counts general flashes. */
const least: Fraction = 0.1;

/**
 * Counts flashes, pairs of opposing changes of at least a tenth: a rise and the fall after it. Fed with amounts in the
 * order of time; `worst` is the most that begin within any one second.
 */
export class FlashCount {
  private readonly starts: Seconds[] = [];
  private low = 0;
  private high = 0;
  private rising: Seconds | undefined;

  add(t: Seconds, amount: Fraction): void {
    if (this.rising === undefined) {
      this.low = Math.min(this.low, amount);
      if (amount - this.low < least) return;
      this.rising = t;
      this.high = amount;
      return;
    }
    this.high = Math.max(this.high, amount);
    if (this.high - amount < least) return;
    this.starts.push(this.rising);
    this.rising = undefined;
    this.low = amount;
  }

  worst(): number {
    return this.starts.reduce((most, start, i) => {
      const within = this.starts.filter((other, k) => k >= i && other < start + 1).length;
      return Math.max(most, within);
    }, 0);
  }
}
