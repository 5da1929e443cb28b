import wavefile from 'wavefile';
import { encodeWav16, isWav16 } from './wav16.js';

describe('a 16-bit WAV', () => {
  const left = Float32Array.of(0, 0.5, -0.5, 1, -1, 2, -2);
  const right = Float32Array.of(0.25, 0, 0, 0, 0, 0, -0.25);

  it('is read by another program as it was meant', () => {
    const wav = new wavefile.WaveFile(encodeWav16([left, right], 44100));
    const format = wav.fmt as { numChannels: number; sampleRate: number; bitsPerSample: number; audioFormat: number; byteRate: number };
    expect([format.audioFormat, format.numChannels, format.sampleRate, format.bitsPerSample, format.byteRate]).toEqual([
      1, 2, 44100, 16, 176400,
    ]);
    const [one, other] = wav.getSamples(false, Int16Array) as unknown as [Int16Array, Int16Array];
    expect([...one]).toEqual([0, 16384, -16384, 32767, -32767, 32767, -32767]);
    expect([...other]).toEqual([8192, 0, 0, 0, 0, 0, -8192]);
  });

  it('is told from other files', () => {
    expect(isWav16(encodeWav16([left], 8000))).toBeTrue();
    const deep = new wavefile.WaveFile();
    deep.fromScratch(1, 8000, '24', [1, 2, 3]);
    expect(isWav16(deep.toBuffer())).toBeFalse();
    expect(isWav16(Uint8Array.from('OggS'.padEnd(80), (letter) => letter.charCodeAt(0)))).toBeFalse();
    expect(isWav16(new Uint8Array(3))).toBeFalse();
  });
});
