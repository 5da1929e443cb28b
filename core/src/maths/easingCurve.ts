/** An easing curve: progress in, progress out. 0 gives 0 and 1 gives 1, except for `steps()` and `linear()`. */
export type Easing = (x: number) => number;

/** A text that is not an easing. */
export class EasingError extends Error {}
