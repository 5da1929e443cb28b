import type { Px, Seconds } from '../../units.js';

/** A turn about a middle: so far from it, from an angle on, at so much a second of the own clock. Radians, rising downward. */
export interface Bend {
  readonly radius: Px;
  readonly from: number;
  readonly rate: number;
}

/**
 * How a body goes: from where it was when its own clock showed `since`, evenly, slowing down evenly, or along circles, or all of it
 * together. px, px a second of that clock, and px a second each second.
 */
export interface Leg {
  readonly x: Px;
  readonly y: Px;
  readonly vx: number;
  readonly vy: number;
  readonly ax?: number | undefined;
  readonly ay?: number | undefined;
  /** Added up: one about somebody who turns about somebody else has two. */
  readonly bends?: readonly Bend[] | undefined;
  readonly since: Seconds;
  /** What the own clock shows when it goes another way at the latest, of one that bends; nobody looks further ahead. */
  readonly until?: Seconds | undefined;
}

/** Standing. */
export function legAt(x: Px, y: Px, since: Seconds = 0): Leg {
  return { x, y, vx: 0, vy: 0, since };
}

/** Where a leg has come to after so many seconds of its body's clock. */
export function alongX({ x, vx, ax = 0, bends }: Leg, seconds: Seconds): Px {
  let at = x + (vx + (ax * seconds) / 2) * seconds;
  if (bends) for (const { radius, from, rate } of bends) at += radius * (Math.cos(from + rate * seconds) - Math.cos(from));
  return at;
}

export function alongY({ y, vy, ay = 0, bends }: Leg, seconds: Seconds): Px {
  let at = y + (vy + (ay * seconds) / 2) * seconds;
  if (bends) for (const { radius, from, rate } of bends) at += radius * (Math.sin(from + rate * seconds) - Math.sin(from));
  return at;
}

/** How fast it goes across, and down, after so many seconds. */
export function speedX({ vx, ax = 0, bends }: Leg, seconds: Seconds): number {
  let speed = vx + ax * seconds;
  if (bends) for (const { radius, from, rate } of bends) speed -= radius * rate * Math.sin(from + rate * seconds);
  return speed;
}

export function speedY({ vy, ay = 0, bends }: Leg, seconds: Seconds): number {
  let speed = vy + ay * seconds;
  if (bends) for (const { radius, from, rate } of bends) speed += radius * rate * Math.cos(from + rate * seconds);
  return speed;
}

/** px a second that it goes at the most: what is thrown only ever slows down. */
export function fastest({ vx, vy, bends }: Leg): number {
  const straight = Math.hypot(vx, vy);
  return bends ? bends.reduce((sum, { radius, rate }) => sum + Math.abs(radius * rate), straight) : straight;
}

/** Returns the highest acceleration of a leg in px/s²: its even deceleration plus the centripetal part of its turns. */
export function gainsOf({ ax = 0, ay = 0, bends }: Leg): number {
  const even = Math.hypot(ax, ay);
  return bends ? bends.reduce((sum, { radius, rate }) => sum + radius * rate * rate, even) : even;
}

export function isEven({ ax = 0, ay = 0, bends }: Pick<Leg, 'ax' | 'ay' | 'bends'>): boolean {
  return ax === 0 && ay === 0 && !bends;
}

export function isStill({ vx, vy, ax = 0, ay = 0, bends }: Omit<Leg, 'x' | 'y' | 'since' | 'until'>): boolean {
  return vx === 0 && vy === 0 && ax === 0 && ay === 0 && !bends;
}

/** Whether two legs lead the same way from the same place. */
export function isSame(one: Leg, other: Leg): boolean {
  return (
    one.x === other.x &&
    one.y === other.y &&
    one.vx === other.vx &&
    one.vy === other.vy &&
    one.ax === other.ax &&
    one.ay === other.ay &&
    one.bends?.length === other.bends?.length &&
    (!one.bends || one.since === other.since) &&
    (one.bends ?? []).every(({ radius, from, rate }, i) => {
      const like = other.bends?.[i];
      return radius === like?.radius && from === like.from && rate === like.rate;
    })
  );
}

/** Largest change of a velocity, as a share of the speed, that counts as rounding. */
const rounding = 1e-9;

/** True if a new leg has the velocity of the old one, up to rounding, and both are straight: the body's motion does not change. */
export function continues(old: Leg, next: Leg): boolean {
  if (!isEven(old) || !isEven(next) || isStill(old) || old.until !== next.until) return false;
  const most = rounding * Math.hypot(old.vx, old.vy);
  return Math.abs(next.vx - old.vx) <= most && Math.abs(next.vy - old.vy) <= most;
}

/**
 * A leg from an instant of its own clock on, as one sees it whose clock that one's passes `ratio` of its seconds a second of; its
 * own `since` is for that one to say.
 */
export function legAsSeen(leg: Leg, shown: Seconds, ratio: number): Leg {
  const passed = shown - leg.since;
  const { ax, ay, bends } = leg;
  return {
    x: alongX(leg, passed),
    y: alongY(leg, passed),
    vx: (leg.vx + (ax ?? 0) * passed) * ratio,
    vy: (leg.vy + (ay ?? 0) * passed) * ratio,
    ...(ax !== undefined && { ax: ax * ratio * ratio }),
    ...(ay !== undefined && { ay: ay * ratio * ratio }),
    ...(bends && { bends: bends.map(({ radius, from, rate }) => ({ radius, from: from + rate * passed, rate: rate * ratio })) }),
    since: 0,
  };
}
