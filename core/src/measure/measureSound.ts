import { programmeLoudness } from './programmeLoudness.js';

/** What is measured of a sound. */
export interface MeasuredSound {
  /** Seconds. */
  readonly duration: number;
  /** Its outline: the highest of each of equal stretches, 0..1. */
  readonly peaks: number[];
  /** LUFS; undefined where it is silent. */
  readonly loudness: number | undefined;
  /** Seconds of silence before it begins. */
  readonly lead: number;
}

/** What is quieter than this, −60 dB, counts as silence. */
const silent = 0.001;

/** Measures decoded samples, its outline in so many steps. */
export function measureSound(channels: readonly Float32Array[], sampleRate: number, outlineSteps = 128): MeasuredSound {
  const length = channels[0]?.length ?? 0;
  const steps = Math.min(outlineSteps, Math.max(1, length));
  const peaks = new Array<number>(steps).fill(0);
  let first = length;
  for (const channel of channels) {
    for (let i = 0; i < length; i++) {
      const level = Math.abs(channel[i]);
      const step = Math.floor((i * steps) / length);
      if (level > peaks[step]) peaks[step] = level;
      if (level > silent && i < first) first = i;
    }
  }
  const loudness = programmeLoudness(channels, sampleRate);
  return {
    duration: Number((length / sampleRate).toFixed(6)),
    peaks: peaks.map((peak) => Number(Math.min(1, peak).toFixed(3))),
    loudness: Number.isFinite(loudness) ? Number(loudness.toFixed(1)) : undefined,
    lead: length === 0 ? 0 : Number((first / sampleRate).toFixed(4)),
  };
}
