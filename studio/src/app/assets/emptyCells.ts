import type { CellPlace } from '@undatio/core';

/** The places in which nothing is drawn: every px of them is wholly clear. */
export function emptyCells(places: readonly CellPlace[], alphaIn: (place: CellPlace) => Uint8ClampedArray): number[] {
  return places.flatMap((place, i) => {
    const pixels = alphaIn(place);
    for (let at = 3; at < pixels.length; at += 4) if (pixels[at] > 0) return [];
    return [i];
  });
}
