import type { Px, Seconds } from '../../units.js';

/**
 * How a body goes: from where it was when its own clock showed `since`, evenly, or slowing down evenly. px, px a second of that
 * clock, and px a second each second.
 */
export interface Leg {
  readonly x: Px;
  readonly y: Px;
  readonly vx: number;
  readonly vy: number;
  readonly ax?: number;
  readonly ay?: number;
  readonly since: Seconds;
}

/** Standing. */
export function legAt(x: Px, y: Px, since: Seconds = 0): Leg {
  return { x, y, vx: 0, vy: 0, since };
}

/** Where a leg has come to after so many seconds of its body's clock. */
export function alongX({ x, vx, ax = 0 }: Leg, seconds: Seconds): Px {
  return x + (vx + (ax * seconds) / 2) * seconds;
}

export function alongY({ y, vy, ay = 0 }: Leg, seconds: Seconds): Px {
  return y + (vy + (ay * seconds) / 2) * seconds;
}

export function isEven({ ax = 0, ay = 0 }: Leg): boolean {
  return ax === 0 && ay === 0;
}

export function isStill({ vx, vy, ax = 0, ay = 0 }: Leg): boolean {
  return vx === 0 && vy === 0 && ax === 0 && ay === 0;
}
