import fc from 'fast-check';
import { filmFrames, fromContactOutward } from './film.js';
import { evenly } from '../testing/evenly.js';

describe('the frames of a film strip', () => {
  it('are those of a game at that rate, the first that shows contact counted 0', () => {
    expect(filmFrames({ rate: 30, phase: 0, start: -0.05, duration: 0.1 })).toEqual([
      { index: -2, t: -2 / 30 },
      { index: -1, t: -1 / 30 },
      { index: 0, t: 0 },
      { index: 1, t: 1 / 30 },
      { index: 2, t: 2 / 30 },
      { index: 3, t: 3 / 30 },
    ]);
  });

  it('come later where contact falls between two frames', () => {
    const frames = filmFrames({ rate: 60, phase: 0.5, start: 0, duration: 0.05 });
    expect(frames.map(({ index, t }) => [index, Number((t * 120).toFixed(6))])).toEqual([
      [-1, -1],
      [0, 1],
      [1, 3],
      [2, 5],
      [3, 7],
    ]);
  });

  it('are about another instant where one is said', () => {
    const frames = filmFrames({ rate: 50, phase: 0, start: 0, duration: 20, about: 7.5, most: 6 });
    expect(frames.map(({ index, t }) => [index, Number(t.toFixed(6))])).toEqual([
      [-2, 7.46],
      [-1, 7.48],
      [0, 7.5],
      [1, 7.52],
      [2, 7.54],
      [3, 7.56],
    ]);
    expect(filmFrames({ rate: 50, phase: 0, start: 0, duration: 0.06, about: 0.02 }).map(({ index }) => index)).toEqual([-1, 0, 1, 2]);
  });

  it('are at most so many, around contact, and go outward from it', () => {
    const frames = filmFrames({ rate: 60, phase: 0, start: -9, duration: 9, most: 9 });
    expect(frames.map(({ index }) => index)).toEqual([-3, -2, -1, 0, 1, 2, 3, 4, 5]);
    expect(fromContactOutward(frames).map(({ index }) => index)).toEqual([0, -1, 1, -2, 2, -3, 3, 4, 5]);
  });

  it('always hold contact, one frame apart, whatever the take', () => {
    const takes = fc.record({
      rate: fc.constantFrom(24, 30, 60, 144),
      phase: evenly(0, 0.999),
      start: evenly(-5, 0),
      duration: evenly(0, 20),
    });
    fc.assert(
      fc.property(takes, (options) => {
        const frames = filmFrames(options);
        expect(frames.length).toBeLessThanOrEqual(60);
        expect(frames.some(({ index }) => index === 0)).toBeTrue();
        frames.forEach(({ t }, i) => {
          if (i > 0) expect((t - frames[i - 1].t) * options.rate).toBeCloseTo(1, 6);
        });
        // Frame 0 is the first at or after contact.
        expect(frames.find(({ t }) => t >= 0)?.index).toBe(0);
      }),
    );
  });
});
