import type { Effect } from '@undatio/core';
import { compileContext, compileSequence, strike, type EngineTake } from '@undatio/core/internal';
import { projectWith, takeOf } from '../../../testing';
import { drawChannel, sameFirings } from './channelPath';
import { firingsOf } from './firingsOf';
import { TimeAxis } from './timeAxis';

const axis = new TimeAxis(0, 1, 1000, false);
const points = (path: string): [number, number][] => [...path.matchAll(/[ML](\S+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);

describe('drawChannel', () => {
  it('draws what the effect does, not a bar', () => {
    const take = takeOf([
      {
        kind: 'flash',
        id: 'flash',
        delay: 0.2,
        duration: 0.4,
        envelope: [
          { at: 0, value: 1 },
          { at: 1, value: 0 },
        ],
      },
    ]);
    const drawing = drawChannel(take.firings.slice(0, 1), axis, { height: 42 });
    expect([drawing.start, drawing.end]).toEqual([0.2, jasmine.any(Number)]);
    expect(drawing.end).toBeCloseTo(0.6, 9);
    // Along the ramp, height falls evenly from 40 px to nothing.
    for (const [x, y] of points(drawing.path).slice(2, -2)) expect(42 - y).toBeCloseTo((40 * (600 - x)) / 400, 0);
  });

  it('stands still under hit-stop', () => {
    const take = takeOf([
      {
        kind: 'flash',
        id: 'flash',
        duration: 0.4,
        envelope: [
          { at: 0, value: 1 },
          { at: 1, value: 0 },
        ],
      },
      { kind: 'hit-stop', id: 'stop', duration: 0.1 },
    ]);
    const held = points(drawChannel(take.firings.slice(0, 1), axis, { height: 42 }).path)
      .slice(1)
      .filter(([x]) => x < 99);
    expect(held.length).toBeGreaterThan(10);
    for (const [, y] of held) expect(y).toBe(2);
  });

  it('draws a sound by its clip’s outline', () => {
    const take = takeOf([{ kind: 'sound', id: 'sound', clips: ['crack'], rate: 1 }]);
    const { path, end } = drawChannel(take.firings, axis, { height: 42, peaks: () => [1, 0.5, 0.25, 0] });
    expect(end).toBeCloseTo(0.5, 9);
    // The middle of the second of four steps lies at 3/8 of half a second, and stands at half the peak's 20 px.
    const [, y] = points(path).find(([x, height]) => Math.abs(x - 187.5) <= 1 && height < 21) ?? [0, 0];
    expect(21 - y).toBeCloseTo(10, 0);
  });

  it('says when chance kept an effect from firing', () => {
    expect(drawChannel(takeOf([{ kind: 'flash', id: 'flash', chance: 0 }]).firings, axis, { height: 42 }).start).toBeUndefined();
  });

  it('need not be drawn again while firings stay as they are', () => {
    const project = projectWith([]);
    const context = compileContext(project);
    // As the studio has them: effects that nobody changed are the same objects from one take to the next.
    const [ring, stop, wake, throwing] = projectWith([
      { kind: 'ring', id: 'ring', duration: 0.2 },
      { kind: 'hit-stop', id: 'stop', duration: 0.1, delay: 0.05 },
      { kind: 'trail', id: 'wake' },
      { kind: 'knockback', id: 'throw' },
    ]).sequences[0].effects;
    let last: EngineTake | undefined;
    const of = (id: string, ...effects: Effect[]) => {
      last = strike(compileSequence({ ...project.sequences[0], effects }, [], context), {}, {}, last);
      return last.firings.filter(({ effect }) => effect === id);
    };
    const before = of('ring', ring, stop);
    expect(sameFirings(before, of('ring', ring, stop))).toBeTrue();
    expect(sameFirings(before, of('ring', { ...ring, delay: 0.01 } as Effect, stop))).toBeFalse();
    expect(sameFirings(before, of('ring', { ...ring, muted: true } as Effect, stop))).toBeFalse();
    // Its own start is the same, but its clock stands still for longer.
    expect(sameFirings(before, of('ring', ring, { ...stop, duration: 0.15 } as Effect))).toBeFalse();
    expect(sameFirings(before, of('ring', ring))).toBeFalse();
    expect(sameFirings(before, [])).toBeFalse();
    // What a trail draws is how far its body goes.
    const still = of('wake', wake);
    expect(sameFirings(still, of('wake', wake, throwing))).toBeFalse();
  });
});

describe('firingsOf', () => {
  it('are those of one effect, in their order, and the same list whoever asks', () => {
    const { firings } = takeOf([
      { kind: 'flash', id: 'flash', repeat: { count: 2, every: 0.1 } },
      { kind: 'shake', id: 'shake' },
    ]);
    expect(firingsOf(firings, 'flash').map(({ effect, start }) => [effect, start])).toEqual([
      ['flash', 0],
      ['flash', 0.1],
    ]);
    expect(firingsOf(firings, 'flash')).toBe(firingsOf(firings, 'flash'));
    expect(firingsOf(firings, 'shake').length).toBe(1);
    expect(firingsOf(firings, 'nothing')).toEqual([]);
  });
});
