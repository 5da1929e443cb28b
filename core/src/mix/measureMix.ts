import { programmeLoudness } from '../measure/programmeLoudness.js';
import type { Decibels, Seconds } from '../units.js';
import type { Mix } from './mixSounds.js';
import { truePeak } from './truePeak.js';

/** A stretch in which a mix goes beyond full scale. */
export interface Clipping {
  readonly from: Seconds;
  readonly to: Seconds;
}

/** What is measured of a mix. */
export interface MixReadings {
  readonly duration: Seconds;
  /** dB of full scale; -Infinity in silence. */
  readonly samplePeak: Decibels;
  readonly truePeak: Decibels;
  /** LUFS after BS.1770; -Infinity in silence. */
  readonly loudness: number;
  /** Where samples go beyond full scale, from contact. */
  readonly clipping: readonly Clipping[];
}

/** Samples beyond full scale that lie nearer than this are one stretch of clipping. */
const together: Seconds = 0.005;

const decibels = (level: number): Decibels => 20 * Math.log10(level);

/** Measures a mix. */
export function measureMix({ channels, sampleRate, from }: Mix): MixReadings {
  const { length } = channels[0];
  const clipping: { from: Seconds; to: Seconds }[] = [];
  let most = 0;
  for (let i = 0; i < length; i++) {
    const level = Math.max(Math.abs(channels[0][i]), Math.abs(channels[1][i]));
    if (level > most) most = level;
    if (level <= 1) continue;
    const t = from + i / sampleRate;
    const last = clipping.at(-1);
    if (last && t - last.to <= together) last.to = t + 1 / sampleRate;
    else clipping.push({ from: t, to: t + 1 / sampleRate });
  }
  return {
    duration: length / sampleRate,
    samplePeak: decibels(most),
    truePeak: decibels(truePeak(channels)),
    loudness: programmeLoudness(channels, sampleRate),
    clipping,
  };
}

/** The outline of a mix: the lowest and highest value of each of so many equal stretches, of both channels together. */
export function mixOutline({ channels }: Mix, steps: number): { readonly low: Float32Array; readonly high: Float32Array } {
  const low = new Float32Array(steps);
  const high = new Float32Array(steps);
  for (const channel of channels)
    for (let i = 0; i < channel.length; i++) {
      const step = Math.min(steps - 1, Math.floor((i * steps) / channel.length));
      if (channel[i] < low[step]) low[step] = channel[i];
      if (channel[i] > high[step]) high[step] = channel[i];
    }
  return { low, high };
}
