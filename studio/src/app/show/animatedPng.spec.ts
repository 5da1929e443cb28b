import { animatedPng, type Picture } from './animatedPng';

/** Chromium's own reading of moving pictures, which the compiler's library does not know yet. */
interface Decoder {
  readonly tracks: {
    readonly ready: Promise<void>;
    readonly selectedTrack: { readonly frameCount: number; readonly repetitionCount: number };
  };
  readonly completed: Promise<void>;
  decode(options: { frameIndex: number }): Promise<{ image: VideoFrame }>;
}
declare const ImageDecoder: new (init: { data: ArrayBuffer; type: string; preferAnimation: boolean }) => Decoder;

const picture = (paint: (x: number, y: number) => readonly [number, number, number], width = 13, height = 7): Picture => {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set([...paint(x, y), 255], (y * width + x) * 4);
  return { width, height, data };
};
const ground = (x: number, y: number) => [x * 19, y * 36, 90] as const;
const withSpot = (at: number) => picture((x, y) => (x >= at && x < at + 3 && y > 2 && y < 5 ? [255, 40, 0] : ground(x, y)));

async function pixelsOf(frame: VideoFrame): Promise<number[]> {
  const canvas = new OffscreenCanvas(frame.displayWidth, frame.displayHeight);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  context?.drawImage(frame, 0, 0);
  return [...(context?.getImageData(0, 0, canvas.width, canvas.height).data ?? [])];
}

describe('an animated PNG', () => {
  it('is what the browser reads: every picture, for as long as it is to be seen, again and again', async () => {
    const pictures = [picture(ground), withSpot(1), withSpot(5), withSpot(5), picture(ground)];
    const told: number[] = [];
    const blob = await animatedPng(pictures, 40, (share) => told.push(share));
    expect(told).toEqual([0.2, 0.4, 0.6, 0.8, 1]);
    const decoder = new ImageDecoder({ data: await blob.arrayBuffer(), type: 'image/png', preferAnimation: true });
    await decoder.tracks.ready;
    await decoder.completed;
    expect(decoder.tracks.selectedTrack.frameCount).toBe(5);
    expect(decoder.tracks.selectedTrack.repetitionCount).toBe(Infinity);
    for (const [i, { data }] of pictures.entries()) {
      const { image } = await decoder.decode({ frameIndex: i });
      expect(image.duration).toBe(40_000);
      expect(await pixelsOf(image))
        .withContext(`picture ${i}`)
        .toEqual([...data]);
      image.close();
    }
  });

  it('is small where little moves', async () => {
    const still = picture((x, y) => [(x * 7919 + y * 104729) % 256, (x * y * 31) % 256, (x + y * 3) % 256], 80, 60);
    const one = (await animatedPng([still], 40)).size;
    const many = (await animatedPng(new Array<Picture>(20).fill(still), 40)).size;
    expect(many).toBeLessThan(one + 20 * 100);
  });

  it('is refused without a picture, of two sizes, and stops where it is told to', async () => {
    await expectAsync(animatedPng([], 40)).toBeRejectedWithError(RangeError);
    await expectAsync(animatedPng([picture(ground), picture(ground, 4, 4)], 40)).toBeRejectedWithError(RangeError);
    const stop = (): never => {
      throw new Error('stopped');
    };
    await expectAsync(animatedPng([picture(ground), withSpot(1)], 40, stop)).toBeRejectedWithError('stopped');
  });
});
