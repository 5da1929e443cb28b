import { TimeWarp } from '../maths/timeWarp.js';
import type { EngineTake } from '../take/take.js';
import type { Px, Seconds } from '../units.js';

/** What a person argues about, in plain units. */
export interface Readouts {
  /** From the first thing seen to the last. */
  readonly visibleTime: Seconds;
  /** Farthest the view is from rest. */
  readonly peakShift: Px;
  /** Wall time for which the target's clock stands still. */
  readonly hitStopTotal: Seconds;
  /** Highest flash amount on the target. */
  readonly peakFlash: number;
  readonly peakParticles: number;
  /** Most sounds ringing at once. */
  readonly peakVoices: number;
}

const step: Seconds = 1 / 240;
/** A tail beyond this is not scanned: what matters lies near contact, and the scan must stay cheap. */
const scanLimit: Seconds = 10;

/** Measures a take by looking at it every 1/240 s. */
export function readOut(take: EngineTake): Readouts {
  const frame = take.createFrame();
  const seen = take.active.filter(({ kind }) => kind.family !== 'ear' && kind.family !== 'time');
  const first = Math.min(...seen.map((timed) => timed.start));
  const last = Math.max(...seen.map((timed) => timed.end));
  let peakShift = 0;
  let peakFlash = 0;
  let peakParticles = 0;
  const steps = Math.ceil((Math.min(take.duration, take.start + scanLimit) - take.start) / step);
  for (let i = 0; i <= steps; i++) {
    take.sample(take.start + i * step, frame);
    peakShift = Math.max(peakShift, Math.hypot(frame.view.x, frame.view.y));
    peakFlash = Math.max(peakFlash, frame.target.flash);
    peakParticles = Math.max(peakParticles, frame.particles.count);
  }
  // All that a clock with the stops alone, and no slowing, has lost by the end.
  const stops = take.bends
    .filter(({ parties }) => parties.includes('target'))
    .flatMap(({ windows }) => windows.filter(({ rate }) => rate === 0));
  const hitStopTotal = take.duration - new TimeWarp(stops).tau(take.duration);
  const voices = take.active.filter(({ kind }) => kind.family === 'ear');
  const peakVoices = voices.reduce(
    (most, { start }) => Math.max(most, voices.filter((other) => other.start <= start && start < other.end).length),
    0,
  );
  return { visibleTime: seen.length ? last - first : 0, peakShift, hitStopTotal, peakFlash, peakParticles, peakVoices };
}
