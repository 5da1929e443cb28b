import type { Seconds } from '../../units.js';
import type { Combatant } from '../parts/combatant.js';
import { meets, type Reach } from './meeting.js';

/** A reach that somebody has out: since when on the own clock, and for how long. */
export interface Reaching {
  readonly reach: Reach;
  readonly opened: Seconds;
  readonly live: Seconds;
}

/**
 * The wall time, from `now` on, at which a reach meets a body, each on a clock of its own and as both go now; Infinity where it
 * does not before it is over. Between two changes of either clock both go evenly, so each such piece is one question.
 */
export function meetingWall(who: Combatant, { reach, opened, live }: Reaching, body: Combatant, now: Seconds): Seconds {
  let wall = now;
  for (;;) {
    const shown = who.clock.shown(wall);
    const age = Math.min(live, Math.max(0, shown - opened));
    const rates = { own: who.clock.rateFrom(wall), body: body.clock.rateFrom(wall) };
    const left = live - age;
    const end = rates.own === 0 ? Infinity : wall + left / rates.own;
    const change = Math.min(who.clock.changeAfter(wall), body.clock.changeAfter(wall));
    const until = Math.min(end, change);
    if (until === Infinity) return Infinity;
    const seconds = until - wall;
    const met = meets(
      turnedBy(reach, age, age + seconds * rates.own, live),
      {
        x: body.xAt(wall) - who.xAt(wall),
        y: body.yAt(wall) - who.yAt(wall),
        radius: body.actor.radius,
        vx: body.goes.vx * rates.body - who.goes.vx * rates.own,
        vy: body.goes.vy * rates.body - who.goes.vy * rates.own,
      },
      seconds,
    );
    if (met !== undefined) return wall + met;
    if (end <= change) return Infinity;
    wall = until;
  }
}

/** What a sweep does between two of its ages. */
function turnedBy(reach: Reach, from: Seconds, to: Seconds, live: Seconds): Reach {
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
