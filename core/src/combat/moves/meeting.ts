import type { Degrees, Seconds } from '../../units.js';

/** A body as it stands to whoever reaches for it: its middle, its radius, and how it goes, evenly. px and px a second. */
export interface Moving {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly vx: number;
  readonly vy: number;
}

/** What reaches, about the middle of who does. px. */
export type Reach =
  /**
   * A blade of so much length that turns evenly from one angle to another, or at one instant all that lies between them; angles as
   * directions, 0 to the right, rising downward.
   */
  | { readonly shape: 'arc'; readonly length: number; readonly from: Degrees; readonly to: Degrees }
  /** Along an angle, so long and so wide. */
  | { readonly shape: 'thrust'; readonly length: number; readonly width: number; readonly angle: Degrees }
  /** All around. */
  | Disc;

export interface Disc {
  readonly shape: 'disc';
  readonly length: number;
}

/** Upright, about a middle. */
export interface Box {
  readonly shape: 'box';
  readonly width: number;
  readonly height: number;
}

/** What a body can come into. */
export type Shape = Reach | Box;

/** Instants are found to this. */
const exact: Seconds = 1e-10;
/** A body that only grazes is approached in ever smaller steps; nearer than this is met. */
const touching = 1e-9;
/**
 * Distance in px at which two bodies touch at the beginning of a search. Instants lie on a grid of nanoseconds, so that fast bodies can
 * be off by this much. Of several bodies that touch at the same time, all touch, even if the first event pushes the others apart.
 */
const atFirst = 1e-4;
const mostSteps = 20_000;

const radians = (degrees: Degrees): number => (degrees * Math.PI) / 180;

/**
 * When a reach that is live from 0 to `seconds` first meets a body, in seconds from 0; undefined where it does not. Touching is
 * meeting, at the last instant too. One that stands is met in closed form; one that goes is approached without ever
 * stepping over it: the gap can shrink no faster than the two can move (conservative advancement).
 */
export function meets(reach: Shape, body: Moving, seconds: Seconds): Seconds | undefined {
  if (reach.shape === 'disc') return closesIn(body, reach.length + body.radius, seconds);
  if (reach.shape === 'arc' && seconds === 0 && reach.from !== reach.to) return gapToSector(reach, body) <= touching ? 0 : undefined;
  if (reach.shape === 'arc' && body.vx === 0 && body.vy === 0) return meetsStanding(reach, body, seconds);
  if (
    reach.shape !== 'box' &&
    Math.hypot(body.x, body.y) > reachOf(reach) + body.radius + Math.hypot(body.vx, body.vy) * seconds + touching
  )
    return undefined;
  return firstBelow((t) => gap(reach, body, t, seconds), evenly(Math.hypot(body.vx, body.vy) + turning(reach, seconds)), seconds);
}

/** px that a body must be out of a shape to have left it: more than two instants on the grid of nanoseconds may be apart. */
export const clear = 1e-3;

/** When a body that is within a shape leaves it whole, in seconds from 0; undefined where it stays. */
export function leaves(shape: Disc | Box, body: Moving, seconds: Seconds): Seconds | undefined {
  const inside = (t: Seconds): number => clear - gap(shape, body, t, 0);
  return firstBelow(inside, evenly(Math.hypot(body.vx, body.vy)), seconds);
}

/** Upper bounds of how fast a gap shrinks: `speedAt` in px/s, and `gains`, the growth of that speed in px/s². */
export interface Closing {
  speedAt(t: Seconds): number;
  readonly gains: number;
}

/** Bounds for a gap that never shrinks faster than `fastest` px/s. */
export function evenly(fastest: number): Closing {
  return { speedAt: () => fastest, gains: 0 };
}

/**
 * Returns the first time in 0 to `seconds` at which a gap is closed, or undefined. Conservative advancement: within dt a gap shrinks
 * by at most v · dt + ½ · gains · dt². Each step is the dt for which that equals the gap.
 */
export function firstBelow(gapAt: (t: Seconds) => number, { speedAt, gains }: Closing, seconds: Seconds): Seconds | undefined {
  let t = 0;
  for (let step = 0; step < mostSteps; step++) {
    const left = gapAt(t);
    if (left <= (step === 0 ? atFirst : touching)) return t;
    // The last instant is looked at as well.
    if (t >= seconds) return undefined;
    const speed = speedAt(t);
    const forward = (2 * left) / (speed + Math.sqrt(speed * speed + 2 * gains * left));
    t = Math.min(seconds, t + Math.max(exact, forward));
  }
  return undefined;
}

/** px from the middle to the farthest that a reach reaches. */
function reachOf(reach: Reach): number {
  return reach.shape === 'thrust' ? reach.length + reach.width / 2 : reach.length;
}

