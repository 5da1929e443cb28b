import fc from 'fast-check';
import type { Arena, ArenaLogEntry, ArenaOptions, Kit } from '../contract.js';
import { readProject } from '../checks/readProject.js';
import { KitError, openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { fighter, harmRung, response } from '../testing/fights.js';
import { projectJson } from '../testing/projects.js';

const stop = { kind: 'hit-stop', id: 'stop', duration: 0.1, parties: ['target'] };
const kick = { kind: 'knockback', id: 'kick', distance: 30 };

/** The League's lance-hit with a fight about it, as a game opens it. */
function kitOf(changes: object = {}): Kit {
  const { actors: _, ...json } = projectJson([stop, kick]);
  const events = (json['events'] as object[]).map((one) => ({ ...one, harm: { value: 'damage', kindField: 'kind' } }));
  const { project, problems } = readProject({
    ...json,
    events: [...events, { id: 'fall', label: 'Fall', fields: [] }, { id: 'sip', label: 'Sip', fields: [] }],
    actors: [
      { role: 'target', picture: 'mosshell', width: 160, height: 120, ...fighter('mosshell', { most: 40, falls: 'fall' }) },
      { role: 'source', picture: 'mosshell', width: 120, height: 100, ...fighter('brasshorn', { most: 60 }) },
    ],
    statuses: [{ id: 'burning', label: 'burning', length: 2, ticks: { every: 0.5, event: 'lance-hit', rate: 4 } }],
    responses: [
      response(
        'lance-hit',
        harmRung('hit', [{ condition: 'one-of', field: 'kind', values: ['plain'] }], [{ outcome: 'play', sequence: 'blow' }]),
        {
          id: 'lit',
          then: [{ outcome: 'give', status: 'burning' }],
        },
      ),
      response('sip', { id: 'sips', then: [{ outcome: 'mend', points: 5 }] }),
      response('fall', {
        id: 'falls',
        when: [{ condition: 'standing', is: 'down' }],
        then: [{ outcome: 'raise', event: 'sip', after: 0.25 }],
      }),
    ],
    ...changes,
  });
  if (!project) throw new Error(problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return openKit(JSON.parse(JSON.stringify(kitDocument(project))));
}

const two: ArenaOptions = {
  actors: [
    { id: 'b', actor: 'brasshorn', place: { x: 0, y: 0 } },
    { id: 'm', actor: 'mosshell', place: { x: 160, y: 0 }, facing: -1 },
  ],
};
const hit = { source: 'b', target: 'm' };
const said = (log: readonly ArenaLogEntry[]): string[] =>
  log.map(({ at, event, rungs }) => `${Number(at.toFixed(6))} ${event} ${rungs.find(({ answer }) => answer === 'answered')?.rung ?? '-'}`);

function through(arena: Arena, to: number, step: number): ArenaLogEntry[] {
  const log: ArenaLogEntry[] = [];
  for (let t = arena.now + step; t < to; t += step) {
    arena.advance(t);
    log.push(...arena.log);
  }
  arena.advance(to);
  return [...log, ...arena.log];
}

describe('an arena', () => {
  it('says what it expected of a payload that is none, as a strike does', () => {
    const kit = kitOf();
    const none = null as unknown as Record<string, number>;
    const expected = 'payload: expected fields and their values, found null';
    expect(() => kit.arena(two).raise('lance-hit', { ...hit, payload: none })).toThrowError(KitError, expected);
    expect(() => kit.strike('blow', none)).toThrowError(KitError, expected);
    expect(() => kit.player().strike('blow', none)).toThrowError(KitError, expected);
  });

  it('decides, plays and tells what a game raises', () => {
    const arena = kitOf().arena(two);
    arena.raise('lance-hit', { ...hit, payload: { damage: 12 } }, 0.5);
    arena.advance(0.49);
    expect(arena.log).toEqual([]);
    arena.advance(0.52);
    expect(said(arena.log)).toEqual(['0.5 lance-hit hit']);
    const [, m] = arena.actors;
    expect([m.health, m.share, m.standing]).toEqual([28, 0.7, 'up']);
    // The hit-stop of a tenth holds it where it stood.
    const body = arena.frame.bodies.find(({ id }) => id === 'm');
    expect([body?.x, body?.rate]).toEqual([160, 0]);
    arena.advance(0.8);
    expect(arena.frame.bodies.find(({ id }) => id === 'm')?.x).toBeGreaterThan(161);
  });

  it('goes the same however its time is cut', () => {
    const kit = kitOf();
    const script = fc.array(
      fc.record({ at: fc.integer({ min: 0, max: 300 }), damage: fc.integer({ min: 0, max: 25 }), kind: fc.constantFrom('plain', 'ember') }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(script, fc.integer({ min: 7, max: 900 }), (blows, thousandths) => {
        const [whole, cut] = [kit.arena(two), kit.arena(two)];
        for (const arena of [whole, cut]) for (const { at, ...payload } of blows) arena.raise('lance-hit', { ...hit, payload }, at / 100);
        whole.advance(5);
        const log = through(cut, 5, thousandths / 1000);
        expect(log).toEqual([...whole.log]);
        expect(cut.actors).toEqual(whole.actors);
      }),
      { numRuns: 60 },
    );
  });

  it('takes health from the game where the game keeps it', () => {
    let health = 40;
    const arena = kitOf().arena({ ...two, health: (id) => (id === 'm' ? health : undefined) });
    arena.advance(0.1);
    health = 9;
    arena.raise('lance-hit', { ...hit, payload: { damage: 4 } });
    arena.advance(0.2);
    expect(arena.log[0].happened[0]).toEqual(jasmine.objectContaining({ what: 'harm', points: 4, health: 5 }));
    // Whatever the rules would have left.
    health = 40;
    arena.advance(0.3);
    expect(arena.actors[1].health).toBe(40);
  });

  it('tells how much game time passed for each in the whole of an advance', () => {
    const arena = kitOf().arena(two);
    for (const at of [0.2, 0.25, 0.6]) arena.raise('lance-hit', { ...hit, payload: { damage: 1 } }, at);
    arena.advance(1);
    // A tenth from 0.2, held on until 0.35, and another tenth.
    expect(['b', 'm', 'world'].map((id) => Number(arena.elapsed(id).toFixed(9)))).toEqual([1, 0.75, 1]);
    arena.advance(1.5);
    expect(['m', 'world'].map((id) => Number(arena.elapsed(id).toFixed(9)))).toEqual([0.5, 0.5]);
    expect(() => arena.elapsed('nobody')).toThrowError(KitError, /id: expected one of b, m, found "nobody"/);
  });

  it('lets others join, and has them where the game puts them', () => {
    const arena = kitOf().arena(two);
    arena.advance(1);
    arena.join({ id: 'm2', actor: 'mosshell', place: { x: 500, y: 0 } });
    arena.place('m2', { x: 320, y: 4, facing: -1 });
    arena.raise('lance-hit', { source: 'b', target: 'm2', payload: { damage: 30 } });
    arena.advance(1.01);
    expect(arena.actors.map(({ id, health }) => [id, health])).toEqual([
      ['b', 60],
      ['m', 40],
      ['m2', 10],
    ]);
    expect(arena.frame.bodies.find(({ id }) => id === 'm2')?.y).toBe(4);
  });

  it('tells statuses with their age on their actor’s clock', () => {
    const arena = kitOf().arena(two);
    arena.raise('lance-hit', { ...hit, payload: { kind: 'ember' } }, 0);
    arena.raise('lance-hit', { ...hit, payload: { damage: 1 } }, 0.2);
    arena.advance(0.4);
    // Two tenths, a hit-stop of one tenth, and one tenth more; each tick is a blow that holds it for another tenth.
    expect(arena.actors[1].statuses).toEqual([{ id: 'burning', stacks: 1, age: 0.3 }]);
    expect(said(through(arena, 3, 0.01)).map((one) => one.split(' ').slice(0, 2).join(' '))).toEqual([
      '0.6 lance-hit',
      '1.2 lance-hit',
      '1.8 lance-hit',
      '2.4 lance-hit',
    ]);
  });

  it('falls, and does what its fall raises', () => {
    const arena = kitOf().arena(two);
    arena.raise('lance-hit', { ...hit, payload: { damage: 50 } }, 1);
    expect(said(through(arena, 2, 0.013))).toEqual(['1 lance-hit hit', '1 fall falls', '1.25 sip -']);
    expect(arena.actors[1].standing).toBe('down');
  });

  it('lets something fly for the game, in its conventions, by a name of its own', () => {
    const kit = kitOf({ conventions: { axis: 'up', angles: 'radians', unitsPerPixel: 0.01 } });
    const arena = kit.arena({
      actors: [
        { id: 'b', actor: 'brasshorn', place: { x: 0, y: 0 } },
        { id: 'm', actor: 'mosshell', place: { x: 0, y: 2 }, facing: -1 },
      ],
    });
    // Up, where the axis points up: 200 px at 400 px a second.
    arena.launch('mosshell', { id: 'thrown', from: 'b', angle: Math.PI / 2, speed: 4, meets: 'lance-hit', payload: { damage: 5 } }, 0.1);
    arena.advance(0.35);
    const flying = arena.actors.find(({ id }) => id === 'thrown');
    expect(flying?.place.y).toBeCloseTo(1, 9);
    arena.advance(1);
    expect(arena.log.map(({ event, source, target }) => [event, source, target])).toEqual([['lance-hit', 'b', 'm']]);
    expect(arena.log[0].at).toBeCloseTo(0.6, 6);
    expect(arena.actors.find(({ id }) => id === 'm')?.health).toBe(35);
    // From a place, to a place.
    arena.launch('mosshell', { place: { x: 1, y: 0 }, to: { x: 3, y: 0 }, speed: 2, hop: 0.5, lands: 'sip' });
    arena.advance(1.5);
    const other = arena.actors.at(-1);
    expect([other?.place.x, other?.lift]).toEqual([jasmine.any(Number), 0.5]);
    expect(other?.place.x).toBeCloseTo(2, 9);
    arena.advance(2.5);
    expect(arena.log.map(({ event }) => event)).toEqual(['sip']);
    const refusals: readonly (readonly [() => void, RegExp])[] = [
      [() => arena.launch('pip', { from: 'b' }), /actor: expected an actor of the project/],
      [() => arena.launch('mosshell', {}), /launch: expected from whom it flies, or the place where it begins/],
      [() => arena.launch('mosshell', { from: 'nobody' }), /launch\.from: expected one of/],
      [() => arena.launch('mosshell', { from: 'b', id: 'm' }), /launch\.id: expected an id of its own, "m" is taken/],
      [() => arena.launch('mosshell', { from: 'b', to: { x: NaN, y: 0 } }), /launch\.to/],
      [() => arena.launch('mosshell', { from: 'b', far: 3 } as never), /launch\.far/],
      [() => arena.walk('b', { around: 'm', distance: 0 }), /walk\.distance: expected a number from 1/],
    ];
    for (const [attempt, message] of refusals) expect(attempt).toThrowError(KitError, message);
    arena.walk('b', { around: 'm', distance: 2 });
    arena.advance(3.5);
    const [b, m] = arena.actors;
    expect(Math.hypot(b.place.x - m.place.x, b.place.y - m.place.y)).toBeCloseTo(2, 6);
    expect(b.place.y).not.toBeCloseTo(0, 1);
  });

  it('refuses in one line what cannot be used, and goes on', () => {
    const kit = kitOf();
    const arena = kit.arena(two);
    const refusals: readonly (readonly [() => void, RegExp])[] = [
      [() => arena.raise('rain'), /event: expected an event of the kit \(lance-hit, fall, sip\), found "rain"/],
      [() => arena.raise('lance-hit', { target: 'nobody' }), /options\.target: expected one of b, m, found "nobody"/],
      [() => arena.raise('lance-hit', { payload: { damage: 'much' } } as never), /damage/],
      [() => arena.raise('lance-hit', hit, -1), /at: expected a number from/],
      [() => arena.advance(-1), /to: expected a number from/],
      [() => arena.join({ id: 'b', actor: 'mosshell', place: { x: 0, y: 0 } }), /actor\.id: expected an id of its own, "b" is taken/],
      [
        () => arena.join({ id: 'x', actor: 'pip', place: { x: 0, y: 0 } }),
        /actor\.actor: expected an actor of the kit \(mosshell, brasshorn\), found "pip"/,
      ],
      [() => arena.place('nobody', { x: 0, y: 0 }), /id: expected one of b, m, found "nobody"/],
      [() => arena.place('b', { x: NaN, y: 0 }), /place/],
      [() => arena.place('b', { x: 9, y: 0, facing: 0 } as never), /facing/],
      [
        () => arena.join({ id: 'x', actor: 'mosshell', place: { x: 0, y: 0 }, facing: 'left' } as never),
        /actor\.facing: expected 1 or -1, found "left"/,
      ],
      [() => arena.join({ id: 'x', actor: 'mosshell', place: { x: 0, y: 0 }, scale: NaN }), /actor\.scale: expected a number from/],
      [() => arena.join({ id: 'x', actor: 'mosshell', place: { x: 0, y: 0 }, health: 41 }), /actor\.health: expected a number from/],
      [() => kit.arena({ ...two, sees: true } as never), /options\.sees: expected one of actors, seed, comfort, health/],
      [() => kit.arena({ ...two, health: 3 } as never), /options\.health: expected a function of an actor’s id, found 3/],
      [() => kit.arena({ actors: 'two' } as never), /options\.actors: expected a list/],
    ];
    for (const [attempt, message] of refusals) {
      expect(attempt).toThrowError(KitError, message);
    }
    arena.raise('lance-hit', { ...hit, payload: { damage: 1 } });
    arena.advance(0.1);
    expect(arena.actors[1].health).toBe(39);
  });
});
