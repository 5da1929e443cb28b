import { newEffect } from '../effects/schemas.js';
import type { Sequence } from '../model/project.js';
import { fighter, fightOut, harmRung, planOfFight, response, type Fight } from '../testing/fights.js';
import type { DrillRun } from '../combat/drill.js';
import { DrillTake, type DrillFrame } from './drillTake.js';

type Effect = Sequence['effects'][number];

const effect = (kind: 'knockback' | 'number' | 'flash' | 'burst', more: object = {}): Effect =>
  ({ ...newEffect(kind, kind), ...more }) as Effect;

const looks = [
  { id: 'worn', at: 0.5 },
  { id: 'husk', at: 0 },
];
const fight: Fight = {
  actors: [fighter('m', { most: 1000, falls: 'fall', returns: 'back' }, { healthLooks: looks }), fighter('b', { most: 60 })],
  stops: { stop: 0.05 },
  plays: { hit: [effect('knockback'), effect('number'), effect('flash'), effect('burst')] },
  responses: [
    response(
      'blow',
      harmRung(
        'hit',
        [],
        [
          { outcome: 'play', sequence: 'hit' },
          { outcome: 'play', sequence: 'stop' },
        ],
      ),
    ),
    response('nectar', { id: 'leaves', then: [{ outcome: 'away', back: 2 }] }),
  ],
};
const { planOf } = planOfFight(fight);

function takeOf(run: DrillRun): DrillTake {
  return new DrillTake({ run, bodies: run.drill.actors.map(() => undefined), planOf });
}

/** What a frame shows of bodies that are there, particles and numbers. */
function told(frame: DrillFrame): unknown[] {
  const { gone, stands } = frame;
  const bodies = [frame.source, ...frame.targets].map(({ x, y, rotation, flash, rate }, i) =>
    gone[i] ? [] : [x, y, rotation, flash, rate, stands[i].x, stands[i].y, stands[i].facing, stands[i].lift],
  );
  const list = ({ count, x, y, size }: Pick<DrillFrame['numbers'], 'count' | 'x' | 'y' | 'size'>) =>
    Array.from({ length: count }, (_, i) => [x[i], y[i], size[i]]);
  return [bodies, list(frame.particles), list(frame.numbers), [...frame.looks], [...frame.gone]];
}

function flatten(value: unknown): unknown[] {
  return Array.isArray(value) ? value.flatMap(flatten) : [value];
}

/** Expects two frames to show the same, numbers as near as a billionth, or as the last bit of one of 32 bits. */
function expectSame(one: unknown[], other: unknown[], context: string): void {
  const [a, b] = [flatten(one), flatten(other)];
  expect(a.length).withContext(context).toBe(b.length);
  const apart = a.filter((value, i) =>
    typeof value === 'number' ? Math.abs(value - Number(b[i])) > 1e-9 + Math.abs(value) * 2 ** -23 : value !== b[i],
  );
  expect(apart).withContext(context).toEqual([]);
}

