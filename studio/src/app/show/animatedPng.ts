/** One picture of an animation: RGBA, row by row. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

const signature = [137, 80, 78, 71, 13, 10, 26, 10];

/** CRC-32 as PNG has it, by table. */
const crcTable = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crcOf(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = crcTable[(c ^ byte) & 255] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function chunk(name: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(12 + data.length);
  const view = new DataView(bytes.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) bytes[4 + i] = name.charCodeAt(i);
  bytes.set(data, 8);
  view.setUint32(8 + data.length, crcOf(bytes.subarray(4, 8 + data.length)));
  return bytes;
}

/** Whole numbers, big-endian: of four bytes each, or of as many as said. */
function numbers(...parts: readonly (number | readonly [value: number, bytes: 1 | 2])[]): Uint8Array {
  return Uint8Array.from(
    parts.flatMap((part) => {
      const [value, count] = typeof part === 'number' ? [part, 4] : part;
      return Array.from({ length: count }, (_, i) => (value >>> (8 * (count - 1 - i))) & 255);
    }),
  );
}

/** A part of a picture, px. */
interface Part {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The smallest rectangle that holds all that differs; one px where nothing does, because a frame cannot be empty. */
function changedPart(before: Picture, now: Picture): Part {
  const [a, b] = [before, now].map(({ data }) => new Uint32Array(data.buffer, data.byteOffset, data.length / 4));
  const { width, height } = now;
  let [left, right, top, bottom] = [width, -1, height, -1];
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      if (a[i] === b[i]) continue;
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      bottom = y;
    }
  return right < 0 ? { x: 0, y: 0, width: 1, height: 1 } : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

/** The rows of a part, each filtered by the row above it, as a zlib stream. */
async function packed({ data, width: whole }: Picture, { x, y, width, height }: Part): Promise<Uint8Array> {
  const stride = width * 4;
  const rows = new Uint8Array((stride + 1) * height);
  for (let row = 0; row < height; row++) {
    const from = ((y + row) * whole + x) * 4;
    const to = row * (stride + 1);
    rows[to] = row === 0 ? 0 : 2;
    for (let i = 0; i < stride; i++) rows[to + 1 + i] = row === 0 ? data[from + i] : (data[from + i] - data[from - whole * 4 + i]) & 255;
  }
  const stream = new Blob([rows]).stream().pipeThrough(new CompressionStream('deflate'));
  return new Uint8Array(await new Response(stream).arrayBuffer());
}

/**
 * An animated PNG (PNG, third edition): pictures of one size, each shown for `milliseconds`, again and again. A later picture holds
 * only what differs from the one before. `told` hears how much is done, 0 to 1, and may throw to stop. Throws RangeError without a
 * picture, or where they are not of one size.
 */
export async function animatedPng(
  pictures: readonly Picture[],
  milliseconds: number,
  told: (share: number) => void = () => undefined,
): Promise<Blob> {
  if (pictures.length === 0) throw new RangeError('expected at least one picture');
  const [{ width, height }] = pictures;
  if (pictures.some((one) => one.width !== width || one.height !== height)) throw new RangeError('expected pictures of one size');
  const parts: Uint8Array<ArrayBuffer>[] = [
    Uint8Array.from(signature),
    chunk('IHDR', numbers(width, height, [8, 1], [6, 1], [0, 1], [0, 1], [0, 1])),
    chunk('acTL', numbers(pictures.length, 0)),
  ];
  let sequence = 0;
  for (const [i, picture] of pictures.entries()) {
    const part = i === 0 ? { x: 0, y: 0, width, height } : changedPart(pictures[i - 1], picture);
    const place = [part.width, part.height, part.x, part.y] as const;
    parts.push(chunk('fcTL', numbers(sequence++, ...place, [Math.round(milliseconds), 2], [1000, 2], [0, 1], [0, 1])));
    const data = await packed(picture, part);
    if (i === 0) parts.push(chunk('IDAT', data));
    else {
      const numbered = new Uint8Array(4 + data.length);
      numbered.set(numbers(sequence++));
      numbered.set(data, 4);
      parts.push(chunk('fdAT', numbered));
    }
    told((i + 1) / pictures.length);
  }
  parts.push(chunk('IEND', new Uint8Array()));
  return new Blob(parts, { type: 'image/png' });
}
