import { ageOf, type TimedFiring } from '@undatio/core';
import type { TimeAxis } from './timeAxis';

/** Where the instants of a firing's life lie on the strip: the places 0..1 of an envelope or a gradient. */
export class LifeAxis {
  constructor(
    readonly axis: TimeAxis,
    private readonly timed: TimedFiring,
    /** Seconds of the life that the places count over; a stream's particles live shorter than it runs. */
    private readonly life: number,
  ) {}

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
