import type { Asset } from '@undatio/core';

export type Sound = Extract<Asset, { type: 'sound' }>;

/** How high a sound goes, in dB of full scale, and when; undefined where its outline is not known or it is silent. */
export function peakOf({ peaks, duration }: Sound): { readonly level: number; readonly at: number } | undefined {
  const most = Math.max(0, ...peaks);
  if (most <= 0) return undefined;
  return { level: 20 * Math.log10(most), at: ((peaks.indexOf(most) + 0.5) / peaks.length) * duration };
}

/** What there is to say of two sounds of which the other begins `gap` seconds after the one: in words, with units. */
export function between(one: Sound, other: Sound, gap: number): string[] {
  const [first, second] = [peakOf(one), peakOf(other)];
  const rest = gap - one.duration;
  const milliseconds = (seconds: number): string => `${Math.round(Math.abs(seconds) * 1000)} ms`;
  return [
    rest >= 0
      ? `${milliseconds(rest)} of silence between them`
      : `they sound together for ${milliseconds(Math.min(-rest, other.duration))}`,
    ...(first && second ? [`${milliseconds(gap + second.at - first.at)} from peak to peak`] : []),
    ...(one.loudness !== undefined && other.loudness !== undefined ? [louder(other.loudness - one.loudness)] : []),
  ];
}

function louder(by: number): string {
  const amount = `${Math.abs(by).toFixed(1)} LU`;
  return Math.abs(by) < 0.05 ? 'equally loud' : `the second ${by > 0 ? `${amount} louder` : `${amount} quieter`}`;
}
