import type { Frame } from '../contract.js';
import type { EffectKind } from '../effects/effect.js';
import type { TimeWarp } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import type { Firing } from './firing.js';

/** A firing with its place in wall time. */
export interface TimedFiring {
  readonly effect: string;
  readonly kind: EffectKind;
  readonly firing: Firing;
  /** Neither seen nor heard, only drawn on its lane. */
  readonly silent: boolean;
  /** The game clock its age is read from; absent on the wall clock. */
  readonly warp: TimeWarp | undefined;
  readonly start: Seconds;
  readonly end: Seconds;
}

/** Age of a firing on its own clock at wall time `t`. */
export function ageOf(timed: TimedFiring, t: Seconds): Seconds {
  return timed.warp ? timed.warp.tau(t) - timed.warp.tau(timed.start) : t - timed.start;
}

/** Writes a firing's part of the frame at wall time `t`. */
export function sampleAt(timed: TimedFiring, t: Seconds, frame: Frame): void {
  if (t < timed.start) return;
  const { firing } = timed;
  if (t >= timed.end) {
    if (firing.lasting) firing.sample?.(firing.extent, frame);
    return;
  }
  const age = ageOf(timed, t);
  if (age < firing.extent) firing.sample?.(age, frame);
}

/** Wall time at which a firing is `age` seconds old on its own clock. */
export function wallTimeOf(timed: TimedFiring, age: Seconds): Seconds {
  return timed.warp ? timed.warp.wallTime(timed.warp.tau(timed.start) + age) : timed.start + age;
}
