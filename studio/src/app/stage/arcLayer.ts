import type { ArcFrame } from '@undatio/core';
import { packed, Strokes } from './strokes';

/** Degrees that one slice of a sweep spans at most: few enough that its edge looks round. */
const sliceDegrees = 2.5;
const mostSlices = 240;

/** Weapons’ paths: crescents that narrow and fade from the leading edge to the trailing end. */
export class ArcLayer {
  private readonly strokes = new Strokes();
  readonly view = this.strokes.view;

  show(frame: ArcFrame): void {
    this.strokes.clear();
    for (let i = 0; i < frame.count; i++) this.draw(frame, i);
  }

  private draw({ x, y, inner, outer, from, to, r, g, b, a, blend }: ArcFrame, i: number): void {
    const drawing = this.strokes.of(blend[i]);
    const color = packed(r[i], g[i], b[i]);
    const turn = to[i] - from[i];
    const slices = Math.min(mostSlices, Math.ceil(Math.abs(turn) / sliceDegrees));
    for (let k = 0; k < slices; k++) {
      const corners = [k / slices, (k + 1) / slices].map((share) => {
        const radians = ((from[i] + turn * share) * Math.PI) / 180;
        const narrow = outer[i] - (outer[i] - inner[i]) * share;
        const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
        return { outer: [x[i] + cos * outer[i], y[i] + sin * outer[i]], inner: [x[i] + cos * narrow, y[i] + sin * narrow] };
      });
      const [begin, end] = corners;
      const share = (k + 1) / slices;
      drawing.poly([...begin.outer, ...end.outer, ...end.inner, ...begin.inner]).fill({ color, alpha: a[i] * share * share });
    }
  }
}
