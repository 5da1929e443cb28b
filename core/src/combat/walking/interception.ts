import type { Px, Seconds } from '../../units.js';
import type { Point } from './walk.js';

/**
 * Seconds after which one who goes straight at `speed` can be within so many px of one who is at `there` and goes evenly:
 * the smaller root of |there + v t| = speed t + within. Undefined where it never can.
 */
export function interception(there: Point, v: Point, speed: number, within: Px): Seconds | undefined {
  const a = v.x * v.x + v.y * v.y - speed * speed;
  const b = 2 * (there.x * v.x + there.y * v.y - speed * within);
  const c = there.x * there.x + there.y * there.y - within * within;
  if (c <= 0) return 0;
  if (Math.abs(a) < 1e-9) return b < 0 ? -c / b : undefined;
  const root = b * b - 4 * a * c;
  if (root < 0) return undefined;
  const roots = [(-b - Math.sqrt(root)) / (2 * a), (-b + Math.sqrt(root)) / (2 * a)].filter((t) => t >= 0);
  return roots.length > 0 ? Math.min(...roots) : undefined;
}
