import type { SoundCue } from '../contract.js';
import type { Asset } from '../model/project.js';
import type { Decibels, Seconds } from '../units.js';

/** A sound that cannot be heard beside a louder one. */
export interface MaskedSound {
  readonly effect: string;
  readonly by: string;
  readonly at: Seconds;
  /** By how much the other is louder, at the least. */
  readonly louder: Decibels;
}

/** How much louder a sound has to be to mask another at the same moment, and how far below its own peak a sound is no longer listened to. */
const masks: Decibels = 12;
const fades: Decibels = 20;
/** How finely sounds are held against one another. */
const step: Seconds = 0.01;

interface Heard {
  readonly cue: SoundCue;
  readonly end: Seconds;
  readonly levelAt: (t: Seconds) => Decibels;
  readonly peak: Decibels;
}

/**
 * Sounds that another one is louder than by 12 dB or more for as long as they are within 20 dB of their own peak. Levels are those
 * of the outline, brought to the loudness of the whole clip, so that clips compare as they are heard.
 */
export function maskedSounds(cues: readonly SoundCue[], assets: readonly Asset[]): MaskedSound[] {
  const heard = cues.flatMap((cue) => heardOf(cue, assets));
  return heard.flatMap((one) => {
    const found = heard.flatMap((other) => (other.cue.effect === one.cue.effect ? [] : maskedBy(one, other)));
    return found.length > 0 ? [found.reduce((most, next) => (next.louder > most.louder ? next : most))] : [];
  });
}

function heardOf(cue: SoundCue, assets: readonly Asset[]): Heard[] {
  const asset = assets.find(({ id }) => id === cue.clip);
  if (asset?.type !== 'sound' || asset.loudness === undefined || asset.peaks.length === 0 || cue.gain <= 0) return [];
  const { peaks, loudness } = asset;
  const highest = Math.max(...peaks);
  if (highest <= 0) return [];
  const length = asset.duration / cue.rate;
  const whole = loudness + 20 * Math.log10(cue.gain);
  const levelAt = (t: Seconds): Decibels => {
    const at = Math.floor(((t - cue.start) / length) * peaks.length);
    return at < 0 || at >= peaks.length ? -Infinity : whole + 20 * Math.log10(peaks[at] / highest);
  };
  return [{ cue, end: cue.start + (cue.cut > 0 ? Math.min(cue.cut, length) : length), levelAt, peak: whole }];
}

function maskedBy(one: Heard, other: Heard): MaskedSound[] {
  let louder = Infinity;
  let heard = false;
  for (let t = one.cue.start + step / 2; t < one.end; t += step) {
    const level = one.levelAt(t);
    if (level < one.peak - fades) continue;
    heard = true;
    const above = (t < other.end ? other.levelAt(t) : -Infinity) - level;
    if (above < masks) return [];
    louder = Math.min(louder, above);
  }
  return heard ? [{ effect: one.cue.effect, by: other.cue.effect, at: one.cue.start, louder }] : [];
}
