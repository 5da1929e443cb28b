import type { Uint32 } from '../units.js';
import { signedHash4 } from './hash.js';

/** What `solveNoise` finds its place and leaves its outcome in: numbers in it are never boxed. */
export const noiseCell = new Float64Array(1);

/** The noise at the place in `noiseCell`, left there: for where every frame asks. */
export function solveNoise(key: Uint32, name: Uint32): void {
  const seed = key | 0;
  const channel = name | 0;
  const x = noiseCell[0];
  const lattice = Math.floor(x);
  const f = x - lattice;
  const fade = f * f * f * (f * (f * 6 - 15) + 10);
  // Slopes of the lattice points to both sides, in [-1, 1).
  const left = ((signedHash4(seed, channel, lattice | 0, 0, 0) >>> 0) / 2147483648 - 1) * f;
  const right = ((signedHash4(seed, channel, (lattice + 1) | 0, 0, 0) >>> 0) / 2147483648 - 1) * (f - 1);
  noiseCell[0] = 2 * (left + (right - left) * fade);
}

/**
 * One-dimensional gradient noise: hashed slopes at the integers, blended by Perlin's quintic fade,
 * scaled by 2 so that it fills [-1, 1]. It is 0 at every integer and twice differentiable between.
 */
export function noise(seed: Uint32, channel: Uint32, x: number): number {
  noiseCell[0] = x;
  solveNoise(seed, channel);
  return noiseCell[0];
}
