import { linearByTable, luminanceOf } from '../maths/luminance.js';
import type { Fraction } from '../units.js';
import { backward, growth, within, type Affine } from './affine.js';
import type { Ink } from './ink.js';
import { cellLight, type CellLight } from './pictureLight.js';

/** Changes a colour on its way to the canvas: three channels in `rgb`, not premultiplied. */
export type Recolour = (rgb: Float32Array) => void;

/** White all over. */
const opaque = cellLight(1, 1, new Uint8Array([255, 255, 255, 255]));

/** Things smaller than this, in cells, are laid on the cells about their middle with their whole area. */
const small = 1.5;

/** A picture of few cells, in which each holds the mean colour of what is drawn there: encoded sRGB, as games mix colours. */
export class LightCanvas {
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  private readonly rgb = new Float32Array(3);
  /** Of a place x, y on the canvas, `b`·x + `d`·y + `f` says how low it lies; nothing is drawn where that is above 0. */
  private ground: Pick<Affine, 'b' | 'd' | 'f'> | undefined;

  constructor(
    readonly columns: number,
    readonly rows: number,
  ) {
    this.r = new Float32Array(columns * rows);
    this.g = new Float32Array(columns * rows);
    this.b = new Float32Array(columns * rows);
  }

  fill(r: Fraction, g: Fraction, b: Fraction): void {
    this.r.fill(r);
    this.g.fill(g);
    this.b.fill(b);
  }

  copy({ r, g, b }: LightCanvas): void {
    this.r.set(r);
    this.g.set(g);
    this.b.set(b);
  }

  /** Draws pictures of which nothing is seen lower than a height `y` of what `toCanvas` takes to the canvas. */
  above(toCanvas: Affine, y: number, draw: () => void): void {
    const back = backward(toCanvas);
    if (!back) return;
    this.ground = { b: back.b, d: back.d, f: back.f - y };
    draw();
    this.ground = undefined;
  }

  private hidden(x: number, y: number): boolean {
    const { ground } = this;
    return ground !== undefined && ground.b * x + ground.d * y + ground.f > 0;
  }

  /** Relative luminance of every cell. */
  luminanceInto(out: Float32Array): void {
    const { r, g, b } = this;
    for (let i = 0; i < out.length; i++) out[i] = luminanceOf(linearByTable(r[i]), linearByTable(g[i]), linearByTable(b[i]));
  }

  /** Lays a colour on one cell, as much of it as `cover` says. */
  blend(i: number, ink: Ink, cover: Fraction): void {
    const alpha = Math.min(1, ink.a * cover);
    if (alpha > 0) this.lay(i, ink.r * alpha, ink.g * alpha, ink.b * alpha, alpha, ink.adds === true);
  }

  /** Premultiplied. */
  private lay(i: number, r: number, g: number, b: number, alpha: number, adds: boolean): void {
    const rest = adds ? 1 : 1 - alpha;
    this.r[i] = Math.min(1, this.r[i] * rest + r);
    this.g[i] = Math.min(1, this.g[i] * rest + g);
    this.b[i] = Math.min(1, this.b[i] * rest + b);
  }

  /** Calls for every cell whose middle lies within a rectangle, with that middle; all in cells. */
  private eachWithin(left: number, top: number, right: number, bottom: number, each: (i: number, x: number, y: number) => void): void {
    const x0 = Math.max(0, Math.floor(left));
    const x1 = Math.min(this.columns - 1, Math.ceil(right) - 1);
    const y0 = Math.max(0, Math.floor(top));
    const y1 = Math.min(this.rows - 1, Math.ceil(bottom) - 1);
    for (let y = y0; y <= y1; y++) for (let x = x0; x <= x1; x++) each(y * this.columns + x, x + 0.5, y + 0.5);
  }

  /** Something too small to have a shape here: its whole area, in cells, on the four cells about its middle. */
  private speck(x: number, y: number, area: number, ink: Ink): void {
    const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
    const [fx, fy] = [x - 0.5 - left, y - 0.5 - top];
    const put = (column: number, row: number, share: number): void => {
      if (column >= 0 && row >= 0 && column < this.columns && row < this.rows) this.blend(row * this.columns + column, ink, area * share);
    };
    put(left, top, (1 - fx) * (1 - fy));
    put(left + 1, top, fx * (1 - fy));
    put(left, top + 1, (1 - fx) * fy);
    put(left + 1, top + 1, fx * fy);
  }

