import { readFileSync } from 'node:fs';
import { openKit, type Payload } from '@undatio/core';
import { bakedFrame } from '@undatio/core/internal';

interface EarlierVector {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
  readonly sounds: unknown;
  readonly signals: unknown;
  readonly frames: readonly { readonly row: { readonly t: number }; readonly particles: readonly unknown[] }[];
}

/** A kit as it was shipped before vectors were files of their own, with the frames that its own runtime gave. */
const earlier = JSON.parse(readFileSync(new URL('../fixtures/earlierKit.json', import.meta.url), 'utf8')) as {
  kit: unknown;
  vectors: EarlierVector[];
};

/** Colours that were read from the nearest of 256 entries then lie between two of them now. */
const tabulated = /^(rings|arcs|ribbons)\b.*\.[rgba]$/;
const nearestEntry = 0.0025;

/** Marks lie at a body's feet now, which are 62 px below its middle there; then they lay 64 px below any. */
const marked = /^pictures\.y$/;
const groundThen = 2;

/** Everything of `expected` that `actual` does not have, with its place. What is new in `actual` is no fault. */
function lost(actual: unknown, expected: unknown, place = ''): string[] {
  if (typeof expected === 'number' && typeof actual === 'number') {
    const exact = 1e-9 * Math.max(1, Math.abs(expected));
    const allowed = tabulated.test(place) ? nearestEntry : marked.test(place) ? groundThen + exact : exact;
    return Math.abs(actual - expected) <= allowed ? [] : [`${place}: ${expected} was ${actual}`];
  }
  if (typeof expected !== 'object' || expected === null) return actual === expected ? [] : [`${place}: ${String(expected)} is gone`];
  if (Array.isArray(expected) && Array.isArray(actual) && actual.length !== expected.length) return [`${place}: another length`];
  return Object.entries(expected).flatMap(([name, value]) => {
    const inner = Array.isArray(expected) ? place : `${place}${place === '' ? '' : '.'}${name}`;
    return lost((actual as Record<string, unknown> | undefined)?.[name], value, inner);
  });
}

describe('a kit that was shipped earlier', () => {
  const kit = openKit(earlier.kit);

  for (const { sequence, payload, seed, sounds, signals, frames } of earlier.vectors) {
    it(`plays ${sequence} as it did then`, () => {
      const take = kit.strike(sequence, payload, { seed });
      const frame = take.createFrame();
      expect(lost(take.sounds, sounds)).toEqual([]);
      expect(lost(take.signals, signals)).toEqual([]);
      for (const expected of frames) {
        expect(lost(bakedFrame(take.sample(expected.row.t, frame), expected.particles.length), expected)).toEqual([]);
      }
    });
  }
});
