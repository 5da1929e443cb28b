import type { Px, Seconds } from '../../units.js';
import type { Leg } from './leg.js';
import type { Point } from './walk.js';

/** Seconds that once round takes at the least. */
const shortestRound: Seconds = 0.02;
/** px by which it may be off its circle. */
const near: Px = 0.01;

/** How one who circles goes on: its leg, which way it looks, and after how many seconds it is to be asked anew. */
export interface Orbit {
  readonly leg: Leg;
  readonly looks: number;
  readonly seconds: Seconds;
}

/**
 * How one who is `here` goes around a centre that goes its own way: on the circle evenly round, from outside by the tangent that
 * goes on into it, from inside straight out. The speed is as the centre sees it, px a second. Angles rise downward: clockwise as
 * one sees it. It looks at the centre, so it is asked anew where it passes above or below.
 */
export function orbit(
  here: Point,
  centre: Leg,
  { distance, clockwise, speed }: { readonly distance: Px; readonly clockwise: boolean; readonly speed: number },
  facing: 1 | -1,
  since: Seconds,
): Orbit {
  const [x, y] = [here.x - centre.x, here.y - centre.y];
  const away = Math.hypot(x, y);
  const angle = Math.atan2(y, x);
  const way = clockwise ? 1 : -1;
  const along = { ...centre, ...here, since };
  if (Math.abs(away - distance) <= near) {
    const rate = way * Math.min(speed / distance, (2 * Math.PI) / shortestRound);
    const bend = { radius: away, from: angle, rate };
    const looks = Math.abs(x) > near ? -x : Math.sin(angle) * way;
    const seconds = untilUpright(angle * way) / Math.abs(rate);
    return { leg: { ...along, bends: [...(centre.bends ?? []), bend], until: since + seconds }, looks, seconds };
  }
  const towards = (dx: number, dy: number, seconds: Seconds): Orbit => ({
    leg: { ...along, vx: centre.vx + dx * speed, vy: centre.vy + dy * speed, until: since + seconds },
    looks: -x,
    seconds,
  });
  if (away < distance) return away <= near ? towards(facing, 0, distance / speed) : towards(x / away, y / away, (distance - away) / speed);
  const touching = angle + way * Math.acos(distance / away);
  return towards(-Math.sin(touching) * way, Math.cos(touching) * way, Math.sqrt(away * away - distance * distance) / speed);
}

/** How much further an angle that rises has to go until it next points straight up or down. */
function untilUpright(angle: number): number {
  const past = (((angle - Math.PI / 2) % Math.PI) + Math.PI) % Math.PI;
  return Math.PI - past < 1e-6 ? Math.PI : Math.PI - past;
}
