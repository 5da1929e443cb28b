import type { Hertz, Seconds } from '../units.js';

/**
 * A damped spring ẍ + 2ζωẋ + ω²x = 0 released from displacement `x0` with speed `v0`, in its under-, critically and
 * over-damped forms. `frequency` is the undamped frequency in Hz (ω = 2π·frequency), `damping` is ζ: below 1 it rings,
 * at 1 it returns as fast as it can without crossing, above 1 it creeps back.
 */
export class Spring {
  /** What `solve` reads its time from and writes its position to: numbers in it are never boxed. */
  readonly cell = new Float64Array(1);
  private readonly form: 'under' | 'critical' | 'over';
  /** By form: decay, amplitudes of cosine and sine, turning speed; decay, amplitudes of 1 and t; both exponents and amplitudes. */
  private readonly terms: Float64Array;

  constructor(x0: number, v0: number, frequency: Hertz, damping: number) {
    const w = 2 * Math.PI * frequency;
    const decay = damping * w;
    // Within this distance of critical both other forms lose precision to cancellation.
    if (Math.abs(damping - 1) < 1e-6) {
      this.form = 'critical';
      this.terms = Float64Array.of(w, x0, v0 + w * x0);
    } else if (damping < 1) {
      const wd = w * Math.sqrt(1 - damping * damping);
      this.form = 'under';
      this.terms = Float64Array.of(decay, x0, (v0 + decay * x0) / wd, wd);
    } else {
      const root = w * Math.sqrt(damping * damping - 1);
      const slow = -decay + root;
      const fast = -decay - root;
      const c = (v0 - fast * x0) / (slow - fast);
      this.form = 'over';
      this.terms = Float64Array.of(slow, c, fast, x0 - c);
    }
  }

  /** Turns the time in the cell into the position then. */
  solve(): void {
    const { cell, terms } = this;
    const t = cell[0];
    if (this.form === 'under') cell[0] = Math.exp(-terms[0] * t) * (terms[1] * Math.cos(terms[3] * t) + terms[2] * Math.sin(terms[3] * t));
    else if (this.form === 'critical') cell[0] = Math.exp(-terms[0] * t) * (terms[1] + terms[2] * t);
    else cell[0] = terms[1] * Math.exp(terms[0] * t) + terms[3] * Math.exp(terms[2] * t);
  }

  /** Position at `t`. Allocates nothing where it is inlined. */
  at(t: Seconds): number {
    this.cell[0] = t;
    this.solve();
    return this.cell[0];
  }
}

/** Position of such a spring at one time. */
export function spring(x0: number, v0: number, frequency: Hertz, damping: number, t: Seconds): number {
  return new Spring(x0, v0, frequency, damping).at(t);
}
