import type {
  ActorFrame,
  ArcFrame,
  GlyphFrame,
  MeterFrame,
  NumberFrame,
  ParticleFrame,
  RibbonFrame,
  RingFrame,
  ViewFrame,
} from '../contract.js';
import { particlePictures } from '../effects/parts/particlePictures.js';
import { advanceOf } from '../maths/letterWidths.js';
import { placed, within } from './affine.js';
import { inkOf } from './ink.js';
import type { LightCanvas } from './lightCanvas.js';
import type { Lying } from './litStage.js';
import type { PictureLight } from './pictureLight.js';

/** Each list of a frame laid on a canvas, by docs/drawing.md. */

const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** The particles that are drawn without an asset, as docs/drawing.md has them: their alpha from middle to rim, and the mean of it over the disc. */
const profiles = {
  dot: stepped(1, [0, 1], [0.45, 0.95], [0.7, 0.35], [1, 0]),
  puff: stepped(1, [0, 0.75], [0.4, 0.5], [1, 0]),
  spark: stepped(0.24, [0, 1], [0.5, 0.9], [1, 0]),
  // A polygon of a little over a third of its square.
  chip: { alphaAt: () => 1, mean: 1, flat: 0.83, radius: 0.72 },
} as const;

interface Profile {
  readonly alphaAt: (at: number) => number;
  readonly mean: number;
  readonly flat: number;
  /** Of half the particle’s size. */
  readonly radius: number;
}

function stepped(flat: number, ...stops: readonly (readonly [number, number])[]): Profile {
  const alphaAt = (at: number): number => {
    const k = stops.findIndex(([place]) => place >= at);
    if (k <= 0) return stops[0][1];
    const [[a, from], [b, to]] = [stops[k - 1], stops[k]];
    return from + ((to - from) * (at - a)) / (b - a);
  };
  const steps = 200;
  let mean = 0;
  for (let i = 0; i < steps; i++) mean += (alphaAt((i + 0.5) / steps) * (2 * i + 1)) / steps ** 2;
  return { alphaAt, mean, flat, radius: 31 / 32 };
}

const corners = inkOf(0x040a10);
const vignetteFrom = 60 / 256;
const vignetteTo = 182 / 256;

/** How far an outline reaches beyond letters, in heights of a capital, how much of its block it covers, and how much of theirs letters do. */
const outlineReach = 0.13;
const outlineCover = 0.85;
const fillCover = 0.45;
const letterGap = 0.1;

/** Height of a picture’s cell for its width. */
function aspectOf({ width, height, cells }: PictureLight): number {
  return cells.length > 1 ? cells[0].rows / cells[0].columns : height / width;
}

/** Ribbons of a layer: 0 behind the bodies, 1 over them. */
export function layRibbons(canvas: LightCanvas, { toCanvas: m, scale }: Lying, frame: RibbonFrame, layer: number): void {
  const { first, nodes, x, y, width, r, g, b, a, blend } = frame;
  for (let i = 0; i < frame.count; i++) {
    if (frame.layer[i] !== layer) continue;
    for (let n = first[i] + 1; n < first[i] + nodes[i]; n++) {
      const ink = { r: r[n], g: g[n], b: b[n], a: a[n], adds: blend[i] === 1 };
      const middle = (width[n - 1] + width[n]) / 2;
      canvas.stroke(
        m.a * x[n - 1] + m.c * y[n - 1] + m.e,
        m.b * x[n - 1] + m.d * y[n - 1] + m.f,
        m.a * x[n] + m.c * y[n] + m.e,
        m.b * x[n] + m.d * y[n] + m.f,
        middle * scale,
        ink,
      );
    }
  }
}

export function layArcs(canvas: LightCanvas, { toCanvas: m, scale, roll }: Lying, frame: ArcFrame): void {
  const { count, x, y, inner, outer, from, to, r, g, b, a, blend } = frame;
  for (let i = 0; i < count; i++) {
    const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: blend[i] === 1 };
    const [cx, cy] = [m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f];
    canvas.sweep(cx, cy, inner[i] * scale, outer[i] * scale, radians(from[i] - roll), radians(to[i] - roll), ink);
  }
}

