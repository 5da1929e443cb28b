import type { Frame } from '../contract.js';
import { resetFrame } from '../take/frame.js';
import type { EngineTake } from '../take/take.js';
import type { TimedFiring } from '../take/timedFiring.js';
import type { Seconds } from '../units.js';

/** Of every particle in a frame, in its order: the effect that it is of, and its own number in the take. */
export interface ParticleNames {
  readonly effect: readonly string[];
  readonly id: readonly number[];
}

/** Numbers between the first particles of two firings: more than any firing lets go. */
const span = 2 ** 20;

/**
 * Samples an instant of a take into `frame`, and names its particles so that one can be told from another from instant to
 * instant: a number belongs to one particle from its birth to its end, and to no other after it.
 */
export function sampleLasting(take: EngineTake, t: Seconds, frame: Frame): ParticleNames {
  const effect: string[] = [];
  const id: number[] = [];
  resetFrame(frame, t);
  const firings = new Map<TimedFiring, number>(take.active.map((timed, i) => [timed, i]));
  take.addTo(frame, t, (timed, first) => {
    const { count, item } = frame.particles;
    for (let i = first; i < count; i++) {
      effect.push(timed.effect);
      id.push((firings.get(timed) ?? 0) * span + item[i]);
    }
  });
  return { effect, id };
}
