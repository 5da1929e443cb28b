import type { RibbonFrame } from '@undatio/core';
import { packed, Strokes } from './strokes';

/** Shorter than this a piece of a ribbon has no direction, and nothing to draw. */
const shortest = 1e-3;

/** Ribbons behind moving things: a strip of quadrangles from node to node. */
export class RibbonLayer {
  private readonly strokes = new Strokes();
  readonly view = this.strokes.view;

  show(frame: RibbonFrame): void {
    this.strokes.clear();
    for (let i = 0; i < frame.count; i++) this.draw(frame, frame.first[i], frame.first[i] + frame.nodes[i] - 1, frame.blend[i]);
  }

  private draw({ x, y, width, r, g, b, a }: RibbonFrame, first: number, last: number, blend: number): void {
    const drawing = this.strokes.of(blend);
    let edge: readonly [number, number, number, number] | undefined;
    for (let n = first; n <= last; n++) {
      // Across the way from the node before to the node after.
      const [before, after] = [Math.max(first, n - 1), Math.min(last, n + 1)];
      const dx = x[after] - x[before];
      const dy = y[after] - y[before];
      const far = Math.hypot(dx, dy);
      if (far < shortest) continue;
      const half = width[n] / 2 / far;
      const next = [x[n] - dy * half, y[n] + dx * half, x[n] + dy * half, y[n] - dx * half] as const;
      if (edge) {
        drawing
          .poly([edge[0], edge[1], next[0], next[1], next[2], next[3], edge[2], edge[3]])
          .fill({ color: packed(r[n], g[n], b[n]), alpha: a[n] });
      }
      edge = next;
    }
  }
}
