import fc from 'fast-check';
import { soundCue } from '../testing/frames.js';
import { encodeWav16 } from '../measure/wav16.js';
import { decodeWav, WavError, type Samples } from './decodeWav.js';
import { measureMix, mixOutline } from './measureMix.js';
import { mixSounds } from './mixSounds.js';
import { truePeak } from './truePeak.js';

const mono = (values: readonly number[], sampleRate = 1000): Samples => ({ channels: [Float32Array.from(values)], sampleRate });
const clips = (clip: Samples): ReadonlyMap<string, Samples> => new Map([['crack', clip]]);
const rounded = (values: Float32Array): number[] => [...values].map((value) => Number(value.toFixed(6)));
const half = Math.SQRT1_2;

describe('a WAV file', () => {
  it('is read as it was written', () => {
    const values = Float32Array.from([0, 0.5, -0.5, 1, -1]);
    const { channels, sampleRate } = decodeWav(encodeWav16([values, values], 44100));
    expect(sampleRate).toBe(44100);
    expect(channels.length).toBe(2);
    for (let i = 0; i < values.length; i++) expect(channels[1][i]).toBeCloseTo(values[i], 4);
  });

  /** A file by hand: chunks by their names and bytes. */
  const riff = (...chunks: readonly (readonly [string, readonly number[]])[]): Uint8Array => {
    const text = (name: string): number[] => [...name].map((letter) => letter.charCodeAt(0));
    const size = (n: number): number[] => [n & 255, (n >> 8) & 255, (n >> 16) & 255, (n >> 24) & 255];
    const body = chunks.flatMap(([name, bytes]) => [...text(name), ...size(bytes.length), ...bytes, ...(bytes.length % 2 ? [0] : [])]);
    return Uint8Array.from([...text('RIFF'), ...size(body.length + 4), ...text('WAVE'), ...body]);
  };
  const format = (tag: number, channels: number, bits: number): number[] => [
    tag & 255,
    tag >> 8,
    channels,
    0,
    0x44,
    0xac,
    0,
    0,
    0,
    0,
    0,
    0,
    0,
    0,
    bits,
    0,
  ];

  it('is read with other chunks before, of 8, 24 and 32 bits, and of floating point', () => {
    const of = (bits: number, tag: number, bytes: number[]): number[] =>
      [...decodeWav(riff(['LIST', [1, 2, 3]], ['fmt ', format(tag, 1, bits)], ['data', bytes])).channels[0]].map((x) =>
        Number(x.toFixed(6)),
      );
    expect(of(8, 1, [128, 192, 0])).toEqual([0, 0.5, -1]);
    expect(of(24, 1, [0, 0, 64, 0, 0, 128])).toEqual([0.5, -1]);
    expect(of(32, 1, [0, 0, 0, 64])).toEqual([0.5]);
    expect(of(32, 3, [0, 0, 0, 0x3f])).toEqual([0.5]);
  });

  it('is refused with what was expected, and never throws anything else', () => {
    const refused = (bytes: Uint8Array): string => {
      try {
        decodeWav(bytes);
        return '';
      } catch (error) {
        if (!(error instanceof WavError)) throw error;
        return error.message;
      }
    };
    expect(refused(Uint8Array.from([1, 2, 3]))).toContain('expected a WAV file');
    expect(refused(riff(['data', [1, 2]]))).toContain('format before its samples');
    expect(refused(riff(['fmt ', format(1, 1, 16)]))).toContain('cut short');
    expect(refused(riff(['fmt ', format(85, 1, 16)], ['data', [1, 2]]))).toContain('found format 85');
    const good = encodeWav16([new Float32Array(50)], 8000);
    fc.assert(
      fc.property(fc.nat(good.length), fc.nat(43), fc.nat(255), (length, at, value) => {
        const bad = good.slice(0, length);
        if (at < bad.length) bad[at] = value;
        refused(bad);
      }),
    );
  });
});

