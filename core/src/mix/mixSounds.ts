import type { SoundCue } from '../contract.js';
import type { Seconds } from '../units.js';
import type { Samples } from './decodeWav.js';

/** Sounds put together: left and right. */
export interface Mix {
  readonly channels: readonly [Float32Array, Float32Array];
  readonly sampleRate: number;
  /** Where its first sample lies, from contact. */
  readonly from: Seconds;
}

/** Usual rate of a mix. */
export const mixRate = 48000;
/** The longest that is mixed. */
export const longestMix: Seconds = 600;

/** When a sound begins and when it is over, by its cut or its clip’s end; undefined where there is no clip. */
function spanOf(cue: SoundCue, clip: Samples | undefined): { readonly start: Seconds; readonly end: Seconds } | undefined {
  if (!clip) return undefined;
  const rings = clip.channels[0].length / clip.sampleRate / cue.rate;
  return { start: cue.start, end: cue.start + (cue.cut > 0 ? Math.min(cue.cut, rings) : rings) };
}

/**
 * Every sound at its time, its gain, its rate and its place, added up: what a game hears that plays each cue as it is told, and
 * nothing else. Between two samples of a clip the value runs straight. Placed left and right by equal power, as Web Audio's
 * stereo panner does: one channel by cos and sin of a quarter turn, of two the far one is folded into the near one. Sums beyond
 * ±1 stay as they are: where they clip is for whoever measures them. Clips that are not there are silent. The mix begins at the
 * first sound, or at contact if that comes first, and ends with the last.
 */
export function mixSounds(cues: readonly SoundCue[], clips: ReadonlyMap<string, Samples>, sampleRate = mixRate): Mix {
  const spans = cues.flatMap((cue) => spanOf(cue, clips.get(cue.clip)) ?? []);
  // On a sample of its own grid, so that contact falls on one.
  const from = Math.floor(Math.min(0, ...spans.map(({ start }) => start)) * sampleRate) / sampleRate;
  const end = Math.min(from + longestMix, Math.max(0, ...spans.map((span) => span.end)));
  const length = Math.max(1, Math.ceil((end - from) * sampleRate));
  const channels = [new Float32Array(length), new Float32Array(length)] as const;
  for (const cue of cues) {
    const clip = clips.get(cue.clip);
    if (clip) add(channels, cue, clip, { from, sampleRate });
  }
  return { channels, sampleRate, from };
}

function add(
  [left, right]: Mix['channels'],
  cue: SoundCue,
  clip: Samples,
  { from, sampleRate }: { readonly from: Seconds; readonly sampleRate: number },
): void {
  const [first, second = first] = clip.channels;
  const isMono = clip.channels.length === 1;
  const pan = Math.min(1, Math.max(-1, cue.pan));
  const turn = ((isMono ? (pan + 1) / 2 : pan <= 0 ? pan + 1 : pan) * Math.PI) / 2;
  const [cos, sin] = [Math.cos(turn) * cue.gain, Math.sin(turn) * cue.gain];
  const whole = cue.gain;
  const begins = (cue.start - from) * sampleRate;
  const ratio = (cue.rate * clip.sampleRate) / sampleRate;
  const rings = first.length / ratio;
  const lasts = cue.cut > 0 ? Math.min(rings, cue.cut * sampleRate) : rings;
  const last = Math.min(left.length, Math.ceil(begins + lasts - 1e-9));
  for (let i = Math.max(0, Math.ceil(begins - 1e-9)); i < last; i++) {
    const place = Math.max(0, (i - begins) * ratio);
    const at = Math.floor(place);
    if (at >= first.length) break;
    const part = place - at;
    const next = at + 1 < first.length ? at + 1 : at;
    const a = first[at] + (first[next] - first[at]) * part;
    if (isMono) {
      left[i] += a * cos;
      right[i] += a * sin;
      continue;
    }
    const b = second[at] + (second[next] - second[at]) * part;
    if (pan <= 0) {
      left[i] += a * whole + b * cos;
      right[i] += b * sin;
    } else {
      left[i] += a * cos;
      right[i] += b * whole + a * sin;
    }
  }
}
