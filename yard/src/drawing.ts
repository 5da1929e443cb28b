import type { GlyphFrame, NumberFrame, PlayerFrame } from '@undatio/core/runtime';

/** 0xrrggbb as CSS. */
export function hex(packed: number): string {
  return `#${packed.toString(16).padStart(6, '0')}`;
}

function css(r: number, g: number, b: number, a: number): string {
  return `rgb(${r * 255} ${g * 255} ${b * 255} / ${a})`;
}

const sliceRadians = Math.PI / 60;

/** Weapons' paths: crescents that narrow and fade toward the trailing end. */
export function paintArcs(context: CanvasRenderingContext2D, { arcs }: PlayerFrame): void {
  for (let i = 0; i < arcs.count; i++) {
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
  context.lineCap = 'round';
  for (let i = 0; i < ribbons.count; i++) {
    if (ribbons.layer[i] !== layer) continue;
    context.globalCompositeOperation = ribbons.blend[i] === 1 ? 'lighter' : 'source-over';
    const last = ribbons.first[i] + ribbons.nodes[i] - 1;
    for (let n = ribbons.first[i]; n < last; n++) {
      context.strokeStyle = css(ribbons.r[n], ribbons.g[n], ribbons.b[n], ribbons.a[n]);
      context.lineWidth = Math.max(0.1, ribbons.width[n]);
      context.beginPath();
      context.moveTo(ribbons.x[n], ribbons.y[n]);
      context.lineTo(ribbons.x[n + 1], ribbons.y[n + 1]);
      context.stroke();
    }
  }
  context.lineCap = 'butt';
  context.globalCompositeOperation = 'source-over';
}

/** Health bars. */
export function paintMeters(context: CanvasRenderingContext2D, { meters }: PlayerFrame): void {
  for (let i = 0; i < meters.count; i++) {
    const left = meters.x[i] - meters.width[i] / 2;
    const top = meters.y[i] - meters.height[i] / 2;
    context.globalAlpha = meters.alpha[i];
    const bars: [number, number, number][] = [
      [1, meters.back[i], 2],
      [meters.lag[i], meters.lagFill[i], 0],
      [meters.value[i], meters.fill[i], 0],
    ];
    for (const [share, colour, rim] of bars) {
      context.fillStyle = hex(colour);
      context.fillRect(left - rim, top - rim, meters.width[i] * share + 2 * rim, meters.height[i] + 2 * rim);
    }
  }
  context.globalAlpha = 1;
}

/** Numbers in flight or the letters of captions, outlined. */
export function paintText(context: CanvasRenderingContext2D, text: NumberFrame | GlyphFrame): void {
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.lineJoin = 'round';
  for (let i = 0; i < text.count; i++) {
    // Digits and capitals are about 0.7 of a font's size.
    const size = text.size[i] / 0.7;
    context.save();
    context.translate(text.x[i], text.y[i]);
    if ('rotation' in text) context.rotate((text.rotation[i] * Math.PI) / 180);
    context.globalAlpha = text.alpha[i];
    context.font = `700 ${size}px system-ui, sans-serif`;
    context.lineWidth = size * 0.18;
    context.strokeStyle = hex(text.outline[i]);
    context.fillStyle = hex(text.colour[i]);
    context.strokeText(text.text[i], 0, 0);
    context.fillText(text.text[i], 0, 0);
    context.restore();
  }
}
