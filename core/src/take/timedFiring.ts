import type { Frame } from '../contract.js';
import type { EffectKind } from '../effects/effect.js';
import type { TimeWarp } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import type { ClockParty, Firing, Now } from './firing.js';
import type { Leaving } from './plan.js';
import type { Displacement } from './spotted.js';

/** A firing with its place in wall time. */
export interface TimedFiring {
  readonly effect: string;
  readonly kind: EffectKind;
  readonly firing: Firing;
  /** The same object in every take in which the same was drawn for this effect. */
  readonly decided: object;
  /** As the firing says; kept here as well, because firings are of many shapes and this is asked in every frame. */
  readonly extent: Seconds;
  readonly lasting: boolean;
  /** Neither seen nor heard, only drawn on its lane. */
  readonly silent: boolean;
  /** What becomes of it when its body leaves; its kind decides where it is left out. */
  readonly leaving: Leaving | undefined;
  /** Whose it is. */
  readonly on: 'source' | 'target';
  /** Whose game clock its age is read from; absent on the wall clock. */
  readonly clock: ClockParty | undefined;
  /** That clock, bent by its own take alone. */
  readonly warp: TimeWarp | undefined;
  readonly start: Seconds;
  /** The same on the clock that its age is read from. */
  readonly startTau: Seconds;
  readonly end: Seconds;
}

/** Age of a firing on its own clock at wall time `t`. */
export function ageOf(timed: TimedFiring, t: Seconds): Seconds {
  return (timed.warp?.tau(t) ?? t) - timed.startTau;
}

/** The ages that are being asked for, written anew for every firing: of what is shown, and of what moves the bodies it follows. */
const shown: Now = new Float64Array(1);
const moving: Now = new Float64Array(1);

/** Puts into `now` the age of a firing at a wall time. Whether it is on then. */
function ageInto(now: Now, timed: TimedFiring, wall: Now): boolean {
  const t = wall[0];
  if (t < timed.start) return false;
  if (t >= timed.end) {
    now[0] = timed.extent;
    return timed.lasting;
  }
  now[0] = t;
  if (timed.warp) timed.warp.toTau(now);
  now[0] -= timed.startTau;
  return now[0] < timed.extent;
}

/** Writes a firing's part of the frame at the wall time in `wall`. */
export function sampleAt(timed: TimedFiring, wall: Now, frame: Frame): void {
  if (ageInto(shown, timed, wall)) timed.firing.sample?.(shown, frame);
}

/** Adds how far a firing has moved its party's body at the wall time in `wall`. */
export function displaceAt(timed: TimedFiring, wall: Now, out: Displacement): void {
  if (ageInto(moving, timed, wall)) timed.firing.displace?.(moving, out);
}

/** Wall time at which a firing is `age` seconds old on its own clock. */
export function wallTimeOf(timed: TimedFiring, age: Seconds): Seconds {
  return timed.warp ? timed.warp.wallTime(timed.startTau + age) : timed.start + age;
}