describe('a drill as it is seen', () => {
  const cast = {
    actors: [
      { id: 'm', actor: 'm', facing: -1 as const },
      { id: 'b', actor: 'b', x: -100 },
      { id: 'm2', actor: 'm', x: 200 },
    ],
  };
  const some = fightOut(fight, [{ at: 0.5 }, { at: 0.8, source: 'm2' }, { at: 1.1, payload: { damage: 600 } }], { ...cast, length: 4 });

  it('shows any instant in any order as going through it does', () => {
    const take = takeOf(some);
    const instants = Array.from({ length: 60 }, (_, i) => i * 0.061);
    const frame = take.createFrame();
    const through = instants.map((t) => told(take.sample(t, frame)));
    const jumping = instants.map((_, i) => (i * 37) % instants.length);
    for (const i of jumping) expectSame(told(take.sample(instants[i], frame)), through[i], `at ${instants[i]}`);
    expectSame(told(takeOf(some).sample(instants[20], takeOf(some).createFrame())), through[20], 'alone');
  });

  it('holds the struck body for its hit-stop, and moves it after', () => {
    const take = takeOf(some);
    const at = (t: number) => {
      const { targets, source } = take.sample(t, take.createFrame());
      return { m: source, b: targets[0] };
    };
    expect(at(0.49).m.x).toBe(0);
    // The stop holds from 0.5 to 0.55: what the blow does stands still.
    expect(at(0.52).m.x).toBe(at(0.549).m.x);
    expect(at(0.52).m.rate).toBe(0);
    expect(Math.abs(at(0.7).m.x)).toBeGreaterThan(1);
    expect(at(0.7).b.x).toBe(0);
  });

  it('tells looks by health and who is gone', () => {
    const take = takeOf(
      fightOut(
        fight,
        [
          { at: 0.5, payload: { damage: 600 } },
          { at: 1, event: 'nectar' },
        ],
        { ...cast, length: 4 },
      ),
    );
    const frame = take.createFrame();
    const seen = [0.4, 0.6, 1.5, 3.1].map((t) => {
      take.sample(t, frame);
      return [frame.looks[0], frame.gone[0]];
    });
    // Taken away at 1 for two seconds: back with all its health.
    expect(seen).toEqual([
      ['', false],
      ['worn', false],
      ['worn', true],
      ['', false],
    ]);
  });

  it('is the same in pieces, however long it is', () => {
    const script = Array.from({ length: 420 }, (_, i) => ({
      at: 0.5 + i * 0.05,
      payload: { damage: 1 },
      ...(i % 3 === 0 && { target: 'm2' }),
    }));
    const long = fightOut(fight, script, { ...cast, length: 24 });
    expect(long.cues.length).toBe(840);
    const take = takeOf(long);
    const frame = take.createFrame();
    // Played through, the next piece is made while one is looked at.
    const played = takeOf(long);
    const shown = played.createFrame();
    for (let t = 2.013; t < 10; t += 0.05) {
      played.sample(t, shown);
      if (t % 3 > 0.1) continue;
      const lately = takeOf({ ...long, cues: long.cues.filter(({ at }) => at <= t && at > t - 6).slice(-290) });
      expectSame(told(shown), told(lately.sample(t, lately.createFrame())), `played to ${t}`);
    }
    // Around where a piece ends and the next begins, and between.
    for (const t of [0.7, 2.99, 3, 3.01, 5.98, 6.02, 11, 14.999, 15.001, 21.4]) {
      // The same run with only what a drill that began lately would have had.
      const lately = takeOf({ ...long, cues: long.cues.filter(({ at }) => at <= t && at > t - 6).slice(-290) });
      const own = lately.createFrame();
      expectSame(told(take.sample(t, frame)), told(lately.sample(t, own)), `at ${t}`);
    }
  });

  it('is the same in pieces with bodies that walk, and with those that are there for a moment only', () => {
    const pod = fighter('pod', undefined, { radius: 5 });
    const thrown = { outcome: 'launch', actor: 'pod', to: 'place', speed: 300, hop: 40 };
    const walkers: Fight = {
      ...fight,
      actors: [fighter('m', { most: 1000 }, { speed: 90 }), fighter('b', { most: 1000 }, { speed: 60 }), pod],
      plays: { hit: [effect('knockback'), effect('number'), effect('burst')] },
      responses: [
        response('blow', harmRung('hit', [], [{ outcome: 'play', sequence: 'hit' }, { outcome: 'play', sequence: 'stop' }, thrown])),
      ],
    };
    const script = Array.from({ length: 240 }, (_, i) => ({
      at: 0.5 + i * 0.1,
      payload: { damage: 1 },
      ...(i % 3 === 0 && { source: 'm', target: 'b' }),
    }));
    const there = Array.from({ length: 8 }, (_, i) => ({ x: i % 2 ? 160 : -160, y: 20 * i }));
    const acts = ['m', 'b'].map((who, i) => ({ at: 0.2, who, do: 'walk', points: i ? there : there.map(({ x, y }) => ({ x: -x, y })) }));
    const long = fightOut(walkers, script, { ...cast, actors: cast.actors.slice(0, 2), length: 30, acts });
    expect(long.history.filter(({ of }) => of === 'join').length).toBe(240);
    expect(long.history.filter(({ of }) => of === 'leg').length).toBeGreaterThan(240);
    const bodies = [undefined, undefined];
    const take = new DrillTake({ run: long, bodies, planOf: planOfFight(walkers).planOf });
    const frame = take.createFrame();
    let flying = 0;
    for (const t of [0.7, 21.4, 2.99, 3.01, 5.98, 6.02, 11, 14.999, 15.001]) {
      const cues = long.cues.filter(({ at }) => at <= t && at > t - 6).slice(-290);
      const lately = new DrillTake({ run: { ...long, cues }, bodies, planOf: planOfFight(walkers).planOf });
      expectSame(told(take.sample(t, frame)), told(lately.sample(t, lately.createFrame())), `at ${t}`);
      const there = frame.gone.filter((gone) => !gone).length;
      // Of two hundred and forty only those that fly just then, and they are in the air.
      expect(there).withContext(`at ${t}`).toBeLessThan(20);
      flying += frame.stands.filter(({ lift }, i) => !frame.gone[i] && lift > 1).length;
    }
    expect(flying).toBeGreaterThan(4);
  });
});
