import type { SteppedBrawl } from './steppedBrawl.js';
import { gapTo } from './steppedGaps.js';
import { epsilon, slack, type Body, type Presence } from './steppedState.js';

/** Decides how long a step may be: whether anything can happen within it at the bodies' present velocities. */

/** px/s. */
const pace = ({ vx, vy }: Body): number => Math.hypot(vx, vy);

/** True if a gap cannot close, or open, within so many seconds. `more` px/s is added for a reach that moves. */
function isFar(gap: number, one: Body, other: Body, seconds: number, more = 0): boolean {
  return Math.abs(gap) > (pace(one) + pace(other) + more) * seconds;
}

export function isQuiet(
  bodies: readonly Body[],
  presences: readonly Presence[],
  edges: SteppedBrawl['edges'],
  wall: number,
  seconds: number,
): boolean {
  return (
    bodies.every(
      (body) =>
        body.standing === 'gone' ||
        (isOnItsWay(body, edges, seconds) && hitsNothing(body, bodies, seconds) && swingsOn(body, bodies, seconds)),
    ) && presences.every((one) => staysAsItIs(one, wall, seconds))
  );
}

/** True if a body's push, its next place, its next aim and the body that it goes by are all further off. */
function isOnItsWay(body: Body, { left, right }: SteppedBrawl['edges'], seconds: number): boolean {
  const { push, goal, tau, x, radius } = body;
  if (push) {
    const room = Math.min(Math.abs(right - radius - x), Math.abs(x - left - radius));
    if (tau + seconds >= push.began + push.seconds || room <= pace(body) * seconds) return false;
  }
  if (tau + seconds >= Math.min(body.arrives, body.aims)) return false;
  if (!goal || goal.to === 'places') return true;
  if (goal.to === 'somebody' && isNewsOf(body, goal.whom)) return false;
  const away = Math.hypot(goal.whom.x - x, goal.whom.y - body.y);
  const [near, out] = goal.to === 'somebody' ? [goal.within, goal.within + slack] : [goal.beyond, goal.beyond - slack];
  return isFar(away - (body.rests ? out : near), body, goal.whom, seconds);
}

/** True if a pursuing body will aim again with the next step, because its velocity or that of its target has changed. */
function isNewsOf({ push, lunges, standing, swing, rests, knew, ways }: Body, whom: Body): boolean {
  const isFree = !push && !lunges && standing === 'up' && (!swing || swing.move.walks === true);
  return isFree && !rests && knew !== ways + whom.ways;
}

function hitsNothing(body: Body, bodies: readonly Body[], seconds: number): boolean {
  const { flight } = body;
  if (!flight?.strikes) return true;
  return bodies.every((other) => {
    if (other.flight || flight.met.has(other)) return true;
    return isFar(Math.hypot(other.x - body.x, other.y - body.y) - body.radius - other.radius, body, other, seconds);
  });
}

/** True if no part of a body's move begins or ends, and no contact of it can hit. */
function swingsOn(body: Body, bodies: readonly Body[], seconds: number): boolean {
  const { swing, tau } = body;
  if (!swing) return true;
  const { windUp = 0, recovery = 0, contacts, lunge } = swing.move;
  const age = tau - swing.began;
  const isDue = (at: number): boolean => at > age - epsilon && at <= age + seconds;
  const end = windUp + Math.max(...contacts.map(({ after = 0, live = 0 }) => after + live)) + recovery;
  if ([end, ...(lunge ? [lunge.from, lunge.to] : [])].some(isDue)) return false;
  return contacts.every(({ after = 0, live = 0, reach }, which) => {
    const opens = windUp + after;
    if (isDue(opens) || isDue(opens + live)) return false;
    if (age < opens || swing.closed.has(which)) return true;
    const { shape, from = 0, to = 0, length = 0 } = reach;
    const tip = shape === 'arc' && live > 0 ? ((Math.abs(to - from) * Math.PI) / 180 / live) * length : 0;
    const share = live > 0 ? Math.min(1, (age - opens) / live) : 0;
    return bodies.every(
      (other) =>
        other === body ||
        other.standing === 'gone' ||
        swing.met[which].has(other) ||
        isFar(gapTo(body, swing.facing, reach, share, other), body, other, seconds, tip),
    );
  });
}

/** True if a body neither enters nor leaves a zone, and its next stay is not due. */
function staysAsItIs({ owner, who, zone, inside, told }: Presence, wall: number, seconds: number): boolean {
  if (owner.standing !== 'up' || who.standing !== 'up') return true;
  if (inside && zone.stays && wall + seconds >= told + zone.stays.every) return false;
  return isFar(gapTo(owner, 1, zone.shape, 0, who), owner, who, seconds);
}
