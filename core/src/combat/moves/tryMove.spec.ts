import { fighter, harmRung, planOfFight, response, type Fight } from '../../testing/fights.js';
import { fightOut } from '../../testing/fights.js';
import { DrillTake } from '../../player/drillTake.js';
import { newEffect } from '../../effects/schemas.js';
import { tracingWays } from '../../measure/drillWays.js';
import { outlineOf, reachesAt } from './reachesAt.js';
import { tryMove } from './tryMove.js';

/** Distances by hand: a reach from the middle of its actor, a body as a disc of its radius. */

type Json = Record<string, unknown>;

const thrust = { event: 'blow', live: 0.1, reach: { shape: 'thrust', length: 60, width: 10, angle: 0 } };
const poke = { id: 'poke', windUp: 0.2, contacts: [thrust], recovery: 0.3 };

/** What comes of a move that is tried on somebody of 20 px around, so far away. */
function tried(move: Json, place: { x: number; y?: number }, { facing = 1 as 1 | -1, rungs = [harmRung()], stops = {} } = {}) {
  const fight: Fight = {
    actors: [fighter('b', { most: 20 }, { moves: [move] }), fighter('m', { most: 100 }, { radius: 20 })],
    responses: [response('blow', ...rungs)],
    stops,
  };
  const plan = planOfFight(fight);
  const [actor, other] = ['b', 'm'].map((id) => plan.actors.get(id));
  const compiled = actor?.moves.get(String(move['id']));
  if (!actor || !other || !compiled) throw new Error('they are in the fight');
  return tryMove(plan, actor, compiled, { actor: other, x: place.x, y: place.y ?? 0, facing: -1 }, facing);
}

const stepsOf = ({ steps }: ReturnType<typeof tried>): string[] => steps.map(({ how, at }) => `${how} ${at.toFixed(3)}`);

describe('a move that is tried on somebody', () => {
  it('meets who is within reach, with how, and is over with its recovery', () => {
    const trial = tried(poke, { x: 70 });
    expect(trial.met.map(({ at, source, target }) => [at, source, target])).toEqual([[0.2, 'mover', 'practice']]);
    expect(trial.met[0].touch).toEqual(jasmine.objectContaining({ move: 'poke', contact: 0, angle: 0 }));
    expect(trial.short).toEqual([undefined]);
    expect(stepsOf(trial)).toEqual(['begins 0.000', 'recovers 0.300', 'ends 0.600']);
    expect(trial.length).toBeCloseTo(0.6, 9);
    // 10 of its health are gone, and it had all of it.
    expect(trial.histories.health('practice', 0.1)).toBe(100);
    expect(trial.histories.health('practice', 0.25)).toBe(90);
  });

  it('tells by how much it passed who is too far away, or aside', () => {
    // Whoever is within 5 px of its 60 is reached.
    expect(tried(poke, { x: 100 }).short[0]).toBeCloseTo(15, 6);
    expect(tried(poke, { x: 85.5 }).short[0]).toBeCloseTo(0.5, 6);
    expect(tried(poke, { x: 30, y: 40 }).short[0]).toBeCloseTo(15, 6);
    expect(tried(poke, { x: -70 }).short[0]).toBeCloseTo(45, 6);
    // It faces the other way, and meets who is behind.
    const turned = tried(poke, { x: -70 }, { facing: -1 });
    expect(turned.short).toEqual([undefined]);
    expect(turned.met.length).toBe(1);
    expect(tried(poke, { x: 70 }, { facing: -1 }).short[0]).toBeCloseTo(45, 6);
  });

  it('of several contacts tells each, and of a sweep the nearest that its blade comes', () => {
    const far = { ...thrust, after: 0.2, reach: { ...thrust.reach, length: 90 } };
    const [near, reaching] = tried({ ...poke, contacts: [thrust, far] }, { x: 100 }).short;
    expect(near).toBeCloseTo(15, 6);
    expect(reaching).toBeUndefined();
    const sweep = { event: 'blow', live: 0.2, reach: { shape: 'arc', length: 50, from: -60, to: 60 } };
    expect(tried({ ...poke, contacts: [sweep] }, { x: 90 }).short[0]).toBeCloseTo(20, 6);
    const atOnce = { ...sweep, live: 0 };
    expect(tried({ ...poke, contacts: [atOnce] }, { x: 90 }).short[0]).toBeCloseTo(20, 6);
  });

  it('is held by what it plays, so that its recovery waits, and one that is held is let go', () => {
    const stop = [harmRung('hit', [], [{ outcome: 'play', sequence: 'still', on: 'source' }])];
    const held = tried(poke, { x: 70 }, { rungs: stop, stops: { still: 0.5 } });
    // Half a second later than its own 0.3 s after it met.
    expect(held.met.length).toBe(1);
    expect(held.length).toBeCloseTo(0.2 + 0.5 + 0.1 + 0.3, 6);
    const released = tried({ ...poke, holds: true }, { x: 70 });
    expect(released.met.map(({ at }) => at)).toEqual([0.2]);
    // For 0.4 s it stays as it is before its recovery.
    expect(released.length).toBeCloseTo(0.2 + 0.4 + 0.3, 9);
  });
});

