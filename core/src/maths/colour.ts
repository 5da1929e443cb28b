import type { Fraction } from '../units.js';

/** A colour with encoded sRGB channels and alpha, each 0..1. */
export interface Rgba {
  r: Fraction;
  g: Fraction;
  b: Fraction;
  a: Fraction;
}

const hexPattern = /^#([0-9a-f]{6})([0-9a-f]{2})?$/i;

export function isHexColour(text: unknown): text is string {
  return typeof text === 'string' && hexPattern.test(text);
}

/** Reads `#rrggbb` or `#rrggbbaa`. Throws RangeError on anything else. */
export function parseHex(text: string): Rgba {
  const match = hexPattern.exec(text);
  if (!match) throw new RangeError(`expected a colour "#rrggbb" or "#rrggbbaa", found "${text}"`);
  const rgb = parseInt(match[1], 16);
  const a = match[2] === undefined ? 1 : parseInt(match[2], 16) / 255;
  return { r: (rgb >> 16) / 255, g: ((rgb >> 8) & 255) / 255, b: (rgb & 255) / 255, a };
}

/** Writes 0xrrggbb as `#rrggbb`. */
export function hexOf(packed: number): string {
  return '#' + (packed >>> 0).toString(16).padStart(6, '0');
}

/** Packs channels 0..1 into 0xrrggbb, rounding to the nearest of 256 levels. */
export function packRgb(r: Fraction, g: Fraction, b: Fraction): number {
  return (Math.round(r * 255) << 16) | (Math.round(g * 255) << 8) | Math.round(b * 255);
}

export type FlashMode = 'mix' | 'multiply' | 'add';

/**
 * One channel of a flash, on encoded values as game shaders compute it; alpha is never touched.
 * mix: c + (f - c)m · multiply: c(1 + (f - 1)m) · add: c + fm, clamped.
 */
export function flashChannel(mode: FlashMode, c: Fraction, f: Fraction, m: Fraction): Fraction {
  if (mode === 'mix') return c + (f - c) * m;
  if (mode === 'multiply') return c * (1 + (f - 1) * m);
  return Math.min(1, c + f * m);
}
