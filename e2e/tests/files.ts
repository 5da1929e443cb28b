import { crc32, deflateSync } from 'node:zlib';
import wavefile from 'wavefile';

/** Sounds and pictures made by other programs' code, or after their specifications. */

/** A sine in both channels of a WAV, after so many seconds of silence. */
export function wav(seconds: number, hertz: number, bits = '16', silence = 0): Buffer {
  const file = new wavefile.WaveFile();
  const samples = Array.from({ length: Math.round(seconds * 48000) }, (_, i) =>
    i < silence * 48000 ? 0 : 0.5 * Math.sin((2 * Math.PI * hertz * i) / 48000),
  );
  const whole = bits === '32f' ? samples : samples.map((sample) => Math.round(sample * 2 ** (Number(bits) - 1)));
  file.fromScratch(2, 48000, bits, [whole, whole]);
  return Buffer.from(file.toBuffer());
}

export type Colour = readonly [red: number, green: number, blue: number, alpha: number];

/** A PNG (8 bits of red, green, blue and alpha, no filter) of what is at each px. */
export function png(width: number, height: number, at: (x: number, y: number) => Colour = () => [0xc0, 0xc0, 0xc0, 0xc0]): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [size, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    size.writeUInt32BE(data.length);
    check.writeUInt32BE(crc32(body));
    return Buffer.concat([size, body, check]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 6, 0, 0, 0], 8);
  const row = (y: number): Buffer => Buffer.from([0, ...Array.from({ length: width }, (_, x) => at(x, y)).flat()]);
  return Buffer.concat([
    Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.concat(Array.from({ length: height }, (_, y) => row(y))))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
