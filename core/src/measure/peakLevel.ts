import type { SoundCue } from '../contract.js';
import type { Asset } from '../model/project.js';
import type { Decibels, Seconds } from '../units.js';

const step: Seconds = 1 / 200;

/**
 * How loud sounds are together at most, in decibels below full scale: the outlines of their clips, stretched by their
 * rate, scaled by their gain and added up. An upper bound, because waves that are out of step cancel in part.
 * -Infinity when nothing sounds.
 */
export function peakLevel(cues: readonly SoundCue[], assets: readonly Asset[]): Decibels {
  const voices = cues.flatMap((cue) => {
    const asset = assets.find(({ id }) => id === cue.clip);
    if (asset?.type !== 'sound' || asset.peaks.length === 0) return [];
    const ring = asset.duration / cue.rate;
    return [{ cue, peaks: asset.peaks, ring, end: cue.start + (cue.cut > 0 ? Math.min(cue.cut, ring) : ring) }];
  });
  const first = Math.min(...voices.map(({ cue }) => cue.start));
  const last = Math.max(...voices.map(({ end }) => end));
  if (voices.length === 0) return -Infinity;
  const sums = new Float64Array(Math.ceil((last - first) / step) + 1);
  for (const { cue, peaks, ring, end } of voices) {
    for (let i = Math.floor((cue.start - first) / step); first + i * step < end; i++) {
      const into = Math.max(0, first + i * step - cue.start) / ring;
      sums[i] += cue.gain * peaks[Math.min(peaks.length - 1, Math.floor(into * peaks.length))];
    }
  }
  const most = sums.reduce((highest, sum) => Math.max(highest, sum), 0);
  return 20 * Math.log10(most);
}
