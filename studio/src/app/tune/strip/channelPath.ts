import { ageOf, type TimedFiring } from '@undatio/core/internal';
import type { TimeAxis } from './timeAxis';

/** What a lane draws of its effect. */
export interface ChannelDrawing {
  /** SVG path of the channel, closed to its base line. */
  readonly path: string;
  /** Highest distance from the base line, in the channel's unit. */
  readonly peak: number;
  /** Wall seconds of the first start and the last end; undefined when chance kept it from firing. */
  readonly start: number | undefined;
  readonly end: number | undefined;
}

const pxPerSample = 2;

export interface DrawOptions {
  /** px from top to foot. */
  readonly height: number;
  /** For sounds: a clip's outline, drawn in place of the channel. */
  readonly peaks?: ((clip: string) => readonly number[]) | undefined;
  /** px kept free at top and foot. */
  readonly inset?: number;
  /** The channel's value that fills the height; without it the highest does. */
  readonly full?: number | undefined;
}

/** Whether two takes hold the same firings of an effect, at the same times on clocks that run alike. */
export function sameFirings(before: readonly TimedFiring[], after: readonly TimedFiring[]): boolean {
  return (
    before.length === after.length &&
    before.every((timed, i) => {
      const { firing, decided, start, startTau, end, silent, warp } = after[i];
      const drawn = timed.firing === firing || (timed.decided === decided && firing.channelFollows !== true);
      const same = drawn && timed.start === start && timed.startTau === startTau && timed.end === end;
      return same && timed.silent === silent && (warp ? timed.warp?.runsAs(warp) === true : timed.warp === undefined);
    })
  );
}

/**
 * The sampled channel of one effect as a path. A signed channel swings about the middle, others rise from the foot.
 * Read from the same firings that the stage draws.
 */
export function drawChannel(
  firings: readonly TimedFiring[],
  axis: TimeAxis,
  { height, peaks, full, inset = 0 }: DrawOptions,
): ChannelDrawing {
  if (firings.length === 0) return { path: '', peak: 0, start: undefined, end: undefined };
  const sampled = firings.map((timed) => sampleFiring(timed, axis, peaks));
  const peak = sampled.reduce((most, { values }) => values.reduce((higher, value) => Math.max(higher, Math.abs(value)), most), 0);
  const signed = firings[0].kind.channel.signed || peaks !== undefined;
  const base = signed ? height / 2 : height - inset;
  const scale = peak === 0 ? 0 : (signed ? height / 2 - 1 - inset : height - 2 * Math.max(1, inset)) / Math.max(peak, full ?? 0);
  const path = sampled.map(({ xs, values }) => trace(xs, values, base, scale, peaks !== undefined)).join('');
  return { path, peak, start: Math.min(...firings.map(({ start }) => start)), end: Math.max(...firings.map(({ end }) => end)) };
}

function sampleFiring(timed: TimedFiring, axis: TimeAxis, peaks?: (clip: string) => readonly number[]): { xs: number[]; values: number[] } {
  const left = axis.x(timed.start);
  const width = Math.max(1, axis.x(timed.end) - left);
  const count = Math.max(2, Math.min(600, Math.ceil(width / pxPerSample)));
  const clip = peaks && timed.firing.sound?.(timed.start)?.clip;
  const outline = clip === undefined ? undefined : peaks?.(clip);
  const xs: number[] = [];
  const values: number[] = [];
  for (let i = 0; i <= count; i++) {
    const x = left + (width * i) / count;
    // Just short of the end, where the effect is still on.
    const t = Math.min(axis.t(x), timed.start + (timed.end - timed.start) * 0.9999);
    xs.push(x);
    values.push(
      outline ? outlineAt(outline, (t - timed.start) / (timed.end - timed.start)) : timed.firing.channel(Math.max(0, ageOf(timed, t))),
    );
  }
  return { xs, values };
}

/** The outline's height at `u` of the clip: straight between the middles of its steps. */
function outlineAt(outline: readonly number[], u: number): number {
  const place = Math.min(outline.length - 1, Math.max(0, u * outline.length - 0.5));
  const step = Math.floor(place);
  const next = Math.min(outline.length - 1, step + 1);
  return outline[step] + (outline[next] - outline[step]) * (place - step);
}

function trace(xs: readonly number[], values: readonly number[], base: number, scale: number, mirrored: boolean): string {
  const upper = xs.map((x, i) => `${tenth(x)} ${tenth(base - values[i] * scale)}`);
  const back = mirrored
    ? xs.map((x, i) => `${tenth(x)} ${tenth(base + values[i] * scale)}`).reverse()
    : [`${tenth(xs[xs.length - 1])} ${base}`];
  return `M${tenth(xs[0])} ${base}L${upper.join('L')}L${back.join('L')}Z`;
}

/** Rounded to a tenth of a px: written out ten times as fast as by `toFixed`, which counts in every step of a drag. */
function tenth(px: number): number {
  return Math.round(px * 10) / 10;
}