export function layRings(canvas: LightCanvas, { toCanvas: m, scale }: Lying, frame: RingFrame): void {
  const { count, x, y, radius, width, r, g, b, a, blend } = frame;
  for (let i = 0; i < count; i++) {
    const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: blend[i] === 1 };
    canvas.ring(m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f, radius[i] * scale, width[i] * scale, ink);
  }
}

/** `lights`: how light the pictures are that particles are drawn from, as frames number them. */
export function layParticles(
  canvas: LightCanvas,
  { toCanvas: m, scale, roll }: Lying,
  frame: ParticleFrame,
  lights: readonly (PictureLight | undefined)[],
): void {
  const { count, x, y, size, rotation, r, g, b, a, picture, cell, blend } = frame;
  // Normal ones lie under additive ones.
  for (const wanted of [0, 1])
    for (let i = 0; i < count; i++) {
      if (blend[i] !== wanted) continue;
      const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: wanted === 1 };
      const [cx, cy] = [m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f];
      const name = particlePictures.at(picture[i]);
      if (name) {
        const { alphaAt, mean, flat, radius } = profiles[name] as Profile;
        canvas.disc(cx, cy, (size[i] / 2) * radius * scale, ink, alphaAt, mean, flat, radians(rotation[i] - roll));
        continue;
      }
      const light = lights[picture[i]];
      const shown = light?.cells.at(cell[i]) ?? light?.cells[0];
      if (!shown || !light) continue;
      const square = placed(-size[i] / 2, (-size[i] / 2) * aspectOf(light), 0, size[i], size[i] * aspectOf(light));
      canvas.picture(within(within(m, placed(x[i], y[i], rotation[i])), square), shown, ink);
    }
}

/** `bodies` by the frame’s party numbers less one. */
export function layMeters(canvas: LightCanvas, { toCanvas: m }: Lying, meters: MeterFrame, bodies: readonly ActorFrame[]): void {
  const rim = 2;
  for (let i = 0; i < meters.count; i++) {
    const body = bodies.at(meters.party[i] - 1);
    if (!body) continue;
    const [width, height, alpha] = [meters.width[i], meters.height[i], meters.alpha[i]];
    const [left, top] = [meters.x[i] + body.x - width / 2, meters.y[i] + body.y - height / 2];
    const bar = (share: number, packed: number, by: number): void => {
      if (share > 0)
        canvas.rectangle(within(m, placed(left - by, top - by, 0, width * share + 2 * by, height + 2 * by)), inkOf(packed, alpha));
    };
    bar(1, meters.back[i], rim);
    bar(meters.lag[i], meters.lagFill[i], 0);
    bar(meters.value[i], meters.fill[i], 0);
  }
}

/** Numbers, or letters: each a block of its outline, and on it one of its fill. */
export function layText(canvas: LightCanvas, { toCanvas: m }: Lying, frame: NumberFrame | GlyphFrame): void {
  for (let i = 0; i < frame.count; i++) {
    const size = frame.size[i];
    const turn = 'rotation' in frame ? frame.rotation[i] : 0;
    let wide = 0;
    for (const letter of frame.text[i]) wide += advanceOf(letter);
    if (wide === 0 || size <= 0) continue;
    const block = (grown: number, packed: number, cover: number): void => {
      const [width, height] = [(wide - letterGap + 2 * grown) * size, (1 + 2 * grown) * size];
      const lies = within(placed(frame.x[i], frame.y[i], turn), placed(-width / 2, -height / 2, 0, width, height));
      canvas.rectangle(within(m, lies), inkOf(packed, frame.alpha[i] * cover));
    };
    block(outlineReach, frame.outline[i], outlineCover);
    block(0, frame.colour[i], fillCover);
  }
}

/** Dark corners, and a flash over everything. */
export function layLens(canvas: LightCanvas, view: ViewFrame): void {
  const { columns, rows } = canvas;
  if (view.vignette > 0) {
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++) {
        const d = Math.hypot((x + 0.5) / columns - 0.5, (y + 0.5) / rows - 0.5);
        const dark = Math.max(0, Math.min(1, (d - vignetteFrom) / (vignetteTo - vignetteFrom)));
        canvas.blend(y * columns + x, corners, dark * view.vignette);
      }
  }
  if (view.flash <= 0) return;
  const ink = inkOf(view.flashColour);
  for (let i = 0; i < columns * rows; i++) canvas.blend(i, ink, view.flash);
}
