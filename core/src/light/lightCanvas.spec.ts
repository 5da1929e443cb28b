import fc from 'fast-check';
import { growth, placed, within, backward, type Affine } from './affine.js';
import type { Ink } from './ink.js';
import { LightCanvas, type Recolour } from './lightCanvas.js';
import { cellLight, readPictureLights } from './pictureLight.js';
import { evenly } from '../testing/evenly.js';

const white = { r: 1, g: 1, b: 1, a: 1 };
/** A place well within a canvas of 60 by 40. */
const place = fc.record({ x: evenly(20, 40), y: evenly(15, 25) });
const turn = evenly(-180, 180);
const length = (min: number, max: number) => evenly(min, max);

/** How many cells’ worth of white a drawing lays on black. */
function laid(draw: (canvas: LightCanvas) => void): number {
  const canvas = new LightCanvas(60, 40);
  draw(canvas);
  return canvas.r.reduce((sum, c) => sum + c, 0);
}

/** Each cell is looked at in places half a cell apart: an edge is at most a quarter of a cell off. */
const about = (found: number, wanted: number, edges: number): boolean => Math.abs(found - wanted) <= 0.6 + edges / 4;

describe('a canvas of cells', () => {
  it('lays down as much of a disc as its area, large or smaller than a cell, squeezed or not', () => {
    fc.assert(
      fc.property(place, length(0.05, 10), length(0.2, 1), turn, ({ x, y }, radius, flat, degrees) => {
        const found = laid((canvas) => canvas.disc(x, y, radius, white, () => 1, 1, flat, (degrees * Math.PI) / 180));
        return about(found, Math.PI * radius ** 2 * flat, Math.PI * radius * (1 + flat));
      }),
    );
    // The alpha of a cone is a third of its disc’s.
    const cone = laid((canvas) => canvas.disc(30, 20, 12, white, (at) => 1 - at, 1 / 3));
    expect(cone).toBeCloseTo((Math.PI * 144) / 3, -1);
  });

  it('lays down as much of a ring as its area, thinner than a cell or not', () => {
    fc.assert(
      fc.property(place, length(1, 12), length(0.1, 3), ({ x, y }, radius, width) => {
        const near = Math.max(0, radius - width / 2);
        const found = laid((canvas) => canvas.ring(x, y, radius, width, white));
        return about(found, Math.PI * ((radius + width / 2) ** 2 - near ** 2), radius / 2);
      }),
    );
  });

  it('lays down as much of a rectangle, of a picture and of a stroke as their area, however they lie', () => {
    const opaque = cellLight(2, 2, new Uint8Array(16).fill(255));
    fc.assert(
      fc.property(place, turn, length(0.2, 12), length(0.2, 12), ({ x, y }, degrees, w, h) => {
        const m = within(placed(x, y, degrees), placed(-w / 2, -h / 2, 0, w, h));
        const stroke = laid((canvas) => canvas.stroke(m.e + m.c / 2, m.f + m.d / 2, m.e + m.c / 2 + m.a, m.f + m.d / 2 + m.b, h, white));
        const rectangle = laid((canvas) => canvas.rectangle(m, white));
        const picture = laid((canvas) => canvas.picture(m, opaque, white));
        return [rectangle, picture, stroke].every((found) => about(found, w * h, 2 * (w + h)));
      }),
    );
  });

  it('draws a sweep from its faint end to its leading edge: a fifth of the sector’s area', () => {
    // ∫ s² over a band that narrows as (1 − s): with the inner radius 0, Σ s²·(1 − (1 − s)²) ÷ 2.
    const found = laid((canvas) => canvas.sweep(30, 20, 0, 16, 0, Math.PI / 2, white));
    let wanted = 0;
    for (let k = 0; k < 1000; k++) {
      const s = (k + 0.5) / 1000;
      wanted += (s ** 2 * (256 - (16 - 16 * s) ** 2) * (Math.PI / 2)) / 2 / 1000;
    }
    expect(found).toBeGreaterThan(wanted * 0.93);
    expect(found).toBeLessThan(wanted * 1.07);
  });

  it('mixes over, adds up to full, parts red and blue, and knows luminance', () => {
    const canvas = new LightCanvas(3, 1);
    canvas.fill(0.2, 0.4, 0.6);
    canvas.blend(0, { r: 1, g: 0, b: 0, a: 0.5 }, 1);
    canvas.blend(1, { r: 1, g: 1, b: 1, a: 0.5, adds: true }, 1);
    expect([...canvas.r].map((c) => +c.toFixed(3))).toEqual([0.6, 0.7, 0.2]);
    expect([...canvas.b].map((c) => +c.toFixed(3))).toEqual([0.3, 1, 0.6]);
    canvas.split(1);
    expect([...canvas.r].map((c) => +c.toFixed(3))).toEqual([0.6, 0.6, 0.7]);
    expect([...canvas.b].map((c) => +c.toFixed(3))).toEqual([1, 0.6, 0.6]);
    const luminance = new Float32Array(3);
    canvas.fill(1, 1, 1);
    canvas.luminanceInto(luminance);
    expect(luminance[0]).toBeCloseTo(1, 5);
    // Mid grey, #808080, as WCAG’s formula has it.
    canvas.fill(128 / 255, 128 / 255, 128 / 255);
    canvas.luminanceInto(luminance);
    expect(luminance[0]).toBeCloseTo(0.2159, 3);
  });

  it('draws a picture as its places are looked up one by one, tinted, faint, added, recoloured', () => {
    const share = evenly(0, 1);
    const picture = fc.record({
      columns: fc.integer({ min: 1, max: 4 }),
      rows: fc.integer({ min: 1, max: 3 }),
      bytes: fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 48, maxLength: 48 }),
    });
    const ink = fc.record({ r: share, g: share, b: share, a: share, adds: fc.boolean() });
    fc.assert(
      fc.property(place, turn, length(3, 14), length(3, 14), picture, ink, fc.boolean(), (at, degrees, w, h, shown, tint, inverts) => {
        const { columns, rows, bytes } = shown;
        const rgba = Uint8Array.from(bytes.slice(0, 4 * columns * rows));
        const m = within(placed(at.x, at.y, degrees), placed(-w / 2, -h / 2, 0, w, h));
        const canvas = new LightCanvas(60, 40);
        canvas.fill(0.3, 0.2, 0.6);
        const inverted: Recolour = (rgb) => rgb.forEach((c, k) => (rgb[k] = 1 - c));
        canvas.picture(m, cellLight(columns, rows, rgba), tint, inverts ? inverted : undefined);
        const wanted = lookedUp(m, { columns, rows, rgba }, tint, [0.3, 0.2, 0.6], inverts);
        return wanted.every((rgb, i) => rgb.every((c, k) => Math.abs([canvas.r, canvas.g, canvas.b][k][i] - c) < 1e-5));
      }),
    );
  });

  it('lays what is smaller than a cell about its middle, with all of its light', () => {
    const cell = cellLight(2, 1, new Uint8Array([255, 102, 0, 255, 51, 204, 255, 128]));
    // The mean of both places, premultiplied: by hand.
    const [other, half] = [[0.2, 0.8, 1], 128 / 255];
    const mean = [1, 0.4, 0].map((c, k) => (c + other[k] * half) / 2);
    const tint = { r: 0.5, g: 0.9, b: 0.7, a: 0.6 };
    fc.assert(
      fc.property(place, turn, length(0.2, 0.9), length(0.2, 0.9), ({ x, y }, degrees, w, h) => {
        const canvas = new LightCanvas(60, 40);
        canvas.picture(within(placed(x, y, degrees), placed(-w / 2, -h / 2, 0, w, h)), cell, tint);
        return [canvas.r, canvas.g, canvas.b].every((channel, k) => {
          const [sum, across, down] = channel.reduce(
            ([all, ax, ay], c, i) => [all + c, ax + c * ((i % 60) + 0.5), ay + c * (Math.floor(i / 60) + 0.5)],
            [0, 0, 0],
          );
          const all = w * h * mean[k] * [tint.r, tint.g, tint.b][k] * tint.a;
          return Math.abs(sum - all) < 1e-5 && Math.abs(across / sum - x) < 1e-3 && Math.abs(down / sum - y) < 1e-3;
        });
      }),
    );
    expect(laid((canvas) => canvas.picture(placed(30, 20, 0, 0.5, 0.5), cellLight(1, 1, new Uint8Array(4)), tint))).toBe(0);
  });

  it('is left as it is by what lies outside of it, or has no size', () => {
    expect(laid((canvas) => canvas.disc(-50, 20, 5, white, () => 1, 1))).toBe(0);
    expect(laid((canvas) => canvas.rectangle(placed(10, 10, 0, 5, 0), white))).toBe(0);
    expect(backward(placed(0, 0, 0, 0, 1))).toBeUndefined();
    expect(growth(placed(3, 4, 70, 2, 5))).toBeCloseTo(10, 9);
  });

  it('reads lights as a server sends them', () => {
    const light = readPictureLights([
      { id: 'p', width: 2, height: 1, cells: [{ columns: 2, rows: 1, rgba: 'ff000080' + '00ff0000' }] },
    ]).get('p');
    expect([...(light?.cells[0].light ?? [])].map((c) => +c.toFixed(2))).toEqual([0.5, 0, 0, 0.5, 0, 0, 0, 0]);
    expect(light?.cells[0].inked).toEqual({ left: 0, right: 0.5, top: 0, bottom: 1 });
    expect(light?.cells[0].mean.map((c) => +c.toFixed(2))).toEqual([0.25, 0, 0, 0.25]);
  });
});

