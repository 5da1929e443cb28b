import type { GlyphFrame, NumberFrame, PlayerBodyFrame, PlayerFrame, RibbonFrame } from '@undatio/core/runtime';

/** Farther than any view shows, in px. */
const far = 100_000;

/** 0xrrggbb as CSS. */
export function hex(packed: number): string {
  return `#${packed.toString(16).padStart(6, '0')}`;
}

function css(r: number, g: number, b: number, a: number): string {
  return `rgb(${r * 255} ${g * 255} ${b * 255} / ${a})`;
}

/** The indices of a list in the order in which it is drawn: entries that cover before entries that add. */
export function* blends({ count, blend }: { readonly count: number; readonly blend: ArrayLike<number> }): Generator<number> {
  for (const adds of [0, 1]) for (let i = 0; i < count; i++) if (blend[i] === adds) yield i;
}

/** Rings: circles with a width. */
export function paintRings(context: CanvasRenderingContext2D, { rings }: PlayerFrame): void {
  for (const i of blends(rings)) {
    context.globalCompositeOperation = rings.blend[i] === 1 ? 'lighter' : 'source-over';
    context.strokeStyle = css(rings.r[i], rings.g[i], rings.b[i], rings.a[i]);
    context.lineWidth = rings.width[i];
    context.beginPath();
    context.arc(rings.x[i], rings.y[i], rings.radius[i], 0, 2 * Math.PI);
    context.stroke();
  }
  context.globalCompositeOperation = 'source-over';
}

const sliceRadians = Math.PI / 60;

/** Weapons' paths: crescents that narrow and fade toward the trailing end. */
export function paintArcs(context: CanvasRenderingContext2D, { arcs }: PlayerFrame): void {
  for (const i of blends(arcs)) {
    const from = (arcs.from[i] * Math.PI) / 180;
    const turn = (arcs.to[i] * Math.PI) / 180 - from;
    const slices = Math.min(120, Math.ceil(Math.abs(turn) / sliceRadians));
    context.globalCompositeOperation = arcs.blend[i] === 1 ? 'lighter' : 'source-over';
    for (let k = 0; k < slices; k++) {
      const share = (k + 1) / slices;
      const begin = from + (turn * k) / slices;
      const end = from + turn * share;
      context.fillStyle = css(arcs.r[i], arcs.g[i], arcs.b[i], arcs.a[i] * share * share);
      context.beginPath();
      context.arc(arcs.x[i], arcs.y[i], arcs.outer[i], begin, end, turn < 0);
      context.arc(arcs.x[i], arcs.y[i], arcs.outer[i] - (arcs.outer[i] - arcs.inner[i]) * share, end, begin, turn >= 0);
      context.fill();
    }
  }
  context.globalCompositeOperation = 'source-over';
}

/** Ribbons of one layer, behind the bodies (0) or over them (1), piece by piece from node to node. */
export function paintRibbons(context: CanvasRenderingContext2D, { ribbons }: PlayerFrame, layer: 0 | 1): void {
  for (const i of blends(ribbons)) {
    if (ribbons.layer[i] !== layer) continue;
    context.globalCompositeOperation = ribbons.blend[i] === 1 ? 'lighter' : 'source-over';
    paintRibbon(context, ribbons, ribbons.first[i], ribbons.first[i] + ribbons.nodes[i] - 1);
  }
  context.globalCompositeOperation = 'source-over';
}

/** Shorter than this a piece of a ribbon has no direction, and nothing to draw. */
const shortest = 1e-3;

/** A strip of quadrangles from node to node, across the way from the node before to the node after. */
function paintRibbon(context: CanvasRenderingContext2D, { x, y, width, r, g, b, a }: RibbonFrame, first: number, last: number): void {
  let edge: readonly [number, number, number, number] | undefined;
  for (let n = first; n <= last; n++) {
    const [before, after] = [Math.max(first, n - 1), Math.min(last, n + 1)];
    const [dx, dy] = [x[after] - x[before], y[after] - y[before]];
    const far = Math.hypot(dx, dy);
    if (far < shortest) continue;
    const half = width[n] / 2 / far;
    const next = [x[n] - dy * half, y[n] + dx * half, x[n] + dy * half, y[n] - dx * half] as const;
    if (edge) {
      context.fillStyle = css(r[n], g[n], b[n], a[n]);
      context.beginPath();
      context.moveTo(edge[0], edge[1]);
      context.lineTo(next[0], next[1]);
      context.lineTo(next[2], next[3]);
      context.lineTo(edge[2], edge[3]);
      context.fill();
    }
    edge = next;
  }
}

/** px of the rim around a bar, so that it reads on anything. */
const rim = 2;

function bar(context: CanvasRenderingContext2D, left: number, top: number, width: number, height: number, colour: number): void {
  if (width <= 0) return;
  context.fillStyle = hex(colour);
  context.beginPath();
  context.roundRect(left, top, width, height, Math.min(width, height) / 2);
  context.fill();
}

/** Health bars. */
export function paintMeters(context: CanvasRenderingContext2D, { meters }: PlayerFrame): void {
  for (let i = 0; i < meters.count; i++) {
    const left = meters.x[i] - meters.width[i] / 2;
    const top = meters.y[i] - meters.height[i] / 2;
    context.globalAlpha = meters.alpha[i];
    const { width, height } = { width: meters.width[i], height: meters.height[i] };
    bar(context, left - rim, top - rim, width + 2 * rim, height + 2 * rim, meters.back[i]);
    bar(context, left, top, width * meters.lag[i], height, meters.lagFill[i]);
    bar(context, left, top, width * meters.value[i], height, meters.fill[i]);
  }
  context.globalAlpha = 1;
}

/** Height of the font's digits and capitals against its size. */
const capitalHeight = 0.672;
const fontFamily = "'Atkinson Hyperlegible', system-ui, sans-serif";

/** Resolves when the font is there; without it texts are drawn in another. */
export async function fontOfTexts(): Promise<void> {
  await document.fonts.load(`700 64px ${fontFamily}`).catch(() => undefined);
}

/** Numbers in flight or the letters of captions, outlined. */
export function paintText(context: CanvasRenderingContext2D, text: NumberFrame | GlyphFrame): void {
  context.textAlign = 'center';
  context.textBaseline = 'alphabetic';
  context.lineJoin = 'round';
  for (let i = 0; i < text.count; i++) {
    const size = text.size[i] / capitalHeight;
    context.save();
    context.translate(text.x[i], text.y[i]);
    if ('rotation' in text) context.rotate((text.rotation[i] * Math.PI) / 180);
    context.globalAlpha = text.alpha[i];
    context.font = `700 ${size}px ${fontFamily}`;
    context.lineWidth = size * 0.1875;
    context.strokeStyle = hex(text.outline[i]);
    context.fillStyle = hex(text.colour[i]);
    // A text is placed by the middle of a digit, not by the middle of the font's line.
    const baseline = text.size[i] / 2;
    context.strokeText(text.text[i], 0, baseline);
    context.fillText(text.text[i], 0, baseline);
    context.restore();
  }
}

/** Shows nothing lower than the ground until the context is restored, of a body that sinks into it and of what is on that. */
export function hideBelowGround(context: CanvasRenderingContext2D, body: PlayerBodyFrame | undefined): void {
  if (!body || body.sunk <= 0) return;
  context.beginPath();
  context.rect(body.x - far, body.groundY - far, 2 * far, far);
  context.clip();
}