describe('what a move reaches, as it is drawn', () => {
  const move = (live: number, reach: object) =>
    ({ windUp: 0.2, contacts: [{ after: 0.1, live, reach }] }) as Parameters<typeof reachesAt>[0];
  const shown = (live: number, reach: object, age: number, facing: 1 | -1 = 1) => reachesAt(move(live, reach), age, facing)[0];

  it('is out from its wind-up on as long as it lives, an instant for a twentieth of a second', () => {
    const disc = { shape: 'disc', length: 40 };
    expect([0.29, 0.31, 0.49, 0.51].map((age) => shown(0.2, disc, age).live)).toEqual([false, true, true, false]);
    expect([0.29, 0.31, 0.349, 0.351].map((age) => shown(0, disc, age).live)).toEqual([false, true, true, false]);
    expect(shown(0.2, disc, 0.4).blade).toBeUndefined();
  });

  it('points where its blade has got to, the other way round for one that faces left', () => {
    const arc = { shape: 'arc', length: 40, from: -30, to: 90 };
    expect([0, 0.3, 0.4, 0.5, 2].map((age) => shown(0.2, arc, age).blade)).toEqual([
      -30,
      -30,
      jasmine.any(Number),
      jasmine.any(Number),
      90,
    ]);
    expect(shown(0.2, arc, 0.4).blade).toBeCloseTo(30, 9);
    expect(shown(0.2, arc, 0.4, -1).blade).toBeCloseTo(150, 9);
    expect(shown(0, arc, 0.4).blade).toBeUndefined();
    expect(shown(0.2, { shape: 'thrust', length: 9, width: 2, angle: 20 }, 0.4, -1).blade).toBe(160);
  });

  it('is outlined by its corners', () => {
    const round = (points: ReturnType<typeof outlineOf>) => points.map(({ x, y }) => [Number(x.toFixed(6)) + 0, Number(y.toFixed(6)) + 0]);
    expect(round(outlineOf({ shape: 'thrust', length: 60, width: 10, angle: 90 }))).toEqual([
      [5, 0],
      [5, 60],
      [-5, 60],
      [-5, 0],
    ]);
    const arc = round(outlineOf({ shape: 'arc', length: 10, from: 90, to: 0 }));
    expect([arc[0], arc[1], arc.at(-1)]).toEqual([
      [0, 0],
      [0, 10],
      [10, 0],
    ]);
    expect(arc.length).toBe(2 + Math.ceil(90 / 4));
    for (const [x, y] of arc.slice(1)) expect(Math.hypot(x, y)).toBeCloseTo(10, 5);
    const disc = outlineOf({ shape: 'disc', length: 10 });
    expect(disc.length).toBe(91);
    expect(disc.every(({ x, y }) => Math.abs(Math.hypot(x, y) - 10) < 1e-9)).toBeTrue();
    expect(outlineOf({ shape: 'arc', length: 10, from: 0, to: 720 }).length).toBe(91);
  });
});

describe('the ways of a drill', () => {
  const stepping: Fight = {
    actors: [fighter('m', undefined, { speed: 100 }), fighter('b')],
    responses: [response('blow', { id: 'shakes', then: [{ outcome: 'play', sequence: 'pushed', on: 'target' }] })],
    plays: { pushed: [{ ...newEffect('knockback', 'push'), distance: 40, duration: 0.2, hop: 0 } as never] },
  };

  it('are of those who leave their place, as they are drawn: where they go and how far they are pushed', () => {
    const walk = { at: 0.5, who: 'm', do: 'walk', points: [{ x: 100, y: 0 }] };
    const run = fightOut(stepping, [], { length: 2, acts: [walk] });
    const take = new DrillTake({ run, bodies: run.drill.actors.map(() => undefined), planOf: planOfFight(stepping).planOf });
    const told = [...tracingWays(take)];
    const ways = told.at(-1) ?? [];
    expect(told.slice(0, -1).every((one) => one === undefined)).toBeTrue();
    // 240 steps of a hundred and twentieth, a pause after each two dozen.
    expect(told.length - 1).toBe(10);
    expect(ways.map(({ who }) => who)).toEqual(['m']);
    expect(ways[0].points.length).toBe(241);
    for (const { t, x } of ways[0].points) expect(x).toBeCloseTo(Math.min(100, Math.max(0, (t - 0.5) * 100)), 6);
    const piece = [...tracingWays(take, 1, 1.25)].at(-1) ?? [];
    expect(piece[0].points.map(({ t }) => Number(t.toFixed(6)))).toEqual(
      Array.from({ length: 31 }, (_, i) => Number((1 + i / 120).toFixed(6))),
    );
    expect([...tracingWays(take, 1.6, 2)].at(-1)).toEqual([]);
  });

  it('are pushed with the picture of somebody who stands', () => {
    const run = fightOut(stepping, [{ at: 0.5 }], { length: 2 });
    const take = new DrillTake({ run, bodies: run.drill.actors.map(() => undefined), planOf: planOfFight(stepping).planOf });
    const frame = take.createFrame();
    const [way, ...others] = [...tracingWays(take)].at(-1) ?? [];
    expect([way.who, others]).toEqual(['m', []]);
    for (const { t, x } of way.points.filter((_, i) => i % 20 === 0)) {
      take.sample(t, frame);
      expect(x).toBeCloseTo(frame.stands[0].x + frame.source.x, 9);
    }
    expect(Math.max(...way.points.map(({ x }) => Math.abs(x)))).toBeGreaterThan(20);
  });
});
