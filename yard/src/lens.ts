import { hex } from './drawing.js';

/** Paints the view's dark corners and its flash over the whole canvas. */
export function paintLens(
  context: CanvasRenderingContext2D,
  view: { readonly vignette: number; readonly flash: number; readonly flashColour: number },
  width: number,
  height: number,
): void {
  if (view.vignette > 0) {
    // A round gradient, stretched over the view.
    context.save();
    context.scale(width, height);
    const dark = context.createRadialGradient(0.5, 0.5, 60 / 256, 0.5, 0.5, 182 / 256);
    dark.addColorStop(0, 'rgb(4 10 16 / 0)');
    dark.addColorStop(1, `rgb(4 10 16 / ${view.vignette})`);
    context.fillStyle = dark;
    context.fillRect(0, 0, 1, 1);
    context.restore();
  }
  if (view.flash <= 0) return;
  context.globalAlpha = view.flash;
  context.fillStyle = hex(view.flashColour);
  context.fillRect(0, 0, width, height);
  context.globalAlpha = 1;
}

/** Shifts the red of a canvas to the right and its blue to the left. */
export class Splitter {
  private readonly copy = document.createElement('canvas');
  private readonly channel = document.createElement('canvas');

  /** `px`: the shift in px of the canvas. */
  split(context: CanvasRenderingContext2D, px: number): void {
    const { canvas } = context;
    const { copy, channel } = this;
    for (const one of [copy, channel]) {
      one.width = canvas.width;
      one.height = canvas.height;
    }
    copy.getContext('2d')?.drawImage(canvas, 0, 0);
    const ink = channel.getContext('2d');
    if (!ink) return;
    context.save();
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.fillStyle = '#000';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.globalCompositeOperation = 'lighter';
    for (const [colour, shift] of [
      ['#f00', px],
      ['#0f0', 0],
      ['#00f', -px],
    ] as const) {
      ink.globalCompositeOperation = 'copy';
      ink.drawImage(copy, 0, 0);
      ink.globalCompositeOperation = 'multiply';
      ink.fillStyle = colour;
      ink.fillRect(0, 0, channel.width, channel.height);
      context.drawImage(channel, shift, 0);
      // The strip that a shift leaves free repeats the canvas's edge.
      const { width, height } = channel;
      if (shift > 0) context.drawImage(channel, 0, 0, 1, height, 0, 0, shift, height);
      if (shift < 0) context.drawImage(channel, width - 1, 0, 1, height, width + shift, 0, -shift, height);
    }
    context.restore();
  }
}
