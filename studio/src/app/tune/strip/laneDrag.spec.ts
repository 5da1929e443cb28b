import type { Effect } from '@undatio/core';
import { sequenceWith, takeOf } from '../../../testing';
import { dragTo, type DragPart } from './laneDrag';
import { snap } from './snapping';
import { freeEffectId, withoutEffect } from '../sequenceEdits';
import { TimeAxis } from './timeAxis';

/** 1000 px a second, so that px read as milliseconds. */
const axis = new TimeAxis(0, 2, 2000, false);
const free = { edges: [], frame: 0 };

function dragged(part: DragPart, by: number, effects: object[], up = 0): Effect {
  const sequence = sequenceWith(effects);
  const effect = sequence.effects[0];
  const firings = takeOf(effects).firings.filter((timed) => timed.effect === effect.id);
  return dragTo({ part, effect, firings, x: 500, y: 100 }, 500 + by, 100 - up, axis, free, true);
}

describe('dragging a lane’s block', () => {
  const flash = { kind: 'flash', id: 'flash', delay: 0.1, duration: 0.2 };

  it('moves it', () => {
    expect(dragged('move', 50, [flash]).delay).toBe(0.15);
    expect(dragged('move', -300, [flash]).delay).toBe(-0.2);
    expect(dragged('move', 50, [{ ...flash, delay: { range: [0.1, 0.2] } }]).delay).toEqual({ range: [0.15, 0.25] });
  });

  it('stretches its end and its start', () => {
    expect(dragged('end', 100, [flash]).duration).toBe(0.3);
    const start = dragged('start', 50, [flash]);
    expect([start.delay, start.duration]).toEqual([0.15, 0.15]);
  });

  it('never stretches it to nothing', () => {
    expect(dragged('end', -900, [flash]).duration).toBe(0.001);
    expect(dragged('start', 900, [flash]).duration as number).toBeGreaterThan(0);
  });

  it('stretches a burst by its particles’ life', () => {
    const burst = { kind: 'burst', id: 'burst', count: 1, life: 0.4 };
    expect((dragged('end', 400, [burst]) as { life: unknown }).life).toBeCloseTo(0.8, 5);
  });

  it('measures on the effect’s own clock, across a hit-stop', () => {
    const effect = dragged('end', 100, [
      { kind: 'flash', id: 'flash', duration: 0.2 },
      { kind: 'hit-stop', id: 'stop', duration: 0.05 },
    ]);
    // The block ends at 0.25 on the wall and at 0.2 on its clock; 0.1 more of wall is 0.1 more of clock.
    expect(effect.duration).toBe(0.3);
  });

  it('scales its strength from the top', () => {
    expect(dragged('strength', 0, [flash], 60).strength).toBeCloseTo(Math.E, 1);
    expect(dragged('strength', 0, [flash], -60).strength as number).toBeLessThan(0.4);
  });
});

describe('snapping', () => {
  const x = (t: number): number => t * 1000;

  it('prefers an edge within reach, then the frame', () => {
    expect(snap(0.104, { edges: [0, 0.1], frame: 1 / 60 }, x)).toBe(0.1);
    expect(snap(0.045, { edges: [0], frame: 1 / 60 }, x)).toBeCloseTo(3 / 60, 12);
    expect(snap(-0.006, { edges: [0], frame: 1 / 60 }, x)).toBe(0);
    expect(snap(0.123, { edges: [], frame: 0 }, x)).toBe(0.123);
  });
});

describe('taking an effect out', () => {
  it('leaves what hung on it where it was', () => {
    const effects = [
      { kind: 'flash', id: 'a', delay: 0.3 },
      { kind: 'flash', id: 'b', anchor: { to: 'start', effect: 'a' }, delay: 0.1 },
    ];
    const take = takeOf(effects);
    const left = withoutEffect(sequenceWith(effects), 'a', (id) => take.firings.find(({ effect }) => effect === id)?.start);
    expect(left.effects).toEqual([jasmine.objectContaining({ id: 'b', anchor: { to: 'contact' }, delay: 0.4 })]);
  });

  it('names new ones apart', () => {
    expect(freeEffectId(sequenceWith([]), 'flash')).toBe('flash');
    expect(
      freeEffectId(
        sequenceWith([
          { kind: 'flash', id: 'flash' },
          { kind: 'flash', id: 'flash-2' },
        ]),
        'flash',
      ),
    ).toBe('flash-3');
  });
});
