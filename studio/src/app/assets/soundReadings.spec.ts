import { assetSchema } from '@undatio/core';
import { between, peakOf, type Sound } from './soundReadings';

const sound = (more: object) =>
  assetSchema().parse({ type: 'sound', id: 's', label: 'S', file: 's.wav', sha256: '0'.repeat(64), duration: 0.4, ...more }) as Sound;

describe('what is read of a sound', () => {
  it('is its peak in dB, in the middle of its stretch of the outline', () => {
    const peak = peakOf(sound({ peaks: [0.1, 0.5, 0.2, 0] }));
    // 20 · log10(0.5), and the middle of the second of four stretches of 0.1 s.
    expect(peak?.level).toBeCloseTo(-6.0206, 4);
    expect(peak?.at).toBeCloseTo(0.15, 12);
    expect(peakOf(sound({ peaks: [0, 0] }))).toBeUndefined();
    expect(peakOf(sound({}))).toBeUndefined();
  });

  it('of two is how they stand to one another in time and loudness', () => {
    const crack = sound({ peaks: [1, 0, 0, 0], loudness: -18 });
    const thud = sound({ peaks: [0, 0, 1, 0], loudness: -14.5 });
    expect(between(crack, thud, 0.1)).toEqual(['they sound together for 300 ms', '300 ms from peak to peak', 'the second 3.5 LU louder']);
    expect(between(crack, thud, 0.5)[0]).toBe('100 ms of silence between them');
    expect(between(thud, sound({ duration: 0.05, loudness: -14.5 }), 0)).toEqual(['they sound together for 50 ms', 'equally loud']);
  });
});
