import type { Fraction } from '../units.js';

/** An encoded sRGB channel as linear light, by IEC 61966-2-1, as WCAG 2.2 reads it for relative luminance. */
export function linearChannel(c: Fraction): Fraction {
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
}
