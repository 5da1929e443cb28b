import type { Seconds } from '../../units.js';
import type { Combatant } from '../parts/combatant.js';
import { alongX, alongY, gainsOf, isEven, speedX, speedY } from '../walking/leg.js';
import {
  clear,
  firstBelow,
  gap,
  leaves,
  meets,
  turning,
  type Box,
  type Closing,
  type Disc,
  type Moving,
  type Reach,
  type Shape,
} from './meeting.js';

/** A reach that somebody has out: since when on the own clock, and for how long. */
export interface Reaching {
  readonly reach: Shape;
  readonly opened: Seconds;
  readonly live: Seconds;
}

/** What is there for as long as its body is. */
export const lasting = { opened: 0, live: 1e7 } as const;

/** A stretch of wall time in which the clocks of two bodies run evenly. */
interface Piece {
  readonly wall: Seconds;
  readonly seconds: Seconds;
  readonly own: number;
  readonly body: number;
}

/**
 * The wall time, from `now` on, at which a reach meets a body, each on a clock of its own and as both go now; Infinity where it
 * does not before it is over. Between two changes of either clock both go as they do, so each such piece is one question.
 */
export function meetingWall(who: Combatant, { reach, opened, live }: Reaching, body: Combatant, now: Seconds): Seconds {
  let wall = now;
  for (;;) {
    const age = Math.min(live, Math.max(0, who.clock.shown(wall) - opened));
    const own = who.clock.rateFrom(wall);
    const end = own === 0 ? Infinity : wall + (live - age) / own;
    const change = changeAfter(who, body, wall);
    const steered = Math.min(steeredAt(who, wall), steeredAt(body, wall));
    const until = Math.min(end, change, steered);
    if (until === Infinity) return Infinity;
    const piece: Piece = { wall, seconds: until - wall, own, body: body.clock.rateFrom(wall) };
    const met = meetsWithin(who, turnedBy(reach, age, age + piece.seconds * own, live), body, piece);
    if (met !== undefined) return wall + met;
    // Once it goes another way it is asked again.
    if (Math.min(end, steered) <= change) return Infinity;
    wall = until;
  }
}

/** The wall time, from `now` on, at which a body leaves a shape about somebody, edge and all; Infinity for never. */
export function leavingWall(who: Combatant, shape: Disc | Box, body: Combatant, now: Seconds): Seconds {
  let wall = now;
  for (;;) {
    const steered = Math.min(steeredAt(who, wall), steeredAt(body, wall));
    const change = Math.min(changeAfter(who, body, wall), now + lasting.live, steered);
    const piece: Piece = { wall, seconds: change - wall, own: who.clock.rateFrom(wall), body: body.clock.rateFrom(wall) };
    const left =
      isEven(who.goes) && isEven(body.goes)
        ? leaves(shape, between(who, body, piece), piece.seconds)
        : leavesCurved(who, shape, body, piece);
    if (left !== undefined) return wall + left;
    if (change >= Math.min(now + lasting.live, steered)) return Infinity;
    wall = change;
  }
}

function changeAfter(who: Combatant, body: Combatant, wall: Seconds): Seconds {
  return Math.min(who.clock.changeAfter(wall), body.clock.changeAfter(wall));
}

/** The wall time by which somebody who bends goes another way, as its clock runs now; Infinity for one who does not. */
function steeredAt({ goes, clock }: Combatant, wall: Seconds): Seconds {
  if (goes.until === undefined) return Infinity;
  const left = goes.until - clock.shown(wall);
  const rate = clock.rateFrom(wall);
  return left <= 0 ? wall : rate === 0 ? Infinity : wall + left / rate;
}

/** A body as it stands to somebody at the beginning of a piece, and goes. */
function between(who: Combatant, body: Combatant, { wall, own, body: rate }: Piece): Moving {
  return {
    x: body.xAt(wall) - who.xAt(wall),
    y: body.yAt(wall) - who.yAt(wall),
    radius: body.actor.radius,
    vx: body.goes.vx * rate - who.goes.vx * own,
    vy: body.goes.vy * rate - who.goes.vy * own,
  };
}

function meetsWithin(who: Combatant, reach: Shape, body: Combatant, piece: Piece): Seconds | undefined {
  if (piece.seconds === 0 || (isEven(who.goes) && isEven(body.goes))) return meets(reach, between(who, body, piece), piece.seconds);
  const at = curved(who, body, piece);
  return firstBelow((t) => gap(reach, at(t), t, piece.seconds), closingOf(who, body, piece, turning(reach, piece.seconds)), piece.seconds);
}

function leavesCurved(who: Combatant, shape: Disc | Box, body: Combatant, piece: Piece): Seconds | undefined {
  const at = curved(who, body, piece);
  return firstBelow((t) => clear - gap(shape, at(t), 0, 0), closingOf(who, body, piece, 0), piece.seconds);
}

/** A body as it stands to somebody after so much of a piece, of two of whom one slows down. */
function curved(who: Combatant, body: Combatant, { wall, own, body: rate }: Piece): (t: Seconds) => Moving {
  const place = ({ goes, clock }: Combatant, clockRate: number): ((t: Seconds) => { x: number; y: number }) => {
    const begun = clock.shown(wall) - goes.since;
    return (t) => ({ x: alongX(goes, begun + t * clockRate), y: alongY(goes, begun + t * clockRate) });
  };
  const [a, b] = [place(who, own), place(body, rate)];
  return (t) => {
    const [from, to] = [a(t), b(t)];
    return { x: to.x - from.x, y: to.y - from.y, radius: body.actor.radius, vx: 0, vy: 0 };
  };
}

/** Bounds the closing speed of two bodies by their relative velocity and accelerations. `more` px/s is added, for a moving reach. */
function closingOf(who: Combatant, body: Combatant, { wall, own, body: rate }: Piece, more: number): Closing {
  const [a, b] = [who.goes, body.goes];
  const [begunA, begunB] = [who.clock.shown(wall) - a.since, body.clock.shown(wall) - b.since];
  return {
    speedAt(t) {
      const [fromA, fromB] = [begunA + t * own, begunB + t * rate];
      const x = speedX(b, fromB) * rate - speedX(a, fromA) * own;
      const y = speedY(b, fromB) * rate - speedY(a, fromA) * own;
      return Math.hypot(x, y) + more;
    },
    gains: gainsOf(a) * own * own + gainsOf(b) * rate * rate,
  };
}

/** What a sweep does between two of its ages. */
function turnedBy(reach: Shape, from: Seconds, to: Seconds, live: Seconds): Shape {
  if (reach.shape !== 'arc' || live === 0) return reach;
  const at = (age: Seconds): number => reach.from + ((reach.to - reach.from) * age) / live;
  return { ...reach, from: at(from), to: at(to) };
}

/** A reach as its actor faces: it was written for one that faces right. */
export function facingReach(reach: Reach, facing: 1 | -1): Reach {
  if (facing === 1 || reach.shape === 'disc') return reach;
  if (reach.shape === 'thrust') return { ...reach, angle: 180 - reach.angle };
  return { ...reach, from: 180 - reach.from, to: 180 - reach.to };
}
