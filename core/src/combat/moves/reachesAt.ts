import type { Degrees, Px, Seconds } from '../../units.js';
import { facingReach } from './meetingWall.js';
import type { Reach } from './meeting.js';
import type { CompiledContact } from './move.js';

/** A reach as a picture of it is drawn: all that it sweeps, and where it has got to. */
export interface ShownReach {
  /** About the middle of its actor, as that one faces. */
  readonly reach: Reach;
  /** Which way its blade points; undefined for one that has none. */
  readonly blade: Degrees | undefined;
  /** Whether it reaches just now. */
  readonly live: boolean;
}

/** What a move reaches and when, of a document or as it is run. */
export interface ReachingMove {
  readonly windUp: Seconds;
  readonly contacts: readonly Pick<CompiledContact, 'after' | 'live' | 'reach'>[];
}

/** An instant is too short to be seen: it is shown for so long. */
const shownFor: Seconds = 0.05;

/** Every reach of a move, so many seconds of its actor's clock after its beginning. */
export function reachesAt({ windUp, contacts }: ReachingMove, age: Seconds, facing: 1 | -1): ShownReach[] {
  return contacts.map(({ after, live, reach }): ShownReach => {
    const since = age - windUp - after;
    const own = facingReach(reach, facing);
    const share = live > 0 ? Math.min(1, Math.max(0, since / live)) : 0;
    const blade = own.shape === 'thrust' ? own.angle : own.shape === 'arc' && live > 0 ? own.from + (own.to - own.from) * share : undefined;
    return { reach: own, blade, live: since >= 0 && since <= Math.max(live, shownFor) };
  });
}

/** The outline of all that a reach passes over, as corners about the middle of its actor, in order. px. */
export function outlineOf(reach: Reach): readonly { readonly x: Px; readonly y: Px }[] {
  const at = (degrees: Degrees, length: Px): { x: Px; y: Px } => {
    const radians = (degrees * Math.PI) / 180;
    return { x: Math.cos(radians) * length, y: Math.sin(radians) * length };
  };
  const { length } = reach;
  if (reach.shape === 'thrust') {
    const half = reach.width / 2;
    const side = (along: Px, across: Px): { x: Px; y: Px } => {
      const [ahead, aside] = [at(reach.angle, along), at(reach.angle + 90, across)];
      return { x: ahead.x + aside.x, y: ahead.y + aside.y };
    };
    return [side(0, -half), side(length, -half), side(length, half), side(0, half)];
  }
  const [from, to] = reach.shape === 'disc' ? [0, 360] : [reach.from, reach.to];
  const isRound = Math.abs(to - from) >= 360;
  const corners = Math.max(2, Math.ceil(Math.min(360, Math.abs(to - from)) / 4) + 1);
  const rim = Array.from({ length: corners }, (_, i) =>
    at(from + (Math.sign(to - from) * Math.min(360, Math.abs(to - from)) * i) / (corners - 1), length),
  );
  return isRound ? rim : [{ x: 0, y: 0 }, ...rim];
}
