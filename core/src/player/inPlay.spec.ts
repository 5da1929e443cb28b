import type { Arena, ArenaOptions, Kit } from '../contract.js';
import { readProject } from '../checks/readProject.js';
import { compileDrill, runDrill } from '../combat/drill.js';
import { openKit } from '../runtime.js';
import type { Json } from '../take/compileReferences.js';
import { kitDocument } from '../ship/kit.js';
import { combatPlanOf } from '../checks/checkRules.js';
import { compileContext } from '../checks/compileContext.js';
import { fighter, harmRung, response } from '../testing/fights.js';
import { projectJson } from '../testing/projects.js';
import { DrillTake } from './drillTake.js';

const pose = { kind: 'pose', id: 'falls', pose: 'fall', duration: 0.8 };
const halt = { kind: 'hit-stop', id: 'stop', duration: 0.2, parties: ['target'] };

/** A fight in which whoever is struck plays a fall and is despawned at that instant. */
function fight(effects: readonly object[], rungs: readonly Json[], changes: object = {}) {
  const { actors: _, ...json } = projectJson(effects);
  const read = readProject({
    ...json,
    actors: [
      { role: 'target', picture: 'mosshell', width: 160, height: 120, ...fighter('mosshell', { most: 40 }) },
      { role: 'source', picture: 'mosshell', width: 120, height: 100, ...fighter('brasshorn', { most: 60 }) },
    ],
    responses: [response('lance-hit', ...rungs)],
    ...changes,
  });
  if (!read.project) throw new Error(read.problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return read.project;
}

const kitOf = (...all: Parameters<typeof fight>): Kit => openKit(JSON.parse(JSON.stringify(kitDocument(fight(...all)))));

const falls = { id: 'falls', then: [{ outcome: 'play', sequence: 'blow' }, { outcome: 'away' }] };
const two: ArenaOptions = {
  actors: [
    { id: 'b', actor: 'brasshorn', place: { x: 160, y: 0 }, facing: -1 },
    { id: 'm', actor: 'mosshell', place: { x: 0, y: 0 } },
  ],
};
const blow = { source: 'b', target: 'm' };
const stateOf = (arena: Arena, id: string) => arena.actors.find((one) => one.id === id);
const payloadOf = (arena: Arena): unknown => arena.log[0]?.payload['direction'];

describe('a body that is despawned', () => {
  it('is leaving as long as what it was struck with shows on it, its stop counted, and is told when that is over', () => {
    const arena = kitOf([pose, halt], [falls]).arena(two);
    arena.raise('lance-hit', blow, 0.5);
    arena.advance(0.6);
    // The pose lasts 0.8 s of its own clock, that stands still for 0.2 s.
    expect(stateOf(arena, 'm')).toEqual(jasmine.objectContaining({ standing: 'leaving', leaving: 0.5 + 0.2 + 0.8 - 0.6 }));
    expect(arena.despawned).toEqual([]);
    arena.advance(1.49);
    expect(stateOf(arena, 'm')?.standing).toBe('leaving');
    arena.advance(1.6);
    expect(stateOf(arena, 'm')).toEqual(jasmine.objectContaining({ standing: 'gone', leaving: 0 }));
    expect(arena.despawned).toEqual([{ who: 'm', at: jasmine.any(Number) as never }]);
    expect(arena.despawned[0].at).toBeCloseTo(1.5, 9);
    arena.advance(1.7);
    expect(arena.despawned).toEqual([]);
  });

  it('is gone at once if it splits, whatever effects show on it', () => {
    const splits = {
      id: 'splits',
      then: [
        { outcome: 'play', sequence: 'blow' },
        { outcome: 'split', count: 3 },
      ],
    };
    const body = { role: 'target', picture: 'mosshell', width: 10, height: 10, ...fighter('mosshell', { most: 40 }) };
    const actors = [{ ...body, ranks: [{ scale: 0.5 }, { scale: 1 }] }];
    const arena = kitOf([pose], [splits], { actors }).arena({ actors: [{ id: 'm', actor: 'mosshell', place: { x: 0, y: 0 } }] });
    arena.raise('lance-hit', { target: 'm' }, 0.5);
    arena.advance(0.6);
    expect(stateOf(arena, 'm')).toEqual(jasmine.objectContaining({ standing: 'gone', leaving: 0 }));
    expect(arena.despawned).toEqual([{ who: 'm', at: 0.5 }]);
    expect(arena.actors.filter(({ standing }) => standing === 'up').length).toBe(3);
    arena.advance(2);
    expect(arena.despawned).toEqual([]);
  });

  it('is gone at once where nothing plays on it, and takes part in nothing while it leaves', () => {
    const arena = kitOf([pose], [{ id: 'quiet', then: [{ outcome: 'away' }] }]).arena(two);
    arena.raise('lance-hit', blow);
    arena.advance(0.1);
    expect(stateOf(arena, 'm')?.standing).toBe('gone');
    expect(arena.despawned).toEqual([{ who: 'm', at: 0 }]);
    const struck = kitOf([pose], [falls]).arena(two);
    struck.raise('lance-hit', blow);
    struck.raise('lance-hit', blow, 0.2);
    struck.advance(0.3);
    expect(struck.log.map(({ standing }) => standing)).toEqual(['up', 'gone']);
  });

  it('is seen as long in a drill as in a game', () => {
    const project = fight([pose, halt], [falls]);
    const plan = combatPlanOf(project, compileContext(project));
    const drill = compileDrill(
      { id: 'd', length: 4, seed: 1, actors: two.actors, script: [0.5, 2].map((at) => ({ at, event: 'lance-hit', ...blow })) } as never,
      [],
      plan,
    );
    const run = runDrill(plan, drill);
    const take = new DrillTake({ run, bodies: run.drill.actors.map(() => undefined), planOf: plan.planOf });
    const frame = take.createFrame();
    expect([0.4, 0.6, 1.49, 1.51].map((t) => take.sample(t, frame).gone[1])).toEqual([false, false, false, true]);
    // What comes later, to one who is gone or who has come back, does not keep it in sight.
    expect([1.6, 1.9].map((t) => take.sample(t, frame).gone[1])).toEqual([true, true]);
  });
});

describe('leaving an arena', () => {
  it('takes a body out at once; another may come under its name; nothing of the old one touches it', () => {
    const rung = harmRung('hit', [], [{ outcome: 'play', sequence: 'blow' }]);
    const arena = kitOf([pose], [rung]).arena(two);
    arena.raise('lance-hit', { ...blow, payload: { damage: 5 } }, 0.5);
    arena.advance(0.2);
    arena.leave('m');
    expect(arena.actors.map(({ id }) => id)).toEqual(['b']);
    arena.join({ id: 'm', actor: 'mosshell', place: { x: 40, y: 0 } });
    arena.advance(0.7);
    expect(stateOf(arena, 'm')?.health).toBe(40);
    expect(arena.log.map(({ target, standing }) => `${target} ${standing}`)).toEqual(['m gone']);
    expect(() => arena.leave('x')).toThrowError(/expected one of b, m, found "x"/);
  });

  it('is the same by the player: time goes on', () => {
    const arena = kitOf([pose], [falls]).arena(two);
    arena.player.remove('m');
    arena.advance(0.5);
    expect(arena.actors.map(({ id }) => id)).toEqual(['b']);
    expect(arena.frame.bodies.map(({ id }) => id)).toEqual(['b']);
  });

  it('of bodies that the game joined makes no more room for spawned ones than there is', () => {
    const splits = { id: 'splits', then: [{ outcome: 'split', count: 16 }] };
    const zone = { id: 'z', shape: { shape: 'disc', length: 5 }, kinds: ['nobody'], enters: 'lance-hit' };
    const ranked = { role: 'target', picture: 'mosshell', width: 10, height: 10, ...fighter('mosshell', { most: 40 }), zones: [zone] };
    const actors = [{ ...ranked, ranks: [{ scale: 0.5 }, { scale: 1 }] }];
    const arena = kitOf([pose], [splits], { actors }).arena({ actors: [] });
    for (let i = 0; i < 50; i++) arena.join({ id: `w${i}`, actor: 'mosshell', place: { x: 2000 * i, y: 0 } });
    for (let i = 0; i < 30; i++) arena.leave(`w${i}`);
    for (let i = 30; i < 50; i++) {
      arena.raise('lance-hit', { target: `w${i}` });
      arena.advance(arena.now + 0.1);
    }
    // At most a hundred spawned bodies with zones, whatever came and went before.
    expect(arena.actors.filter(({ id }) => id.startsWith('mosshell')).length).toBe(100);
  });

  it('keeps what a body gave to others, through waves of a hundred', () => {
    const arena = kitOf([pose, halt], [harmRung('hit', [], [{ outcome: 'play', sequence: 'blow', after: 0.3 }])]).arena(two);
    for (let i = 0; i < 100; i++) {
      arena.join({ id: `w${i}`, actor: 'mosshell', place: { x: i, y: 0 } });
      arena.raise('lance-hit', { source: `w${i}`, target: 'b', payload: { damage: 0 } });
      arena.raise('lance-hit', { source: 'b', target: `w${i}` });
      arena.advance(arena.now + 0.05);
      arena.leave(`w${i}`);
    }
    arena.advance(arena.now + 2);
    expect(arena.actors.map(({ id }) => id)).toEqual(['b', 'm']);
    expect(arena.frame.bodies.length).toBe(2);
  });
});

describe('a direction that is left out', () => {
  const rung = harmRung('hit', [], []);

  it('is that from the source to the target as the event happens', () => {
    const arena = kitOf([pose], [rung]).arena(two);
    arena.raise('lance-hit', blow);
    arena.advance(0.1);
    expect(payloadOf(arena)).toBe(180);
    arena.place('m', { x: 160, y: 50 });
    arena.raise('lance-hit', blow);
    arena.advance(0.2);
    expect(payloadOf(arena)).toBe(90);
  });

  it('is that to the place, or ahead of the source, without a target; and is the field’s own with neither', () => {
    const arena = kitOf([pose], [rung]).arena(two);
    arena.raise('lance-hit', { source: 'b', place: { x: 160, y: -10 } });
    arena.raise('lance-hit', { source: 'b' });
    arena.raise('lance-hit', { target: 'm' });
    arena.advance(0.1);
    expect(arena.log.map(({ payload }) => payload['direction'])).toEqual([-90, 180, 0]);
  });

  it('is as it is said where it is said; and the same in a drill', () => {
    const arena = kitOf([pose], [rung]).arena(two);
    arena.raise('lance-hit', { ...blow, payload: { direction: 30 } });
    arena.advance(0.1);
    expect(payloadOf(arena)).toBe(30);
    const project = fight([pose], [rung]);
    const plan = combatPlanOf(project, compileContext(project));
    const script = [
      { at: 0.5, event: 'lance-hit', ...blow },
      { at: 1, event: 'lance-hit', ...blow, payload: { direction: 30 } },
    ];
    const run = runDrill(plan, compileDrill({ id: 'd', length: 2, seed: 1, actors: two.actors, script } as never, [], plan));
    expect(run.log.map(({ payload }) => payload['direction'])).toEqual([180, 30]);
  });
});

describe('a body of another size in a game', () => {
  const shown = [
    { kind: 'meter', id: 'bar', above: 80, width: 100, height: 10, duration: 2, shows: 'always' },
    { kind: 'number', id: 'n', template: '7', above: 40, size: 20, speed: 0, enter: 'instant', duration: 2 },
    { kind: 'overlay', id: 'o', picture: 'mosshell', size: 90, y: -20, duration: 2 },
    { kind: 'mark', id: 'k', picture: 'mosshell', size: 60, x: 10, y: 2, duration: 2 },
  ];
  const struck = (scale: number, changes: object = {}, y = 0) => {
    const player = kitOf(shown, [falls]).player(changes);
    player.body('m', { actor: 'mosshell', x: 300, y, scale });
    player.strike('blow', {}, { target: 'm', seed: 3 });
    player.advance(0.5);
    const { meters, numbers, pictures } = player.frame;
    return {
      meter: [meters.x[0], meters.y[0], meters.width[0], meters.height[0]],
      number: [numbers.x[0], numbers.y[0], numbers.size[0]],
      over: [pictures.x[0], pictures.y[0], pictures.size[0]],
      mark: [pictures.x[1], pictures.y[1], pictures.size[1]],
    };
  };

  it('carries all that hangs on it in that size, about its middle; marks lie at its feet', () => {
    // The body is 120 px high: its feet are 60 px below its middle.
    expect(struck(1)).toEqual({ meter: [300, -80, 100, 10], number: [300, -40, 20], over: [300, -20, 90], mark: [310, 62, 60] });
    expect(struck(0.5)).toEqual({ meter: [300, -40, 50, 5], number: [300, -20, 10], over: [300, -10, 45], mark: [305, 31, 30] });
  });

  it('leaves marks on the game’s floor, however high it is in the air', () => {
    const mark = (floor: unknown, y: number) => struck(1, { floor }, y).mark.slice(0, 2);
    expect(mark(100, 0)).toEqual([310, 102]);
    expect(mark(100, -200)).toEqual([310, 102]);
    expect(mark((x: number) => x / 10, -200)).toEqual([310, 33]);
    // Where the game has nothing to say, it lies at the feet.
    expect(mark(() => undefined, -200)).toEqual([310, -138]);
    expect(() => struck(1, { floor: 'low' })).toThrowError(/options\.floor: expected a number/);
  });
});

describe('a health bar in a drill', () => {
  it('shows what its body has left, as it does in a game, whatever its fields say', () => {
    const bar = { kind: 'meter', id: 'bar', before: 1, after: 0.88, fall: 0, duration: 3, shows: 'always' };
    const rung = {
      id: 'hit',
      then: [
        { outcome: 'harm', points: 10 },
        { outcome: 'play', sequence: 'blow' },
      ],
    };
    const project = fight([bar], [rung]);
    const plan = combatPlanOf(project, compileContext(project));
    const script = [0.5, 1].map((at) => ({ at, event: 'lance-hit', ...blow }));
    const run = runDrill(plan, compileDrill({ id: 'd', length: 4, seed: 1, actors: two.actors, script } as never, [], plan));
    const take = new DrillTake({ run, bodies: run.drill.actors.map(() => undefined), planOf: plan.planOf });
    const frame = take.createFrame();
    const arena = kitOf([bar], [rung]).arena(two);
    for (const at of [0.5, 1]) arena.raise('lance-hit', blow, at);
    // Of 40 points 10 go with each blow.
    for (const [t, left] of [
      [0.7, 0.75],
      [1.2, 0.5],
    ]) {
      arena.advance(t);
      const bars = [take.sample(t, frame).meters, arena.frame.meters];
      expect(bars.map(({ count, value }) => value[count - 1]))
        .withContext(`at ${t}`)
        .toEqual([left, left]);
      // What was lost still lags behind it.
      for (const { count, lag } of bars) expect(lag[count - 1]).toBeCloseTo(left + 0.12, 6);
    }
    // And has caught up in the end.
    arena.advance(2.4);
    for (const { count, lag } of [take.sample(2.4, frame).meters, arena.frame.meters]) {
      expect(lag[count - 1]).toBeCloseTo(0.5, 6);
    }
  });
});

describe('the actors of a kit', () => {
  it('always say where their pictures look', () => {
    expect(kitOf([pose], [falls]).actors.map(({ id, looks }) => `${id} ${looks}`)).toEqual(['mosshell left', 'brasshorn right']);
  });

  it('lands particles on the game’s floor', () => {
    const chip = { kind: 'burst', id: 'c', count: 1, from: 'target', speed: 100, drag: 0, gravity: 1000, life: 9, floor: 'stop' };
    const lands = (floor?: unknown) => {
      const player = kitOf([{ ...chip, direction: { mode: 'fixed', angle: 0, spread: 0 } }], [falls]).player({ floor } as object);
      player.body('m', { actor: 'mosshell', x: 300, y: 0 });
      player.strike('blow', {}, { target: 'm', seed: 3 });
      for (let step = 0; step < 30; step++) player.advance(0.1);
      const { particles } = player.frame;
      return [particles.x[0], particles.y[0]].map((px) => Math.round(px * 1e3) / 1e3);
    };
    // Its feet are 60 px below its middle: √(120 ÷ 1000) s of 100 px a second.
    expect(lands()).toEqual([334.641, 60]);
    expect(lands(500)).toEqual([400, 500]);
    // Where it would land by the height at its birth (20 px down, 0.2 s on) the floor is lower: it falls on until there.
    expect(lands((x: number) => (x < 310 ? 20 : 180))).toEqual([360, 180]);
    expect(lands(() => undefined)).toEqual(lands());
  });
});

describe('a long advance', () => {
  it('emits particles along the whole path of a body that orbits, as short advances do', () => {
    const stream = {
      kind: 'stream',
      id: 'dust',
      on: 'source',
      from: 'source',
      rate: 30,
      life: 5,
      duration: 3,
      speed: 0,
      gravity: 0,
      clock: 'wall',
    };
    const particles = (steps: number): number[] => {
      const arena = kitOf([stream], []).arena(two);
      arena.walk('b', { around: 'm', distance: 160, speed: 200 });
      arena.player.strike('blow', {}, { source: 'b', target: 'm' });
      for (let i = 1; i <= steps; i++) arena.advance((0.95 * i) / steps);
      const { count, x, y } = arena.frame.particles;
      return [...x.slice(0, count), ...y.slice(0, count)];
    };
    const [one, many] = [particles(1), particles(57)];
    expect(one.length).toBeGreaterThan(40);
    expect(many.length).toBe(one.length);
    one.forEach((value, i) => expect(value).withContext(`${i}`).toBeCloseTo(many[i], 2));
    // On the circle: 160 px from the middle of the body at (0, 0).
    const half = one.length / 2;
    for (let i = 0; i < half; i++) expect(Math.hypot(one[i], one[half + i])).toBeCloseTo(160, 1);
  });
});
