/** An easing curve: progress in, progress out. 0 gives 0 and 1 gives 1, except for `steps()` and `linear()`. */
export interface Easing {
  (x: number): number;
  /** Within 0..1 the curve never comes out below `low` or above `high`. */
  readonly low: number;
  readonly high: number;
  /** What `solve` reads its progress from and writes its outcome to: numbers in it are never boxed. */
  readonly cell: Float64Array;
  solve(cell: Float64Array): void;
}

/** The curve at `x`, for where every frame asks: allocates nothing, which a call of the curve itself may. */
export function eased(ease: Easing, x: number): number {
  ease.cell[0] = x;
  ease.solve(ease.cell);
  return ease.cell[0];
}

/** A text that is not an easing. */
export class EasingError extends Error {}

/** An easing with its bounds, from what turns the number in a cell into its outcome. */
export function boundedEasing(solve: (cell: Float64Array) => void, low: number, high: number): Easing {
  const cell = new Float64Array(1);
  const call = (x: number): number => {
    cell[0] = x;
    solve(cell);
    return cell[0];
  };
  return Object.assign(call, { low, high, cell, solve });
}

/** The same curve kept within `least` and `most`; itself where it never leaves them. */
export function clampedEasing(ease: Easing, least: number, most: number): Easing {
  if (ease.low >= least && ease.high <= most) return ease;
  const clamped = (cell: Float64Array): void => {
    ease.solve(cell);
    cell[0] = Math.min(most, Math.max(least, cell[0]));
  };
  return boundedEasing(clamped, Math.max(least, ease.low), Math.min(most, ease.high));
}
