import type { Point, SteppedReach } from './steppedBrawl.js';
import type { Body } from './steppedState.js';

/** Direction in degrees from one body to another. */
export const angleTo = (from: Body, to: Body): number => (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;

/** Distance in px between a reach and a body's edge, 0 or less if they touch. `share` is the part of the reach's time that has passed. */
export function gapTo(who: Body, facing: 1 | -1, reach: SteppedReach, share: number, other: Body): number {
  const { shape, length = 0, width = 0, height = 0, angle = 0, from = 0, to = 0 } = reach;
  const [x, y] = [other.x - who.x, other.y - who.y];
  if (shape === 'disc') return Math.hypot(x, y) - length - other.radius;
  if (shape === 'box') {
    const [across, down] = [Math.max(0, Math.abs(x) - width / 2), Math.max(0, Math.abs(y) - height / 2)];
    const inner = Math.max(Math.abs(x) - width / 2, Math.abs(y) - height / 2);
    return (inner < 0 ? inner : Math.hypot(across, down)) - other.radius;
  }
  const turn = shape === 'arc' ? from + (to - from) * share : angle;
  const [dx, dy] = [Math.cos((turn * Math.PI) / 180) * facing, Math.sin((turn * Math.PI) / 180)];
  const along = Math.min(length, Math.max(0, x * dx + y * dy));
  return Math.hypot(x - along * dx, y - along * dy) - (shape === 'thrust' ? width / 2 : 0) - other.radius;
}

/**
 * Seconds until a body at `speed` can be within a distance of another body that keeps its velocity. Found by search and bisection, unlike
 * the resolver's closed form. Undefined if it takes more than 1000 s.
 */
export function meetingIn(there: Point, v: Point, speed: number, within: number): number | undefined {
  const left = (t: number): number => Math.hypot(there.x + v.x * t, there.y + v.y * t) - within - speed * t;
  let t = 0;
  for (; left(t) > 0; t += Math.max(0.01, left(t) / (Math.hypot(v.x, v.y) + speed))) if (t > 1000) return undefined;
  let [low, high] = [Math.max(0, t - 0.01), t];
  for (let i = 0; i < 50; i++) [low, high] = left((low + high) / 2) > 0 ? [(low + high) / 2, high] : [low, (low + high) / 2];
  return high;
}
