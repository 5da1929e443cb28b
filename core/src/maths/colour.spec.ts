import { flashChannel, hexOf, packRgb, parseHex } from './colour.js';
import { fromOklab, toOklab } from './oklab.js';

describe('colours', () => {
  it('reads and writes hexadecimal', () => {
    expect(parseHex('#ff8000')).toEqual({ r: 1, g: 128 / 255, b: 0, a: 1 });
    expect(parseHex('#00000080').a).toBe(128 / 255);
    expect(hexOf(packRgb(1, 128 / 255, 0))).toBe('#ff8000');
    for (const text of ['red', '#fff', '#12345', '#gggggg']) expect(() => parseHex(text)).toThrowError(RangeError);
  });

  it('agrees with the OKLab values that CSS Color 4 gives for the primaries', () => {
    const table: [string, number, number, number][] = [
      ['#ffffff', 1, 0, 0],
      ['#ff0000', 0.62796, 0.22486, 0.12585],
      ['#00ff00', 0.86644, -0.23389, 0.1795],
      ['#0000ff', 0.45201, -0.03246, -0.31153],
    ];
    for (const [hex, l, a, b] of table) {
      const lab = toOklab(parseHex(hex));
      expect(lab.l).toBeCloseTo(l, 4);
      expect(lab.a).toBeCloseTo(a, 4);
      expect(lab.b).toBeCloseTo(b, 4);
    }
  });

  it('comes back from OKLab to where it was', () => {
    for (const hex of ['#123456', '#c0ffee', '#fedcba', '#000000']) {
      const { r, g, b } = fromOklab(toOklab(parseHex(hex)));
      expect(hexOf(packRgb(r, g, b))).toBe(hex);
    }
  });

  it('flashes: mixing reaches the colour, multiplying cannot brighten, adding cannot darken', () => {
    expect(flashChannel('mix', 0.2, 1, 1)).toBe(1);
    expect(flashChannel('mix', 0.2, 1, 0.5)).toBeCloseTo(0.6, 12);
    expect(flashChannel('multiply', 0.2, 1, 1)).toBe(0.2);
    expect(flashChannel('multiply', 0.8, 0.5, 1)).toBe(0.4);
    expect(flashChannel('add', 0.8, 0.5, 1)).toBe(1);
    expect(flashChannel('add', 0.2, 0.5, 0.5)).toBeCloseTo(0.45, 12);
  });
});
