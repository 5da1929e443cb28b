import fc from 'fast-check';
import { growth, placed, within, backward } from './affine.js';
import { LightCanvas } from './lightCanvas.js';
import { cellLight, readPictureLights } from './pictureLight.js';

const white = { r: 1, g: 1, b: 1, a: 1 };
/** A place well within a canvas of 60 by 40. */
const place = fc.record({ x: fc.double({ min: 20, max: 40, noNaN: true }), y: fc.double({ min: 15, max: 25, noNaN: true }) });
const turn = fc.double({ min: -180, max: 180, noNaN: true });
const length = (min: number, max: number) => fc.double({ min, max, noNaN: true });

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
