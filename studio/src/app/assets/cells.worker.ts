/// <reference lib="webworker" />
import type { CellPlace } from '@undatio/core';
import { emptyCells } from './emptyCells';

/** Finds the places of a picture in which nothing is drawn, off the page's thread. */
addEventListener('message', ({ data }: MessageEvent<{ number: number; picture: ImageBitmap; places: readonly CellPlace[] }>) => {
  const { number, picture, places } = data;
  const empty = emptyCells(places, ({ x, y, width, height }) => {
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) return new Uint8ClampedArray([0, 0, 0, 255]);
    context.drawImage(picture, x, y, width, height, 0, 0, width, height);
    return context.getImageData(0, 0, width, height).data;
  });
  picture.close();
  postMessage({ number, empty });
});