describe('a mix', () => {
  it('is a plain sum, each sound at its time and gain, both sides by equal power', () => {
    const clip = mono([1, 0.5, 0.25]);
    const { channels, from } = mixSounds([soundCue(), soundCue({ start: 0.002, gain: 0.5 })], clips(clip), 1000);
    expect(from).toBe(0);
    const sum = [1, 0.5, 0.25 + 0.5, 0.25, 0.125].map((value) => Number((value * half).toFixed(6)));
    expect(rounded(channels[0])).toEqual(sum);
    expect(rounded(channels[1])).toEqual(sum);
  });

  it('begins with what is heard before contact', () => {
    const { channels, from } = mixSounds([soundCue({ start: -0.003 }), soundCue()], clips(mono([1])), 1000);
    expect(from).toBe(-0.003);
    expect(rounded(channels[0])).toEqual([half, 0, 0, half].map((value) => Number(value.toFixed(6))));
  });

  it('plays faster and at other sample rates by straight lines between samples', () => {
    const clip = mono([0, 1, 2, 3]);
    expect(rounded(mixSounds([soundCue({ rate: 2, pan: -1 })], clips(clip), 1000).channels[0])).toEqual([0, 2]);
    expect(rounded(mixSounds([soundCue({ rate: 0.5, pan: -1 })], clips(clip), 1000).channels[0])).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3]);
    expect(rounded(mixSounds([soundCue({ pan: -1 })], clips(clip), 2000).channels[0])).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3]);
  });

  it('stops what is cut, and puts two channels left and right as a stereo panner does', () => {
    expect(rounded(mixSounds([soundCue({ cut: 0.002, pan: 1 })], clips(mono([1, 1, 1, 1])), 1000).channels[1])).toEqual([1, 1]);
    const stereo: Samples = { channels: [Float32Array.of(1), Float32Array.of(0.5)], sampleRate: 1000 };
    const at = (pan: number): number[] =>
      mixSounds([soundCue({ pan })], clips(stereo), 1000).channels.map((channel) => Number(channel[0].toFixed(4)));
    expect(at(0)).toEqual([1, 0.5]);
    expect(at(-1)).toEqual([1.5, 0]);
    expect(at(1)).toEqual([0, 1.5]);
    // A quarter turn either way at half: cos 45° of the far side stays.
    expect(at(-0.5)).toEqual([Number((1 + 0.5 * half).toFixed(4)), Number((0.5 * half).toFixed(4))]);
  });

  it('is silent where there are no sounds, or their clips are not there', () => {
    expect(rounded(mixSounds([], new Map()).channels[0])).toEqual([0]);
    expect(rounded(mixSounds([soundCue({ clip: 'gone' })], new Map()).channels[0])).toEqual([0]);
    expect(measureMix(mixSounds([], new Map()))).toEqual(
      jasmine.objectContaining({ loudness: -Infinity, truePeak: -Infinity, clipping: [] }),
    );
  });

  it('tells where it clips, and its outline', () => {
    const mix = mixSounds(
      [soundCue({ pan: -1, start: 0.01 }), soundCue({ pan: -1, start: 0.01 })],
      clips(mono([0.4, 0.6, 0.7, 0.1, -0.9])),
      1000,
    );
    const { clipping, samplePeak } = measureMix(mix);
    expect(clipping.length).toBe(1);
    expect([clipping[0].from, clipping[0].to].map((t) => Number(t.toFixed(6)))).toEqual([0.011, 0.015]);
    expect(samplePeak).toBeCloseTo(20 * Math.log10(1.8), 4);
    const { low, high } = mixOutline(mix, 3);
    expect([...low].map((x) => Number(x.toFixed(3)))).toEqual([0, 0, -1.8]);
    expect([...high].map((x) => Number(x.toFixed(3)))).toEqual([0, 0, 1.4]);
  });
});

describe('the true peak', () => {
  const sine = (rate: number, hertz: number, degrees: number): Float32Array =>
    Float32Array.from({ length: 4800 }, (_, i) => Math.sin((2 * Math.PI * hertz * i) / rate + (degrees * Math.PI) / 180));

  // The standard: a meter of four times the samples reads a sine of a quarter of the rate at most 0.6 dB too low.
  it('finds what lies between samples: a sine of a quarter of the rate, sampled beside its crests', () => {
    const between = sine(48000, 12000, 45);
    expect(20 * Math.log10(Math.max(...between))).toBeCloseTo(-3.01, 1);
    expect(Math.abs(20 * Math.log10(truePeak([between])))).toBeLessThan(0.6);
  });

  it('is at least the highest sample, and that of a slow sine', () => {
    expect(20 * Math.log10(truePeak([sine(48000, 997, 0)]))).toBeCloseTo(0, 1);
    expect(truePeak([Float32Array.of(0, 0, 0.8, 0, 0)])).toBeGreaterThanOrEqual(0.8);
    expect(truePeak([])).toBe(0);
  });
});
