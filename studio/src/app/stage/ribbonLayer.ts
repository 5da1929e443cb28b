import type { RibbonFrame } from '@undatio/core';
import { packed, Strokes } from './strokes';

/** Shorter than this a piece of a ribbon has no direction, and nothing to draw. */
const shortest = 1e-3;

/** Ribbons behind moving things: a strip of quadrangles from node to node. */
export class RibbonLayer {
  private readonly strokes: readonly [Strokes, Strokes] = [new Strokes(), new Strokes()];
  /** Behind the bodies, and over them. */
  readonly behind = this.strokes[0].view;
  readonly over = this.strokes[1].view;

  show(frame: RibbonFrame): void {
    for (const strokes of this.strokes) strokes.clear();
    for (let i = 0; i < frame.count; i++) this.draw(frame, i);
  }

  private draw({ first: firsts, nodes, layer, blend, x, y, width, r, g, b, a }: RibbonFrame, ribbon: number): void {
    const drawing = this.strokes[layer[ribbon] === 1 ? 1 : 0].of(blend[ribbon]);
    const first = firsts[ribbon];
    const last = first + nodes[ribbon] - 1;
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