/** px from a box about the origin to a point; negative within it, by as much as it would have to go to be out. */
function toBox({ width, height }: Box, x: number, y: number): number {
  const [across, down] = [Math.abs(x) - width / 2, Math.abs(y) - height / 2];
  if (across <= 0 && down <= 0) return Math.max(across, down);
  return Math.hypot(Math.max(0, across), Math.max(0, down));
}

/**
 * When a middle that goes evenly first is within so many px of the origin, in seconds from 0: the smaller root of
 * |p + v t| = distance. It is there already where it begins within.
 */
export function closesIn({ x, y, vx, vy }: Omit<Moving, 'radius'>, distance: number, seconds: Seconds): Seconds | undefined {
  const c = Math.hypot(x, y) - distance;
  if (c <= atFirst) return 0;
  const speed = Math.hypot(vx, vy);
  // Along its way: how far ahead the nearest point lies, and how far off the origin that is.
  const ahead = speed === 0 ? 0 : -(x * vx + y * vy) / speed;
  if (ahead <= 0) return undefined;
  const off = Math.abs(x * vy - y * vx) / speed;
  if (off > distance + touching) return undefined;
  const t = Math.max(0, ahead - Math.sqrt(Math.max(0, distance * distance - off * off))) / speed;
  return t <= seconds + exact ? Math.min(t, seconds) : undefined;
}

/** px between a body and everything that an arc passes over. */
function gapToSector({ length, from, to }: Extract<Reach, { shape: 'arc' }>, body: Moving): number {
  const [low, high] = from < to ? [from, to] : [to, from];
  const middle = (low + high) / 2;
  const off = Math.abs(wrapped((Math.atan2(body.y, body.x) * 180) / Math.PI - middle));
  if (off <= (high - low) / 2) return Math.hypot(body.x, body.y) - length - body.radius;
  const edge = (angle: Degrees): number => gap({ shape: 'thrust', length, width: 0, angle }, body, 0, 0);
  return Math.min(edge(low), edge(high));
}

/** How fast the tip of a reach goes, px a second. */
export function turning(reach: Shape, seconds: Seconds): number {
  return reach.shape === 'arc' && seconds > 0 ? (Math.abs(radians(reach.to - reach.from)) / seconds) * reach.length : 0;
}

/** px between a reach and a body at an instant; 0 or less where they touch. */
export function gap(reach: Shape, body: Moving, t: Seconds, seconds: Seconds): number {
  const x = body.x + body.vx * t;
  const y = body.y + body.vy * t;
  if (reach.shape === 'disc') return Math.hypot(x, y) - reach.length - body.radius;
  if (reach.shape === 'box') return toBox(reach, x, y) - body.radius;
  const share = seconds > 0 ? Math.min(1, t / seconds) : 1;
  const angle = radians(reach.shape === 'arc' ? reach.from + (reach.to - reach.from) * share : reach.angle);
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  const along = Math.min(reach.length, Math.max(0, x * dx + y * dy));
  const half = reach.shape === 'thrust' ? reach.width / 2 : 0;
  return Math.hypot(x - along * dx, y - along * dy) - half - body.radius;
}

/**
 * A turning blade meets a standing disc where its edge first touches it: asin(r ÷ d) before the disc's middle where its length
 * reaches so far, else where its tip does, by the law of cosines.
 */
function meetsStanding(
  { length, from, to }: Extract<Reach, { shape: 'arc' }>,
  { x, y, radius }: Moving,
  seconds: Seconds,
): Seconds | undefined {
  const distance = Math.hypot(x, y);
  if (distance <= radius) return 0;
  if (distance - radius > length + touching) return undefined;
  const tangent = Math.sqrt(distance * distance - radius * radius);
  const ahead =
    tangent <= length
      ? Math.asin(radius / distance)
      : Math.acos(Math.min(1, (distance * distance + length * length - radius * radius) / (2 * distance * length)));
  const half = (ahead * 180) / Math.PI;
  const turn = to - from;
  const way = Math.sign(turn) || 1;
  // How far the blade has to turn, its own way round, until it points at the body's middle: from −180 on, so that one it begins on counts.
  const middle = wrapped(((Math.atan2(y, x) * 180) / Math.PI - from) * way);
  for (let round = middle - 360; round - half <= Math.abs(turn); round += 360) {
    if (round + half < 0) continue;
    const at = Math.max(0, round - half);
    return at <= Math.abs(turn) + 1e-9 ? (turn === 0 ? 0 : (at / Math.abs(turn)) * seconds) : undefined;
  }
  return undefined;
}

/** An angle within −180 to 180. */
function wrapped(degrees: Degrees): Degrees {
  return ((((degrees + 180) % 360) + 360) % 360) - 180;
}
