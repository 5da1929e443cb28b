import type { Frame } from '../contract.js';
import type { EngineTake } from '../take/take.js';
import type { Px, Seconds } from '../units.js';
import { litShare, type ReadoutOptions, type Readouts } from './readouts.js';
import { soundLevels } from './peakLevel.js';

/** Readings that have a course over time; the others are one number for a take. */
export const courseNames = [
  'peakShift',
  'hitStopTotal',
  'peakFlash',
  'flashArea',
  'peakThrow',
  'peakZoom',
  'peakRoll',
  'peakParticles',
  'peakWords',
  'peakVoices',
  'loudness',
  'peakRumble',
] as const satisfies readonly (keyof Readouts)[];
export type CourseName = (typeof courseNames)[number];

/** A reading over time: value `i` belongs to `from + i * step` seconds from contact. */
export interface ReadoutCourse {
  readonly from: Seconds;
  readonly step: Seconds;
  readonly values: Float64Array;
}

const step: Seconds = 1 / 240;
const defaultView = { width: 960, height: 540 };

/** What of one frame a reading is the most, or the sum, of. */
function atInstant(name: CourseName, frame: Frame, options: ReadoutOptions): number {
  const { source, target, view, particles, rumble } = frame;
  switch (name) {
    case 'peakShift':
      return Math.hypot(view.x, view.y);
    case 'hitStopTotal':
      return target.rate === 0 ? 1 : 0;
    case 'peakFlash':
      return target.flash;
    case 'flashArea':
      return litShare(frame, options.view ?? defaultView, options.bodies);
    case 'peakThrow':
      return Math.max(Math.hypot(target.x, target.y), Math.hypot(source.x, source.y));
    case 'peakZoom':
      return Math.abs(view.zoom - 1);
    case 'peakRoll':
      return Math.abs(view.roll);
    case 'peakParticles':
      return particles.count;
    case 'peakWords':
      return frame.numbers.count + frame.glyphs.count + frame.pictures.count;
    case 'peakRumble':
      return Math.max(rumble.low, rumble.high);
    default:
      return 0;
  }
}

/**
 * A reading over a take's time, each 1/240 s, from its start to its end, `longest` seconds at most. Hit-stop is 1 while the target
 * stands still; voices and loudness are of all sounds together, loudness in dB below full scale and -Infinity in silence.
 */
export function readoutCourse(take: EngineTake, name: CourseName, options: ReadoutOptions = {}, longest: Seconds = 10): ReadoutCourse {
  const from = take.start;
  const count = Math.max(1, Math.ceil(Math.min(take.duration - from, longest) / step) + 1);
  const values = new Float64Array(count);
  if (name === 'peakVoices' || name === 'loudness') {
    const heard = soundLevels(take.sounds, options.assets ?? [], { from, step, count });
    values.set(name === 'peakVoices' ? heard.voices : heard.levels.map((level) => 20 * Math.log10(level)));
    return { from, step, values };
  }
  const frame = take.createFrame();
  for (let i = 0; i < count; i++) values[i] = atInstant(name, take.sample(from + i * step, frame), options);
  return { from, step, values };
}

/** One point of a body's or the view's way, px from where it rests. */
export interface WayPoint {
  readonly t: Seconds;
  readonly x: Px;
  readonly y: Px;
}

export const wayParties = ['source', 'target', 'view'] as const;
export type WayParty = (typeof wayParties)[number];

/** The ways that bodies and view go over a take, each 1/240 s; a party that never leaves its place has none. */
export function waysOf(take: EngineTake, longest: Seconds = 10): Readonly<Record<WayParty, readonly WayPoint[]>> {
  const frame = take.createFrame();
  const ways: Record<WayParty, WayPoint[]> = { source: [], target: [], view: [] };
  const end = Math.min(take.duration, take.start + longest);
  for (let i = 0; take.start + i * step <= end; i++) {
    const t = take.start + i * step;
    take.sample(t, frame);
    for (const party of wayParties) ways[party].push({ t, x: frame[party].x, y: frame[party].y });
  }
  const moved = (way: readonly WayPoint[]): boolean => way.some(({ x, y }) => Math.hypot(x, y) > 0.25);
  return Object.fromEntries(wayParties.map((party) => [party, moved(ways[party]) ? ways[party] : []])) as unknown as Record<
    WayParty,
    readonly WayPoint[]
  >;
}
