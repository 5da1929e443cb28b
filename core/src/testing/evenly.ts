import fc from 'fast-check';

const steps = 1_000_000;

/**
 * Numbers spread evenly over a range, both ends among them, and now and then such as only a double can be. A plain double is drawn from
 * all that can be written, nearly all of which lie next to 0: of a range that holds 0 hardly any of it would be tried.
 */
export function evenly(min: number, max: number): fc.Arbitrary<number> {
  const between = fc.integer({ min: 0, max: steps }).map((step) => min + ((max - min) * step) / steps);
  return fc.oneof({ weight: 9, arbitrary: between }, fc.double({ min, max, noNaN: true }));
}
