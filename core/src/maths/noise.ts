import type { Uint32 } from '../units.js';
import { signedHash4 } from './hash.js';

/** What `noise` hands its place and takes its outcome in: numbers in it are never boxed. */
const cell = new Float64Array(1);

function solve(seed: Uint32, channel: Uint32): void {
  const x = cell[0];
  const lattice = Math.floor(x);
  const f = x - lattice;
  const fade = f * f * f * (f * (f * 6 - 15) + 10);
  // Slopes of the lattice points to both sides, in [-1, 1).
  const left = ((signedHash4(seed, channel, lattice | 0, 0, 0) >>> 0) / 2147483648 - 1) * f;
  const right = ((signedHash4(seed, channel, (lattice + 1) | 0, 0, 0) >>> 0) / 2147483648 - 1) * (f - 1);
  cell[0] = 2 * (left + (right - left) * fade);
}

/**
 * One-dimensional gradient noise: hashed slopes at the integers, blended by Perlin's quintic fade,
 * scaled by 2 so that it fills [-1, 1]. It is 0 at every integer and twice differentiable between.
 */
export function noise(seed: Uint32, channel: Uint32, x: number): number {
  cell[0] = x;
  solve(seed | 0, channel | 0);
  return cell[0];
}
