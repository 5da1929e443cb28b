import { LightCanvas, lightColumns, type AnyFrame } from '@undatio/core/internal';
import type { Conventions } from '@undatio/core';
import type { CellPainter, CellSize } from '../stage/cellPainter';

/** px of the picture along each side of a cell. */
const pixels = 3;

/** What the stage draws, as its pixels are, in the cells in which the engine draws how light it is. */
export class PixelCanvas {
  readonly size: CellSize;
  private readonly canvas: LightCanvas;
  private readonly context: CanvasRenderingContext2D;

  constructor({ viewWidth, viewHeight }: Pick<Conventions, 'viewWidth' | 'viewHeight'>) {
    const rows = Math.max(1, Math.round((lightColumns * viewHeight) / viewWidth));
    this.size = { width: lightColumns * pixels, height: rows * pixels };
    this.canvas = new LightCanvas(lightColumns, rows);
    const picture = document.createElement('canvas');
    [picture.width, picture.height] = [this.size.width, this.size.height];
    const context = picture.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('this browser has no 2D canvas');
    this.context = context;
  }

  draw(painter: CellPainter, frame: AnyFrame): LightCanvas {
    const { canvas, context, size } = this;
    painter.paint(frame, context);
    const { data } = context.getImageData(0, 0, size.width, size.height);
    const share = 1 / (255 * pixels * pixels);
    canvas.fill(0, 0, 0);
    for (let y = 0; y < size.height; y++)
      for (let x = 0; x < size.width; x++) {
        const i = Math.floor(y / pixels) * canvas.columns + Math.floor(x / pixels);
        const at = 4 * (y * size.width + x);
        canvas.r[i] += data[at] * share;
        canvas.g[i] += data[at + 1] * share;
        canvas.b[i] += data[at + 2] * share;
      }
    return canvas;
  }
}
