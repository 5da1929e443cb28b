import type { VectorCase } from '../vectorFile.js';

/** One rule of the engine and the cases that show it. */
export interface Rule {
  readonly name: string;
  readonly about: string;
  readonly cases: readonly VectorCase[];
}

/** An envelope that is 1 throughout, so that what it would scale is seen bare. */
export const flat = [{ at: 0, value: 1 }];
/** From full to nothing, evenly. */
export const falling = [
  { at: 0, value: 1 },
  { at: 1, value: 0 },
];
export const fixed = (angle: number, spread = 0) => ({ mode: 'fixed', angle, spread });
/** Particles that show where they are let go and nothing else. */
export const still = { kind: 'burst', id: 'dots', count: 3, speed: 0, drag: 0, gravity: 0, life: 2, size: 4, spin: 0, direction: fixed(0) };
/** Throws a body 100 px to the right at an even pace over a second, and leaves it there. */
export const thrown = { kind: 'knockback', id: 'throw', duration: 1, distance: 100, then: 'stay', ease: 'linear', direction: fixed(0) };
