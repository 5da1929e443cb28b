import type { Fraction } from '../units.js';

/** What something is drawn in: encoded sRGB channels and alpha, 0..1, not premultiplied, over what is there or added to it. */
export interface Ink {
  readonly r: Fraction;
  readonly g: Fraction;
  readonly b: Fraction;
  readonly a: Fraction;
  readonly adds?: boolean;
}

export const white: Ink = { r: 1, g: 1, b: 1, a: 1 };

/** The ink of a colour 0xrrggbb. */
export function inkOf(packed: number, a: Fraction = 1, adds = false): Ink {
  return { r: (packed >> 16) / 255, g: ((packed >> 8) & 255) / 255, b: (packed & 255) / 255, a, adds };
}
