import type { Uint32 } from '../units.js';
import { hash4 } from './hash.js';

/** Slope of the lattice point `index` on `channel`, in [-1, 1). */
function slope(seed: Uint32, channel: Uint32, index: number): number {
  return hash4(seed, channel, index >>> 0, 0, 0) / 2147483648 - 1;
}

/**
 * One-dimensional gradient noise: hashed slopes at the integers, blended by Perlin's quintic fade,
 * scaled by 2 so that it fills [-1, 1]. It is 0 at every integer and twice differentiable between.
 */
export function noise(seed: Uint32, channel: Uint32, x: number): number {
  const cell = Math.floor(x);
  const f = x - cell;
  const fade = f * f * f * (f * (f * 6 - 15) + 10);
  const left = slope(seed, channel, cell) * f;
  const right = slope(seed, channel, cell + 1) * (f - 1);
  return 2 * (left + (right - left) * fade);
}
