import type { Px, Seconds } from '../../units.js';

/** How a body goes: evenly, from where it was when its own clock showed `since`. px, and px a second of that clock. */
export interface Leg {
  readonly x: Px;
  readonly y: Px;
  readonly vx: number;
  readonly vy: number;
  readonly since: Seconds;
}

/** Standing. */
export function legAt(x: Px, y: Px, since: Seconds = 0): Leg {
  return { x, y, vx: 0, vy: 0, since };
}
