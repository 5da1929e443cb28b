import { type Effect } from '@undatio/core';
import { compileContext, compileSequence, strike } from '@undatio/core/internal';
import { projectWith } from '../../../testing';
import { shapeOf, type ShapeHandle, type ShapeScene } from './shapes';

const project = projectWith([]);
const scene = (blow = 0): ShapeScene => ({ standing: compileContext(project).standing, blow });

function effectOf(fields: Record<string, unknown>): Effect {
  return projectWith([{ id: 'it', ...fields }]).sequences[0].effects[0];
}

function handleOf(effect: Effect, name: string, blow = 0): ShapeHandle {
  const handle = shapeOf(effect, scene(blow))?.handles.find((candidate) => candidate.name === name);
  if (!handle) throw new Error(`no handle ${name}`);
  return handle;
}

/** The effect after its handle was dragged to a place. */
function dragged(effect: Effect, name: string, x: number, y: number, blow = 0): Effect {
  return { ...effect, ...handleOf(effect, name, blow).drag(x, y) } as Effect;
}

/** What the engine makes of the effect on a blow in that direction, `t` seconds after contact. */
function frameOf(effect: Effect, t: number, blow = 0) {
  const sequence = { id: 'blow', event: 'lance-hit', effects: [effect] };
  const take = strike(compileSequence(sequence as never, [], compileContext(project)), { direction: blow }, { seed: 3 });
  return take.sample(t, take.createFrame());
}

describe('the shape of a burst on the stage', () => {
  const burst = effectOf({
    kind: 'burst',
    count: 1,
    speed: 200,
    drag: 3,
    gravity: 0,
    life: 0.4,
    direction: { mode: 'along', angle: 0, spread: 0 },
  });

  it('lets its flight be drawn: the particle then goes there', () => {
    for (const blow of [0, 70]) {
      const changed = dragged(burst, 'Flight', 30, -40, blow);
      // Just before its death it is where its flight was drawn to.
      const { particles } = frameOf(changed, 0.3999, blow);
      expect(particles.x[0]).toBeCloseTo(30, 0);
      expect(particles.y[0]).toBeCloseTo(-40, 0);
    }
  });

  it('lets its fall be drawn', () => {
    const before = handleOf(burst, 'Gravity');
    const changed = dragged(burst, 'Gravity', before.x, before.y + 25);
    expect(frameOf(changed, 0.3999).particles.y[0]).toBeCloseTo(25, 0);
  });

  it('opens its spread to both sides of its middle', () => {
    const wide = dragged(burst, 'Spread', 0, 50) as typeof burst & { direction: { spread: number } };
    expect(wide.direction.spread).toBe(180);
  });

  it('keeps a range a range, and a driven number driven', () => {
    const ranged = effectOf({
      kind: 'burst',
      shape: 'disc',
      radius: { range: [10, 40] },
      speed: { drive: 'damage', in: [0, 50], out: [10, 100] },
    });
    const origin = 0;
    const changed = dragged(ranged, 'Radius', origin, 80) as unknown as Record<string, unknown>;
    expect(changed['radius']).toEqual({ range: [20, 80] });
    const faster = dragged(ranged, 'Flight', 60, 0) as unknown as { speed: { drive: string; out: [number, number] } };
    expect(faster.speed.drive).toBe('damage');
    expect(faster.speed.out[1] / faster.speed.out[0]).toBeCloseTo(10, 0);
  });

  it('keeps its handles on the stage, however far it flies', () => {
    const far = effectOf({ kind: 'burst', speed: 5000, drag: 0, gravity: 4000, life: 5 });
    for (const { x, y } of shapeOf(far, scene())?.handles ?? []) expect(Math.hypot(x, y)).toBeLessThan(300);
  });

  it('goes around the body that lets its particles go', () => {
    const around = effectOf({ kind: 'stream', from: 'target', shape: 'body' });
    const changed = dragged(around, 'Radius', 80 - 80 - 12, 0) as unknown as Record<string, unknown>;
    expect(changed['radius']).toBe(12);
  });
});

describe('the shapes of rings and arcs', () => {
  it('let an end radius be dragged', () => {
    const ring = effectOf({ kind: 'ring', radiusTo: 90, duration: 0.5 });
    const changed = dragged(ring, 'End radius', 0, 130);
    expect(frameOf(changed, 0.4999).rings.radius[0]).toBeCloseTo(130, 0);
  });

  it('tell an arc’s true reach apart from what is drawn', () => {
    const arc = effectOf({ kind: 'arc', reach: 100, drawn: 1.2, sweep: 90, duration: 0.2, ease: 'linear' });
    expect(shapeOf(arc, scene())?.guides.length).toBe(1);
    const further = dragged(arc, 'True reach', -80 + 150, 0);
    expect(frameOf(further, 0.1).arcs.reach[0]).toBeCloseTo(150, 3);
    const wider = dragged(arc, 'Drawn reach', -80 + 200, 0);
    expect(frameOf(wider, 0.1).arcs.outer[0]).toBeCloseTo(200, 3);
    expect(frameOf(wider, 0.1).arcs.reach[0]).toBeCloseTo(100, 3);
    const swept = dragged(arc, 'Sweep', -80, -100);
    expect(frameOf(swept, 0).arcs.to[0]).toBeCloseTo(-90, 0);
  });

  it('are nobody else’s', () => {
    expect(shapeOf(effectOf({ kind: 'flash' }), scene())).toBeUndefined();
  });
});
