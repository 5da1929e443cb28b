import { Spotted } from '../take/spotted.js';
import { Whereabouts } from './whereabouts.js';

/** Put at (t², 3 t) once a second, `count` times from 0, at rest each time. */
function putOften(count: number, keeping: 'forgotten' | 'kept'): (t: number) => [number, number] {
  const whereabouts = new Whereabouts(keeping);
  for (let t = 0; t < count; t++) whereabouts.put(t, t * t, 3 * t, 0, 0);
  return (t) => {
    const spot = new Spotted();
    whereabouts.addTo(spot, Float64Array.of(t));
    return [spot.x, spot.y];
  };
}

describe('where a body was put', () => {
  for (const keeping of ['forgotten', 'kept'] as const)
    it(`is known of as many times as it was put, ${keeping}`, () => {
      for (const count of [1, 2, 7, 8, 9, 16, 17, 255, 256]) {
        const at = putOften(count, keeping);
        for (let t = 0; t < count; t++)
          expect(at(t))
            .withContext(`${t} of ${count}`)
            .toEqual([t * t, 3 * t]);
        // Evenly from one to the next: (t² + (t + 1)²) ÷ 2 in the middle.
        for (let t = 0; t < count - 1; t++)
          expect(at(t + 0.5))
            .withContext(`${t}.5 of ${count}`)
            .toEqual([t * t + t + 0.5, 3 * t + 1.5]);
        expect(at(-3)).toEqual([0, 0]);
        expect(at(count + 3)).toEqual([(count - 1) ** 2, 3 * count - 3]);
      }
    });

  it('is forgotten beyond the last 256, of which the oldest stands for all before, or kept', () => {
    const forgotten = putOften(1000, 'forgotten');
    for (let t = 744; t < 1000; t++)
      expect(forgotten(t))
        .withContext(`${t}`)
        .toEqual([t * t, 3 * t]);
    for (const t of [0, 500, 743, 743.9])
      expect(forgotten(t))
        .withContext(`${t}`)
        .toEqual([744 * 744, 3 * 744]);
    const kept = putOften(1000, 'kept');
    for (let t = 0; t < 1000; t++)
      expect(kept(t))
        .withContext(`${t}`)
        .toEqual([t * t, 3 * t]);
  });
});
