import { programmeLoudness } from './programmeLoudness.js';

/** Sines of 997 Hz in seconds and dB of full scale, one after another. */
function sines(rate: number, ...parts: readonly (readonly [seconds: number, decibels: number])[]): Float32Array {
  const pieces = parts.map(([seconds, decibels]) =>
    Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) => 10 ** (decibels / 20) * Math.sin((2 * Math.PI * 997 * i) / rate)),
  );
  const all = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}

describe('the loudness of a sound', () => {
  // BS.1770: a sine of 997 Hz at 0 dBFS in one front channel reads −3.01 LKFS.
  it('is −3.01 LUFS for the standard’s sine, at any sample rate', () => {
    for (const rate of [32000, 44100, 48000, 96000]) expect(programmeLoudness([sines(rate, [3, 0])], rate)).toBeCloseTo(-3.01, 1);
  });

  // EBU Tech 3341, test signals 1 to 5, in stereo.
  it('is what EBU Tech 3341 expects of its signals, within 0.1 LU', () => {
    const rate = 48000;
    const stereo = (...parts: readonly (readonly [number, number])[]): number => {
      const channel = sines(rate, ...parts);
      return programmeLoudness([channel, channel], rate);
    };
    expect(Math.abs(stereo([20, -23]) - -23)).toBeLessThan(0.1);
    expect(Math.abs(stereo([20, -33]) - -33)).toBeLessThan(0.1);
    expect(Math.abs(stereo([10, -36], [60, -23], [10, -36]) - -23)).toBeLessThan(0.1);
    expect(Math.abs(stereo([10, -72], [10, -36], [60, -23], [10, -36], [10, -72]) - -23)).toBeLessThan(0.1);
    expect(Math.abs(stereo([20, -26], [20.1, -20], [20, -26]) - -23)).toBeLessThan(0.1);
  });

  it('leaves the low-frequency channel out, and hears surrounds more', () => {
    const rate = 48000;
    const loud = sines(rate, [2, -20]);
    const none = new Float32Array(loud.length);
    expect(programmeLoudness([none, none, none, loud, none, none], rate)).toBe(-Infinity);
    const front = programmeLoudness([loud, none, none, none, none, none], rate);
    expect(programmeLoudness([none, none, none, none, loud, none], rate) - front).toBeCloseTo(10 * Math.log10(1.41), 6);
  });

  it('is nothing for silence and for no sound at all, and is told of what is shorter than a block', () => {
    expect(programmeLoudness([new Float32Array(48000)], 48000)).toBe(-Infinity);
    expect(programmeLoudness([], 48000)).toBe(-Infinity);
    expect(programmeLoudness([new Float32Array(0)], 48000)).toBe(-Infinity);
    expect(programmeLoudness([sines(48000, [0.1, -10])], 48000)).toBeCloseTo(-13.01, 0);
  });
});
