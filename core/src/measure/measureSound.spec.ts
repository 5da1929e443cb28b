import { measureSound } from './measureSound.js';

describe('a sound that is brought in', () => {
  it('is outlined by the highest of each stretch, of all its channels', () => {
    const left = new Float32Array(12800);
    const right = new Float32Array(12800);
    left[50] = -0.5;
    right[12750] = 0.25;
    const { peaks, duration } = measureSound([left, right], 6400);
    expect([peaks.length, peaks[0], peaks[127], Math.max(...peaks.slice(1, 127)), duration]).toEqual([128, 0.5, 0.25, 0, 2]);
  });

  it('tells how long it is silent before it begins, and nothing of the loudness of silence', () => {
    const samples = new Float32Array(48000).fill(0.2, 24000);
    expect(measureSound([samples], 48000).lead).toBeCloseTo(0.5, 6);
    expect(measureSound([new Float32Array(480)], 48000).loudness).toBeUndefined();
  });

  it('is no more than a point where it has one sample', () => {
    expect(measureSound([Float32Array.of(2)], 48000).peaks).toEqual([1]);
  });
});
