import type { Px, Seconds } from '../../units.js';
import { clear } from '../moves/meeting.js';
import { leavingWall } from '../moves/meetingWall.js';
import type { Combatant } from '../parts/combatant.js';
import { isEven } from './leg.js';
import { grid, type Point } from './walk.js';

/** The wall time at which the middles of two, as both go now, are further apart than that. */
export function partingWall(who: Combatant, whom: Combatant, within: Px, from: Seconds): Seconds {
  if (!isEven(who.goes) || !isEven(whom.goes))
    return leavingWall(who, { shape: 'disc', length: within + grid - clear - whom.actor.radius }, whom, from);
  let wall = from;
  for (;;) {
    const rates = { own: who.clock.rateFrom(wall), other: whom.clock.rateFrom(wall) };
    const change = Math.min(who.clock.changeAfter(wall), whom.clock.changeAfter(wall));
    const [x, y] = [whom.xAt(wall) - who.xAt(wall), whom.yAt(wall) - who.yAt(wall)];
    const vx = whom.goes.vx * rates.other - who.goes.vx * rates.own;
    const vy = whom.goes.vy * rates.other - who.goes.vy * rates.own;
    const left = opensIn({ x, y }, { x: vx, y: vy }, within + grid);
    if (left !== undefined && wall + left <= change) return wall + left;
    if (change === Infinity) return Infinity;
    wall = change;
  }
}

/** Seconds until a middle that goes evenly is further from the origin than that: the larger root of |p + v t| = distance. */
function opensIn(p: Point, v: Point, distance: Px): Seconds | undefined {
  if (Math.hypot(p.x, p.y) > distance) return 0;
  const speed = Math.hypot(v.x, v.y);
  if (speed === 0) return undefined;
  const ahead = -(p.x * v.x + p.y * v.y) / speed;
  const off = Math.abs(p.x * v.y - p.y * v.x) / speed;
  return (ahead + Math.sqrt(Math.max(0, distance * distance - off * off))) / speed;
}
