/** A sound as samples, one row a channel, about −1..1. */
export interface Samples {
  readonly channels: readonly Float32Array[];
  readonly sampleRate: number;
}

/** What is wrong with a sound’s file, in words. */
export class WavError extends Error {}

const word = (view: DataView, at: number): string =>
  String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

/** Format tags: integers, floating point, and the one that carries either in its extension. */
const pcm = 1;
const float = 3;
const extensible = 0xfffe;

/**
 * The samples of a WAV file (RIFF/WAVE): integers of 8, 16, 24 or 32 bits and floating point of 32. Integers are divided by
 * half their range. Throws WavError, naming what was expected, where it is another file, cut short or of another format.
 */
export function decodeWav(bytes: Uint8Array): Samples {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.byteLength < 12 || word(view, 0) !== 'RIFF' || word(view, 8) !== 'WAVE') throw new WavError('expected a WAV file');
  let format: { tag: number; channels: number; rate: number; bits: number } | undefined;
  for (let at = 12; at + 8 <= view.byteLength;) {
    const name = word(view, at);
    const size = view.getUint32(at + 4, true);
    const from = at + 8;
    if (name === 'fmt ' && size >= 16 && from + 16 <= view.byteLength) {
      const tag = view.getUint16(from, true);
      const inside = tag === extensible && size >= 26 && from + 26 <= view.byteLength ? view.getUint16(from + 24, true) : tag;
      format = {
        tag: inside,
        channels: view.getUint16(from + 2, true),
        rate: view.getUint32(from + 4, true),
        bits: view.getUint16(from + 14, true),
      };
    }
    if (name === 'data') {
      if (!format) throw new WavError('expected its format before its samples');
      return samplesOf(view, from, Math.min(size, view.byteLength - from), format);
    }
    // Chunks are padded to whole words.
    at = from + size + (size % 2);
  }
  throw new WavError('expected samples, found none: the file is cut short');
}

type Read = (view: DataView, at: number) => number;

const readers: Readonly<Record<string, Read>> = {
  [`${pcm}/8`]: (view, at) => (view.getUint8(at) - 128) / 128,
  [`${pcm}/16`]: (view, at) => view.getInt16(at, true) / 32768,
  [`${pcm}/24`]: (view, at) => (view.getUint16(at, true) + view.getInt8(at + 2) * 65536) / 8388608,
  [`${pcm}/32`]: (view, at) => view.getInt32(at, true) / 2147483648,
  [`${float}/32`]: (view, at) => view.getFloat32(at, true),
};

function samplesOf(
  view: DataView,
  from: number,
  size: number,
  { tag, channels, rate, bits }: { tag: number; channels: number; rate: number; bits: number },
): Samples {
  const read = (readers as Readonly<Record<string, Read | undefined>>)[`${tag}/${bits}`];
  if (!read || channels < 1 || channels > 8) throw new WavError(`expected PCM of 8 to 32 bits, found format ${tag} of ${bits} bits`);
  if (rate < 1000 || rate > 768000) throw new WavError(`expected a sample rate from 1 to 768 kHz, found ${rate} Hz`);
  const width = bits / 8;
  const length = Math.floor(size / (width * channels));
  const rows = Array.from({ length: channels }, () => new Float32Array(length));
  for (let i = 0, at = from; i < length; i++) for (let c = 0; c < channels; c++, at += width) rows[c][i] = read(view, at);
  return { channels: rows, sampleRate: rate };
}
