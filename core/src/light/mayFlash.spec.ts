import type { Frame } from '../contract.js';
import { frameWith, put, putRibbon } from '../testing/frames.js';
import { mayFlash } from './mayFlash.js';

/**
 * A view of 1280 px: a quarter of a field of 10 degrees is 0.25 × 426.25 × 320 = 34,100 px, a tenth of which may swing 3,410 px.
 * What blinks five times in a second, on and off, turns ten times: more than three flashes.
 */
const view = { width: 1280, height: 720 };
const least = 3410;

/** Whether something that is there in every other tenth of a second could flash too often. */
function blinking(on: (frame: Frame) => void, { body = 0, times = 5, seconds = 2 } = {}): readonly { from: number; to: number }[] {
  const [lit, dark] = [frameWith(on), frameWith()];
  const sample = (t: number): Frame => (t >= 0 && t < seconds && Math.floor(t * 2 * times + 1e-9) % 2 === 0 ? lit : dark);
  return mayFlash({ start: 0, duration: seconds, sample }, view, body);
}

const could = (on: (frame: Frame) => void, options = {}): boolean => blinking(on, options).length > 0;

describe('what may flash', () => {
  const side = (area: number): number => Math.sqrt(area);
  /** What lays down an area, by sort. */
  const areas: Readonly<Record<string, (frame: Frame, area: number) => void>> = {
    'a particle': ({ particles }, area) => put(particles, { size: side(2 * area), a: 0.5 }),
    'a ring': ({ rings }, area) => put(rings, { radius: 100, width: area / (200 * Math.PI * 0.5), a: 0.5 }),
    'half of a sweep': ({ arcs }, area) =>
      put(arcs, { from: 20, to: -160, inner: 60, outer: Math.sqrt((4 * area) / Math.PI + 3600), a: 0.5 }),
    'a picture': ({ pictures }, area) => put(pictures, { size: side(4 * area), alpha: 0.25 }),
    'a ribbon': ({ ribbons }, area) =>
      putRibbon(ribbons, { width: area / 50, a: 0.5 }, [
        { x: 0, y: 0 },
        { x: 60, y: 80 },
      ]),
    'a number': ({ numbers }, area) => put(numbers, { text: '12', size: side(area), alpha: 0.5 }),
    letters: ({ glyphs }, area) => put(glyphs, { text: 'a', size: side(2 * area), alpha: 0.5 }),
    'a meter': ({ meters }, area) => put(meters, { width: 100, height: area / 50, alpha: 0.5 }),
  };

  for (const [what, lay] of Object.entries(areas))
    it(`is ${what} that covers a tenth of a quarter of a field, and none that covers less`, () => {
      expect(could((frame) => lay(frame, 1.02 * least))).toBeTrue();
      expect(could((frame) => lay(frame, 0.98 * least))).toBeFalse();
      // Two of half the size are one of the whole.
      expect(
        could((frame) => {
          if (what === 'a ribbon') return lay(frame, 1.02 * least);
          lay(frame, 0.51 * least);
          lay(frame, 0.51 * least);
        }),
      ).toBeTrue();
    });

  it('is a body that is lit or goes, by how much of it, and the view as a whole', () => {
    const lit = (part: object) => (frame: Frame) => Object.assign(frame.target, part);
    expect(could(lit({ flash: 0.5 }), { body: 2.05 * least })).toBeTrue();
    expect(could(lit({ flash: 0.5 }), { body: 1.95 * least })).toBeFalse();
    expect(could(lit({ alpha: 0.5 }), { body: 2.05 * least })).toBeTrue();
    expect(could(lit({ flash: 0.04 }), { body: 1000 * least })).toBeFalse();
    expect(could((frame) => Object.assign(frame.source, { flash: 1 }), { body: 1.05 * least })).toBeTrue();
    const seen = (part: object) => could((frame) => Object.assign(frame.view, part));
    expect(seen({ flash: 0.06 })).toBeTrue();
    expect(seen({ flash: 0.04 })).toBeFalse();
    expect(seen({ vignette: 0.3 })).toBeTrue();
    expect([{ x: 26 }, { x: -26 }, { y: 15 }, { roll: 1.1 }, { zoom: 1.06 }, { zoom: 0.94 }].map(seen)).toEqual(Array(6).fill(true));
    expect([{ x: 25 }, { y: -14 }, { roll: -1 }, { zoom: 1.04 }].map(seen)).toEqual(Array(4).fill(false));
  });

  it('is four flashes in a second, not three, from a little before the first to a little after the last', () => {
    const all = (frame: Frame): object => Object.assign(frame.view, { flash: 1 });
    expect(could(all, { times: 3.2 })).toBeFalse();
    const [stretch, ...others] = blinking(all, { times: 5, seconds: 1 });
    expect(others).toEqual([]);
    expect(stretch.from).toBeGreaterThanOrEqual(-0.15);
    expect(stretch.from).toBeLessThanOrEqual(-0.09);
    expect(stretch.to).toBeGreaterThanOrEqual(0.9);
    expect(stretch.to).toBeLessThanOrEqual(1.15);
    expect(blinking(() => undefined)).toEqual([]);
  });
});
