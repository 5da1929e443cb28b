import type { Px, Seconds } from '../../units.js';
import type { Bend } from './leg.js';

/** Two headings closer than this are one: what instants on a grid of nanoseconds leave between them is less. */
const aligned = 1e-4;

/**
 * The turn that one who goes a way (vx, vy, px a second) makes, at so many radians a second, until what it goes after lies straight
 * ahead, and how long that takes; undefined where it does already. What lies within the circle of the nearer turn is
 * turned to by the other way round. `to` is from where it is. The way on is the tangent from its circle to that point.
 */
export function turnOnto(
  vx: number,
  vy: number,
  rate: number,
  to: { readonly x: Px; readonly y: Px },
): { readonly bend: Bend; readonly seconds: Seconds } | undefined {
  const speed = Math.hypot(vx, vy);
  const [ux, uy] = [vx / speed, vy / speed];
  const across = ux * to.y - uy * to.x;
  const along = ux * to.x + uy * to.y;
  if (Math.hypot(to.x, to.y) === 0 || Math.abs(Math.atan2(across, along)) <= aligned) return undefined;
  const radius = speed / rate;
  // Straight behind is turned to clockwise, whatever the last digit says.
  const nearer = across >= -aligned * Math.hypot(to.x, to.y) ? 1 : -1;
  // The circle's middle lies to the side that it turns to.
  const away = (side: number): number => Math.hypot(to.x + side * uy * radius, to.y - side * ux * radius);
  const side = away(nearer) >= radius ? nearer : -nearer;
  const [x, y] = [to.x + side * uy * radius, to.y - side * ux * radius];
  const from = Math.atan2(-side * ux, side * uy);
  const end = Math.atan2(y, x) - side * Math.acos(Math.min(1, radius / Math.hypot(x, y)));
  const turned = wholeTurn(side * (end - from));
  // The tangent and the heading round differently. A turn of no length would be requested again at the same instant, without end.
  if (turned <= aligned) return undefined;
  return { bend: { radius, from, rate: side * rate }, seconds: turned / rate };
}

/** An angle from 0 to a whole turn; what is less than a whole one by its rounding alone is none. */
function wholeTurn(radians: number): number {
  const whole = 2 * Math.PI;
  const turned = ((radians % whole) + whole) % whole;
  return turned > whole - aligned ? 0 : turned;
}
