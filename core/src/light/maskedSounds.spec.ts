import type { SoundCue } from '../contract.js';
import type { Asset } from '../model/project.js';
import { soundCue } from '../testing/frames.js';
import { maskedSounds } from './maskedSounds.js';

/** Levels by hand: a clip of loudness L at gain g is at L + 20 log g where its outline is highest. */

const clip = (id: string, loudness: number | undefined, peaks: number[], duration = 1): Asset => ({
  type: 'sound',
  id,
  label: id,
  file: `${id}.wav`,
  sha256: '0'.repeat(64),
  tags: [],
  duration,
  peaks,
  loudness,
});
const cue = (clipOf: string, part: Partial<SoundCue> = {}): SoundCue => soundCue({ effect: clipOf, clip: clipOf, ...part });

const even = [1, 1, 1, 1];
const assets = [
  clip('loud', -10, even),
  clip('louder', -6, even),
  clip('quiet', -22, even),
  clip('short', -22, even, 0.2),
  clip('fading', -22, [1, 1, 0.05, 0.05]),
  clip('silent', -22, [0, 0]),
  clip('unknown', undefined, even),
  clip('empty', -40, []),
];
const told = (...cues: SoundCue[]): string[] =>
  maskedSounds(cues, assets).map(({ effect, by, at, louder }) => `${effect} by ${by} at ${at}: ${louder.toFixed(3)}`);

describe('a masked sound', () => {
  it('is 12 dB below another all the time, and not a hair less', () => {
    expect(told(cue('loud'), cue('quiet'))).toEqual(['quiet by loud at 0: 12.000']);
    expect(told(cue('loud', { gain: 0.999 }), cue('quiet'))).toEqual([]);
    // 20 log 10^(1/20) = 1.
    expect(told(cue('loud', { gain: 10 ** (1 / 20) }), cue('quiet', { start: 0 }))).toEqual(['quiet by loud at 0: 13.000']);
    expect(told(cue('loud'), cue('quiet', { gain: 2 }))).toEqual([]);
  });

  it('is told with whatever masks it most, whatever the order', () => {
    const all = [cue('loud'), cue('louder'), cue('quiet')];
    expect(told(...all)).toEqual(['quiet by louder at 0: 16.000']);
    expect(told(...all.reverse())).toEqual(['quiet by louder at 0: 16.000']);
  });

  it('is over before the other is, which is shorter where it is cut, or played faster', () => {
    expect(told(cue('loud'), cue('short', { start: 0.8 }))).toEqual(['short by loud at 0.8: 12.000']);
    expect(told(cue('loud'), cue('short', { start: 0.85 }))).toEqual([]);
    expect(told(cue('loud', { cut: 0.9 }), cue('short', { start: 0.75 }))).toEqual([]);
    expect(told(cue('loud', { cut: 0.95 }), cue('short', { start: 0.75 }))).toEqual(['short by loud at 0.75: 12.000']);
    expect(told(cue('loud', { cut: 9 }), cue('short', { start: 0.85 }))).toEqual([]);
    expect(told(cue('loud', { rate: 2 }), cue('short', { start: 0.3 }))).toEqual(['short by loud at 0.3: 12.000']);
    expect(told(cue('loud', { rate: 2 }), cue('short', { start: 0.35 }))).toEqual([]);
    // It is itself cut before the other ends.
    expect(told(cue('loud'), cue('short', { start: 0.85, cut: 0.1 }))).toEqual(['short by loud at 0.85: 12.000']);
  });

  it('is not listened to where it has faded by more than 20 dB', () => {
    // Its second half is 26 dB down: the other may have ended by then.
    expect(told(cue('loud', { cut: 0.5 }), cue('fading'))).toEqual(['fading by loud at 0: 12.000']);
    expect(told(cue('loud', { cut: 0.45 }), cue('fading'))).toEqual([]);
    // The other, faded, masks no longer.
    expect(told(cue('fading', { gain: 30 }), cue('quiet'))).toEqual([]);
    expect(told(cue('fading', { gain: 30 }), cue('quiet', { cut: 0.5 }))).toEqual(['quiet by fading at 0: 29.542']);
  });

  it('is none that nobody hears, nor one of the same effect, nor one whose loudness is not known', () => {
    for (const other of ['silent', 'unknown', 'empty', 'gone'])
      expect(told(cue('louder'), cue(other)))
        .withContext(other)
        .toEqual([]);
    expect(told(cue('louder'), cue('quiet', { gain: 0 }))).toEqual([]);
    expect(told(cue('louder', { gain: 0 }), cue('quiet'))).toEqual([]);
    expect(told(cue('louder'), cue('quiet', { effect: 'louder' }))).toEqual([]);
  });
});
