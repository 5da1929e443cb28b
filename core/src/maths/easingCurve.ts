/** An easing curve: progress in, progress out. 0 gives 0 and 1 gives 1, except for `steps()` and `linear()`. */
export interface Easing {
  (x: number): number;
  /** Within 0..1 the curve never comes out below `low` or above `high`. */
  readonly low: number;
  readonly high: number;
}

/** A text that is not an easing. */
export class EasingError extends Error {}

/** An easing with its bounds. */
export function boundedEasing(curve: (x: number) => number, low: number, high: number): Easing {
  return Object.assign((x: number) => curve(x), { low, high });
}

/** The same curve kept within `least` and `most`; itself where it never leaves them. */
export function clampedEasing(ease: Easing, least: number, most: number): Easing {
  if (ease.low >= least && ease.high <= most) return ease;
  return boundedEasing((x) => Math.min(most, Math.max(least, ease(x))), Math.max(least, ease.low), Math.min(most, ease.high));
}