/** The same by hand: each place of a cell is taken back through the plane by Cramer’s rule, and its colour looked up there. */
function lookedUp(
  { a, b, c, d, e, f }: Affine,
  { columns, rows, rgba }: { readonly columns: number; readonly rows: number; readonly rgba: Uint8Array },
  tint: Ink,
  ground: readonly number[],
  inverts: boolean,
): number[][] {
  const det = a * d - b * c;
  return Array.from({ length: 60 * 40 }, (_, i) => {
    const sum = [0, 0, 0, 0];
    for (const dx of [0.25, 0.75])
      for (const dy of [0.25, 0.75]) {
        const [x, y] = [(i % 60) + dx - e, Math.floor(i / 60) + dy - f];
        const [u, v] = [(x * d - y * c) / det, (y * a - x * b) / det];
        if (u < 0 || u >= 1 || v < 0 || v >= 1) continue;
        const at = 4 * (Math.floor(v * rows) * columns + Math.floor(u * columns));
        const alpha = rgba[at + 3] / 255;
        for (let k = 0; k < 3; k++) sum[k] += ((rgba[at + k] / 255) * alpha) / 4;
        sum[3] += alpha / 4;
      }
    const rest = tint.adds === true ? 1 : 1 - sum[3] * tint.a;
    return [tint.r, tint.g, tint.b].map((of, k) => Math.min(1, ground[k] * rest + (inverts ? sum[3] - sum[k] : sum[k]) * of * tint.a));
  });
}
