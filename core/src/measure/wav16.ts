/**
 * A WAV file of 16-bit PCM, little-endian, its channels interleaved: `RIFF`/`WAVE` with a `fmt ` chunk of format 1 and a
 * `data` chunk. Samples beyond ±1 are clipped; halves are rounded away from nought.
 */
export function encodeWav16(channels: readonly Float32Array[], sampleRate: number): Uint8Array<ArrayBuffer> {
  const count = channels.length;
  const length = channels[0]?.length ?? 0;
  const data = length * count * 2;
  const bytes = new Uint8Array(44 + data);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string): void => {
    for (let i = 0; i < word.length; i++) view.setUint8(at + i, word.charCodeAt(i));
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + data, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, count, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * count * 2, true);
  view.setUint16(32, count * 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, data, true);
  for (let i = 0, at = 44; i < length; i++)
    for (let c = 0; c < count; c++, at += 2) {
      const level = Math.min(1, Math.max(-1, channels[c][i]));
      view.setInt16(at, Math.sign(level) * Math.round(Math.abs(level) * 32767), true);
    }
  return bytes;
}

/** Whether a file is such a WAV already. */
export function isWav16(bytes: Uint8Array): boolean {
  if (bytes.length < 36) return false;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const word = (at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));
  return (
    word(0) === 'RIFF' && word(8) === 'WAVE' && word(12) === 'fmt ' && view.getUint16(20, true) === 1 && view.getUint16(34, true) === 16
  );
}
