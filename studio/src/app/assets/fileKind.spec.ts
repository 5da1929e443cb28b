import { fileKind, pngSize, refuseLargePicture } from './fileKind';

const bytes = (text: string): Uint8Array => Uint8Array.from(text, (letter) => letter.charCodeAt(0));

describe('a file', () => {
  it('is what it begins as', () => {
    expect(fileKind('a.wav', bytes('RIFF\x08\0\0\0WAVEfmt '))).toBe('wav');
    expect(fileKind('a.png', bytes('\x89PNG\r\n\x1a\n____IEND____'))).toBe('png');
    expect(fileKind('a.JPG', bytes('\xff\xd8\xff\xe0__\xff\xd9'))).toBe('jpeg');
    expect(fileKind('a.webp', bytes('RIFF\x04\0\0\0WEBP'))).toBe('webp');
    expect(fileKind('a.svg', bytes('<?xml version="1.0"?>\n<svg>'))).toBe('svg');
    expect(fileKind('a.ogg', bytes('OggS'))).toBe('audio');
    expect(fileKind('no-ending', bytes('OggS'))).toBe('audio');
  });

  it('is refused when it is empty, nothing of use, or other than its name', () => {
    expect(() => fileKind('a.wav', bytes(''))).toThrowError('it is empty');
    expect(() => fileKind('a.txt', bytes('hello'))).toThrowError(/expected a sound or a picture/);
    expect(() => fileKind('a.wav', bytes('\x89PNG\r\n\x1a\n'))).toThrowError('its name says wav, its contents are png');
  });

  it('is refused when it ends before it says, and taken where it never learnt its size', () => {
    for (const [name, text] of [
      ['a.png', '\x89PNG\r\n\x1a\n____IHDR'],
      ['a.jpg', '\xff\xd8\xff\xe0____'],
      ['four-gigabytes.wav', 'RIFF\xf0\xff\xff\xffWAVEfmt '],
      ['a.webp', 'RIFF\x80\0\0\0WEBP'],
    ] as const)
      expect(() => fileKind(name, bytes(text)))
        .withContext(name)
        .toThrowError('it is cut short');
    expect(fileKind('stream.wav', bytes('RIFF\xff\xff\xff\xffWAVEfmt '))).toBe('wav');
  });

  it('is measured before it is decoded: a picture of 60,000 px never is', () => {
    const huge = bytes('\x89PNG\r\n\x1a\n____IHDR');
    const header = new Uint8Array(24);
    header.set(huge);
    new DataView(header.buffer).setUint32(16, 60000);
    new DataView(header.buffer).setUint32(20, 60000);
    const { width, height } = pngSize(header);
    expect(() => refuseLargePicture(width, height)).toThrowError('expected at most 8192 px a side, found 60000 × 60000');
    expect(() => pngSize(header.subarray(0, 12))).toThrowError('it is cut short');
  });
});
