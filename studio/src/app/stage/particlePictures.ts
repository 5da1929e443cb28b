import { type ParticlePicture } from '@undatio/core';
import { particlePictures } from '@undatio/core/internal';

/** px of each picture's square in the atlas. */
export const pictureSize = 64;

type Brush = (context: CanvasRenderingContext2D) => void;

/** Each picture is white and fills its square, so that size and colour come from the particle alone. */
const brushes: Record<ParticlePicture, Brush> = {
  dot: (context) =>
    glow(context, [
      [0, 1],
      [0.45, 0.95],
      [0.7, 0.35],
      [1, 0],
    ]),
  puff: (context) =>
    glow(context, [
      [0, 0.75],
      [0.4, 0.5],
      [1, 0],
    ]),
  spark(context) {
    context.scale(1, 0.24);
    glow(context, [
      [0, 1],
      [0.5, 0.9],
      [1, 0],
    ]);
  },
  chip(context) {
    context.beginPath();
    context.moveTo(-27, -6);
    context.lineTo(-6, -24);
    context.lineTo(25, -11);
    context.lineTo(17, 20);
    context.lineTo(-14, 23);
    context.closePath();
    context.fill();
  },
};

function glow(context: CanvasRenderingContext2D, stops: readonly (readonly [number, number])[]): void {
  const gradient = context.createRadialGradient(0, 0, 0, 0, 0, 31);
  for (const [at, alpha] of stops) gradient.addColorStop(at, `rgb(255 255 255 / ${alpha})`);
  context.fillStyle = gradient;
  context.beginPath();
  context.arc(0, 0, 31, 0, 2 * Math.PI);
  context.fill();
}

/** All pictures side by side, in the order in which frames number them. */
export function drawParticlePictures(): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = pictureSize * particlePictures.length;
  canvas.height = pictureSize;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('this browser has no 2D canvas');
  particlePictures.forEach((picture, i) => {
    context.save();
    context.translate((i + 0.5) * pictureSize, pictureSize / 2);
    context.fillStyle = 'white';
    brushes[picture](context);
    context.restore();
  });
  return canvas;
}
