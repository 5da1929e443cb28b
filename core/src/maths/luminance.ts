import type { Fraction } from '../units.js';
import { linearChannel } from './linearChannel.js';

const entries = 2048;
const table = Float32Array.from({ length: entries + 1 }, (_, i) => linearChannel(i / entries));

/** An encoded channel as linear light to within 0.0006, from a table, for where many are asked for; `c` within 0 to 1. */
export function linearByTable(c: Fraction): Fraction {
  return table[(c * entries + 0.5) | 0];
}

/** Relative luminance after WCAG 2.2, of linear channels: 0 for black, 1 for white. */
export function luminanceOf(r: Fraction, g: Fraction, b: Fraction): Fraction {
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast of two relative luminances after WCAG 2.2: 1 for the same, 21 for black and white. */
export function contrastRatio(one: Fraction, other: Fraction): number {
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
}

/**
 * Where linear sRGB light lies in the CIE 1976 UCS diagram, [u′, v′] written into `out`: by the sRGB primaries (IEC 61966-2-1)
 * and CIE 15. Without any light it lies at the white point, D65.
 */
export function chromaticityInto(r: Fraction, g: Fraction, b: Fraction, out: Float64Array): void {
  const x = 0.4124 * r + 0.3576 * g + 0.1805 * b;
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  const z = 0.0193 * r + 0.1192 * g + 0.9505 * b;
  const sum = x + 15 * y + 3 * z;
  out[0] = sum > 0 ? (4 * x) / sum : 0.1978;
  out[1] = sum > 0 ? (9 * y) / sum : 0.4683;
}