  /**
   * A disc whose alpha changes from its middle to its rim, squeezed to `flat` of its height and turned: `profile` of 0..1;
   * `mean` of it over the disc. All in cells and radians.
   */
  disc(x: number, y: number, radius: number, ink: Ink, profile: (at: Fraction) => Fraction, mean: Fraction, flat = 1, turn = 0): void {
    if (radius * (1 + flat) < small) return this.speck(x, y, Math.PI * radius * radius * flat * mean, ink);
    const cos = Math.cos(turn);
    const sin = Math.sin(turn);
    // No thinner than a cell, or it would fall between the places that are looked at.
    const thin = Math.max(flat, Math.min(1, 0.5 / radius));
    const weaker = flat / thin;
    this.eachWithin(x - radius, y - radius, x + radius, y + radius, (i, cx, cy) => {
      let cover = 0;
      for (let k = 0; k < 4; k++) {
        const dx = cx - 0.25 + 0.5 * (k & 1) - x;
        const dy = cy - 0.25 + 0.5 * (k >> 1) - y;
        const at = Math.hypot((dx * cos + dy * sin) / radius, (dy * cos - dx * sin) / (radius * thin));
        if (at < 1) cover += profile(at);
      }
      if (cover > 0) this.blend(i, ink, (cover * weaker) / 4);
    });
  }

  /** A circle's line, in cells. */
  ring(x: number, y: number, radius: number, width: number, ink: Ink): void {
    const [near, far] = [radius - width / 2, radius + width / 2];
    if (far < 0.5) return this.speck(x, y, Math.PI * (far * far - Math.max(0, near) ** 2), ink);
    this.eachWithin(x - far - 0.5, y - far - 0.5, x + far + 0.5, y + far + 0.5, (i, cx, cy) => {
      const d = Math.hypot(cx - x, cy - y);
      this.blend(i, ink, overlap(d, near, far));
    });
  }

  /** A piece of a ring that grows narrower and fainter from its leading edge `to` back to `from`, in cells and radians. */
  sweep(x: number, y: number, inner: number, outer: number, from: number, to: number, ink: Ink): void {
    const turn = to - from;
    if (turn === 0) return;
    const round = 2 * Math.PI;
    this.eachWithin(x - outer - 0.5, y - outer - 0.5, x + outer + 0.5, y + outer + 0.5, (i, cx, cy) => {
      const angle = Math.atan2(cy - y, cx - x);
      const gone = (((turn > 0 ? angle - from : from - angle) % round) + round) % round;
      // A sweep of more than a turn lies over itself.
      for (let g = gone; g <= Math.abs(turn); g += round) {
        const share = g / Math.abs(turn);
        const cover = overlap(Math.hypot(cx - x, cy - y), outer - (outer - inner) * share, outer);
        if (cover > 0) this.blend(i, ink, cover * share * share);
      }
    });
  }

  /** A straight piece of a ribbon, in cells. */
  stroke(x0: number, y0: number, x1: number, y1: number, width: number, ink: Ink): void {
    const [dx, dy] = [x1 - x0, y1 - y0];
    const across = width / Math.hypot(dx, dy);
    if (!Number.isFinite(across)) return;
    const [c, d] = [-dy * across, dx * across];
    this.rectangle({ a: dx, b: dy, c, d, e: x0 - c / 2, f: y0 - d / 2 }, ink);
  }

  /** A plain rectangle: `m` takes the unit square to the canvas. */
  rectangle(m: Affine, ink: Ink): void {
    this.picture(m, opaque, ink);
  }

