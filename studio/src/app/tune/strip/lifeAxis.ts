import { ageOf, type TimedFiring } from '@undatio/core/internal';
import type { TimeAxis } from './timeAxis';

/** Where the places 0..1 of an envelope or a gradient lie across a plot. */
export interface PlaceAxis {
  /** px across the whole plot. */
  readonly width: number;
  /** Seconds from its place 0 to 1; undefined where it does not count over time. */
  readonly seconds?: number | undefined;
  /** px across of the place `u`. */
  x(u: number): number;
  /** The place under `x` px, which may lie outside 0..1. */
  u(x: number): number;
}

/** An axis of its own, for what counts along a thing rather than over its life. */
export function ownAxis(width: number, margin: number): PlaceAxis {
  const inner = width - 2 * margin;
  return { width, x: (u) => margin + u * inner, u: (x) => (x - margin) / inner };
}

/** Where the instants of a firing's life lie on the strip: the places 0..1 of an envelope or a gradient. */
export class LifeAxis implements PlaceAxis {
  constructor(
    private readonly axis: TimeAxis,
    private readonly timed: TimedFiring,
    /** Seconds of the life that the places count over; a stream's particles live shorter than it runs. */
    private readonly life: number,
  ) {}

  get seconds(): number {
    return this.life;
  }

  get width(): number {
    return this.axis.width;
  }

  /** px across of the place `u` of its life. */
  x(u: number): number {
    const { start, warp } = this.timed;
    const age = u * this.life;
    // A halted clock reached its reading before the firing began; the firing's own start is what is meant.
    return this.axis.x(warp ? Math.max(start, warp.wallTime(warp.tau(start) + age)) : start + age);
  }

  /** The place under `x` px, which may lie outside 0..1. */
  u(x: number): number {
    return ageOf(this.timed, this.axis.t(x)) / this.life;
  }
}
