/**
 * The thresholds of WCAG 2.2 (success criterion 2.3.1, “general flash and red flash thresholds”): changes of a tenth of full
 * luminance whose darker image is below 0.8; changes of 0.2 in the CIE 1976 UCS diagram to or from a saturated red, one with
 * R ÷ (R + G + B) of 0.8 or more; more than three flashes in a second; over more than a quarter of a field of 10 degrees, 341 by
 * 256 of a screen of 1024 by 768.
 */
export const flashLimits = {
  change: 0.1,
  darker: 0.8,
  redShare: 0.8,
  redChange: 0.2,
  flashes: 3,
  within: 1,
  area: 0.25,
  field: { width: 341 / 1024, height: 256 / 1024 },
} as const;

export type FlashSort = 'general' | 'red';
