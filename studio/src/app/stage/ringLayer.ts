import type { RingFrame } from '@undatio/core';
import { packed, Strokes } from './strokes';

/** Every ring of a frame. Rings are few: each is drawn anew as it widens. */
export class RingLayer {
  private readonly strokes = new Strokes();
  readonly view = this.strokes.view;

  show({ count, x, y, radius, width, r, g, b, a, blend }: RingFrame): void {
    this.strokes.clear();
    for (let i = 0; i < count; i++) {
      this.strokes
        .of(blend[i])
        .circle(x[i], y[i], radius[i])
        .stroke({ width: width[i], color: packed(r[i], g[i], b[i]), alpha: a[i] });
    }
  }
}