  /**
   * A cell of a picture: `m` takes the unit square, that it fills, to the canvas; `tint` multiplies its colours. Looked at in four
   * places of each cell of the canvas, so that edges come out between.
   */
  picture(m: Affine, cell: CellLight, tint: Ink, recolour?: Recolour): void {
    const { rgb } = this;
    const adds = tint.adds === true;
    const area = growth(m);
    const inked = (r: number, g: number, b: number, alpha: number): void => {
      rgb[0] = alpha > 0 ? r / alpha : 0;
      rgb[1] = alpha > 0 ? g / alpha : 0;
      rgb[2] = alpha > 0 ? b / alpha : 0;
      recolour?.(rgb);
      rgb[0] *= tint.r * alpha;
      rgb[1] *= tint.g * alpha;
      rgb[2] *= tint.b * alpha;
    };
    if (area < small) {
      const [r, g, b, a] = cell.mean;
      const [x, y] = [m.e + (m.a + m.c) / 2, m.f + (m.b + m.d) / 2];
      if (a <= 0 || this.hidden(x, y)) return;
      inked(r, g, b, a);
      this.speck(x, y, area, {
        r: rgb[0] / a,
        g: rgb[1] / a,
        b: rgb[2] / a,
        a: a * tint.a,
        adds,
      });
      return;
    }
    const thick = thickened(m);
    const cover = (tint.a * area) / growth(thick);
    const back = backward(thick);
    if (!back) return;
    const { columns, rows, light, inked: part } = cell;
    // Of the picture only where anything is drawn in it.
    const square = within(thick, { a: part.right - part.left, b: 0, c: 0, d: part.bottom - part.top, e: part.left, f: part.top });
    this.eachOfQuad(square, (i, cx, cy) => {
      let r = 0;
      let g = 0;
      let b = 0;
      let alpha = 0;
      for (let k = 0; k < 4; k++) {
        const x = cx - 0.25 + 0.5 * (k & 1);
        const y = cy - 0.25 + 0.5 * (k >> 1);
        const u = back.a * x + back.c * y + back.e;
        const v = back.b * x + back.d * y + back.f;
        if (u < 0 || u >= 1 || v < 0 || v >= 1 || this.hidden(x, y)) continue;
        const at = 4 * (((v * rows) | 0) * columns + ((u * columns) | 0));
        r += light[at] / 4;
        g += light[at + 1] / 4;
        b += light[at + 2] / 4;
        alpha += light[at + 3] / 4;
      }
      if (alpha <= 0) return;
      inked(r, g, b, alpha);
      this.lay(i, rgb[0] * cover, rgb[1] * cover, rgb[2] * cover, alpha * cover, adds);
    });
  }

  private eachOfQuad(m: Affine, each: (i: number, x: number, y: number) => void): void {
    const xs = [m.e, m.e + m.a, m.e + m.c, m.e + m.a + m.c];
    const ys = [m.f, m.f + m.b, m.f + m.d, m.f + m.b + m.d];
    this.eachWithin(Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys), each);
  }

  /** Moves red so many cells to the right and blue as many to the left. */
  split(by: number): void {
    this.shift(this.r, by);
    this.shift(this.b, -by);
  }

  private shift(channel: Float32Array, by: number): void {
    const row = new Float32Array(this.columns);
    const whole = Math.floor(by);
    const part = by - whole;
    const last = this.columns - 1;
    for (let y = 0; y < this.rows; y++) {
      row.set(channel.subarray(y * this.columns, (y + 1) * this.columns));
      for (let x = 0; x < this.columns; x++) {
        const from = (k: number): number => row[Math.max(0, Math.min(last, x - whole - k))];
        channel[y * this.columns + x] = from(0) * (1 - part) + from(1) * part;
      }
    }
  }
}

/** The same with sides of a cell at least, about the same middle: what is thinner would fall between the places that are looked at. */
function thickened(m: Affine): Affine {
  const [u, v] = [Math.max(1, 1 / Math.hypot(m.a, m.b)), Math.max(1, 1 / Math.hypot(m.c, m.d))];
  return u === 1 && v === 1 ? m : within(m, { a: u, b: 0, c: 0, d: v, e: (1 - u) / 2, f: (1 - v) / 2 });
}

/** How much of the cell about `d`, one wide, lies between two places. */
function overlap(d: number, from: number, to: number): Fraction {
  return Math.max(0, Math.min(to, d + 0.5) - Math.max(from, d - 0.5));
}
