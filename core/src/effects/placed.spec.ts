import fc from 'fast-check';
import { shuffled } from '../maths/shuffle.js';
import { bakedFrame } from '../ship/bakedRow.js';
import { takeOf } from '../testing/projects.js';

describe('pose', () => {
  it('is held without cancelling what else the body does', () => {
    const take = takeOf([
      { kind: 'pose', id: 'hurt', pose: 'hurt', amount: 0.8, duration: 1, envelope: [{ at: 0, value: 1 }] },
      { kind: 'pose', id: 'guard', pose: 'guard', duration: 1, envelope: [{ at: 0, value: 0.5 }] },
      { kind: 'pose', id: 'weaker', pose: 'hurt', amount: 0.3, duration: 1, envelope: [{ at: 0, value: 1 }] },
      { kind: 'knockback', id: 'throw', duration: 1, distance: 100, then: 'stay', ease: 'linear' },
    ]);
    const { target, source } = take.sample(0.5, take.createFrame());
    expect(target.pose).toEqual({ hurt: 0.8, guard: 0.5, lunge: 0, fall: 0 });
    expect(target.x).toBeCloseTo(50, 9);
    expect(source.pose).toEqual({ hurt: 0, guard: 0, lunge: 0, fall: 0 });
  });
});

describe('arc', () => {
  const arc = {
    kind: 'arc',
    id: 'slash',
    duration: 0.2,
    tail: 0.1,
    ease: 'linear',
    sweep: 120,
    reach: 90,
    drawn: 1.5,
    width: 30,
    envelope: [{ at: 0, value: 1 }],
  };
  const read = (t: number, fields: object = {}) => {
    const take = takeOf([{ ...arc, ...fields }], { direction: 40 });
    return bakedFrame(take.sample(t, take.createFrame())).arcs[0];
  };

  it('sweeps around the blow’s direction, its tail a fixed time behind', () => {
    // 120° in 0.2 s from 40° − 60°: 600° a second, its tail 60° behind until it catches up.
    expect([0.15].map((t) => [read(t).from, read(t).to])[0].map((x) => Math.round(x * 1e3) / 1e3)).toEqual([10, 70]);
    expect(Math.round(read(0.25).from)).toBe(70);
    expect(Math.round(read(0.25).to)).toBe(100);
    expect([read(0.15).live, read(0.25).live]).toEqual([1, 0]);
  });

  it('tells its true reach beside what is drawn', () => {
    const { inner, outer, reach } = read(0.1);
    expect([inner, outer, reach]).toEqual([105, 135, 90]);
  });

  it('follows the body that swings', () => {
    const lunge = {
      kind: 'knockback',
      id: 'lunge',
      on: 'source',
      duration: 1,
      distance: 100,
      then: 'stay',
      ease: 'linear',
      direction: { mode: 'fixed', angle: 0, spread: 0 },
    };
    const take = takeOf([lunge, { ...arc, delay: 0.1 }]);
    expect(Number(bakedFrame(take.sample(0.2, take.createFrame())).arcs[0].x)).toBeCloseTo(-80 + 20, 4);
  });
});

describe('shuffled', () => {
  it('plays each thing once a round and none twice running', () => {
    fc.assert(
      fc.property(fc.nat(), fc.integer({ min: 2, max: 12 }), fc.nat({ max: 500 }), (key, count, round) => {
        const turns = Array.from({ length: 3 * count }, (_, i) => shuffled(key, round * count + i, count));
        for (let i = 1; i < turns.length; i++) expect(turns[i]).not.toBe(turns[i - 1]);
        for (let i = 0; i < 3; i++) expect(new Set(turns.slice(i * count, (i + 1) * count)).size).toBe(count);
      }),
    );
  });

  it('plays in more than one order', () => {
    const orders = new Set(Array.from({ length: 40 }, (_, round) => [0, 1, 2, 3].map((i) => shuffled(7, round * 4 + i, 4)).join()));
    expect(orders.size).toBeGreaterThan(8);
  });
});

describe('a sound’s pool and place', () => {
  const sound = { kind: 'sound', id: 's', clips: ['crack', 'thud'], gain: 0, rate: 1 };
  const clips = (fields: object, options = {}) => takeOf([{ ...sound, ...fields }], {}, options).sounds.map(({ clip }) => clip);

  it('plays none twice running, within a take and over seeds in a row', () => {
    const takes = Array.from({ length: 12 }, (_, seed) => clips({ repeat: { count: 3, every: 0.1 } }, { seed })).flat();
    for (let i = 1; i < takes.length; i++) expect(takes[i]).not.toBe(takes[i - 1]);
    expect(clips({ order: 'round', repeat: { count: 4, every: 0.1 } }, { seed: 0 })).toEqual(['crack', 'thud', 'crack', 'thud']);
    const drawn = Array.from({ length: 60 }, (_, seed) => clips({ order: 'draw' }, { seed })[0]);
    expect(drawn.some((clip, i) => i > 0 && clip === drawn[i - 1])).toBeTrue();
  });

  it('fades and pans with its distance from the ear', () => {
    const cue = (x: number) => takeOf([{ ...sound, near: 100, far: 500, panWidth: 400 }], {}, { places: { ear: { x, y: 0 } } }).sounds[0];
    expect(cue(50).gain).toBe(1);
    expect(cue(300).gain).toBeCloseTo(0.5, 12);
    expect(cue(600).gain).toBe(0);
    expect(cue(-200).pan).toBeCloseTo(0.5, 12);
    expect(cue(900).pan).toBe(-1);
  });

  it('leaves out what comes too soon, and stops the oldest voice of too many', () => {
    const starts = (fields: object) =>
      takeOf([{ ...sound, repeat: { count: 4, every: 0.1 }, ...fields }]).sounds.map(({ start, cut }) =>
        [start, cut].map((x) => Number(x.toFixed(6))),
      );
    expect(starts({ gap: 0.15 })).toEqual([
      [0, 0],
      [0.2, 0],
    ]);
    expect(starts({ voices: 2 })).toEqual([
      [0, 0.2],
      [0.1, 0.2],
      [0.2, 0],
      [0.3, 0],
    ]);
  });
});

describe('a shake’s distance', () => {
  it('is felt less from afar', () => {
    const shift = (x: number) => {
      const take = takeOf([{ kind: 'shake', id: 's', amplitude: 10, near: 0, far: 400 }], {}, { places: { view: { x, y: 0 } } });
      return take.sample(0.02, take.createFrame()).view.x;
    };
    expect(shift(200)).toBeCloseTo(shift(0) / 2, 9);
    expect(shift(500)).toBeCloseTo(0, 12);
  });
});
