import type { SoundCue } from '../contract.js';
import type { Asset } from '../model/project.js';
import type { Decibels, Seconds } from '../units.js';

const step: Seconds = 1 / 200;

/** A sound while it rings. */
interface Voice {
  readonly cue: SoundCue;
  readonly peaks: readonly number[];
  readonly ring: Seconds;
  readonly end: Seconds;
}

function voicesOf(cues: readonly SoundCue[], assets: readonly Asset[]): Voice[] {
  return cues.flatMap((cue) => {
    const asset = assets.find(({ id }) => id === cue.clip);
    if (asset?.type !== 'sound' || asset.peaks.length === 0) return [];
    const ring = asset.duration / cue.rate;
    return [{ cue, peaks: asset.peaks, ring, end: cue.start + (cue.cut > 0 ? Math.min(cue.cut, ring) : ring) }];
  });
}

/** A row of instants: `count` of them, `step` apart. */
export interface Instants {
  readonly from: Seconds;
  readonly step: Seconds;
  readonly count: number;
}

/** How many sounds ring at each instant, and how high they reach together: the outlines of their clips, added up. */
export function soundLevels(
  cues: readonly SoundCue[],
  assets: readonly Asset[],
  { from, step: apart, count }: Instants,
): { readonly voices: Float64Array; readonly levels: Float64Array } {
  const voices = new Float64Array(count);
  const levels = new Float64Array(count);
  for (const { cue, peaks, ring, end } of voicesOf(cues, assets)) {
    for (let i = Math.max(0, Math.floor((cue.start - from) / apart)); i < count && from + i * apart < end; i++) {
      const into = Math.max(0, from + i * apart - cue.start) / ring;
      voices[i]++;
      levels[i] += cue.gain * peaks[Math.min(peaks.length - 1, Math.floor(into * peaks.length))];
    }
  }
  return { voices, levels };
}

/**
 * How loud sounds are together at most, in decibels below full scale: the outlines of their clips, stretched by their
 * rate, scaled by their gain and added up. An upper bound, because waves that are out of step cancel in part.
 * -Infinity when nothing sounds.
 */
export function peakLevel(cues: readonly SoundCue[], assets: readonly Asset[]): Decibels {
  const voices = voicesOf(cues, assets);
  if (voices.length === 0) return -Infinity;
  const first = Math.min(...voices.map(({ cue }) => cue.start));
  const last = Math.max(...voices.map(({ end }) => end));
  const { levels } = soundLevels(cues, assets, { from: first, step, count: Math.ceil((last - first) / step) + 1 });
  return 20 * Math.log10(levels.reduce((highest, level) => Math.max(highest, level), 0));
}
