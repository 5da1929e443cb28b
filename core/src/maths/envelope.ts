import type { Fraction } from '../units.js';
import type { Easing } from './easing.js';

/** What an envelope hands its place and takes its outcome in: numbers in it are never boxed. */
const cell = new Float64Array(1);

/** Compiled envelope: values at rising places over 0..1; the easing shapes the way from a point to the next. */
export class Envelope {
  constructor(
    private readonly places: readonly Fraction[],
    private readonly values: readonly number[],
    easings: readonly Easing[],
    /** It stays within this either way, however far an easing is thrown. */
    private readonly bound = Infinity,
  ) {
    this.easings = easings;
    this.thrown = easings.some(({ low, high }) => low < 0 || high > 1);
  }

  private readonly easings: readonly Easing[];
  /** Whether an easing goes beyond the points it lies between. */
  private readonly thrown: boolean;

  /** Value at `u`. Before the first point and after the last it holds their values. O(points), allocates nothing. */
  at(u: Fraction): number {
    cell[0] = u;
    this.solve(cell);
    return cell[0];
  }

  /** Turns the place in a cell into the value there: for where a call of `at` would box what it returns. */
  solve(cell: Float64Array): void {
    const { places, values } = this;
    const u = cell[0];
    const last = places.length - 1;
    if (u <= places[0]) cell[0] = values[0];
    else if (u >= places[last]) cell[0] = values[last];
    else {
      let i = 0;
      while (places[i + 1] <= u) i++;
      const x = (u - places[i]) / (places[i + 1] - places[i]);
      const ease = this.easings[i];
      cell[0] = x;
      ease.solve(cell);
      const value = values[i] + (values[i + 1] - values[i]) * cell[0];
      cell[0] = this.thrown ? Math.min(this.bound, Math.max(-this.bound, value)) : value;
    }
  }

  private tabulated: Float32Array | undefined;

  /** The whole envelope as a look-up table, for use per particle. Made when it is first asked for. */
  table(): Float32Array {
    return (this.tabulated ??= this.tabulate());
  }

  /** By itself, because a method that holds a function makes room for what that needs whenever it is called. */
  private tabulate(): Float32Array {
    return tabulate((u) => this.at(u));
  }
}

/** Cells of a look-up table: 256 keep the error of a smooth curve below what 8-bit output can show. */
export const tableCells = 256;

/** Tabulates `curve` at the 257 places i / 256, to be read per particle by `readTable`. */
export function tabulate(curve: (u: Fraction) => number): Float32Array {
  return Float32Array.from({ length: tableCells + 1 }, (_, i) => curve(i / tableCells));
}

/** Linear interpolation in a table made by `tabulate`; `u` in [0, 1]. */
export function readTable(table: Float32Array, u: Fraction): number {
  const x = u * tableCells;
  const i = x | 0;
  return i >= tableCells ? table[tableCells] : table[i] + (table[i + 1] - table[i]) * (x - i);
}
