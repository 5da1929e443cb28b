import type { Arena } from '../contract.js';
import { readProject } from '../checks/readProject.js';
import { KitError, openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { fighter, harmRung, response } from '../testing/fights.js';
import { projectJson } from '../testing/projects.js';

/** Bodies of a game’s arena: guards, ranks, those that fly and are gone. Numbers by hand. */

function arenaOf(changes: object = {}): Arena {
  const { actors: _, ...json } = projectJson([{ kind: 'hit-stop', id: 'stop', duration: 0.1, parties: ['target'] }]);
  const events = (json['events'] as object[]).map((one) => ({ ...one, harm: { value: 'damage', kindField: 'kind' } }));
  const body = { role: 'target', picture: 'mosshell', width: 160, height: 120 };
  const guard = { id: 'guard', label: 'Guard', status: 'guarding', contacts: [], windUp: 0.1, recovery: 0.2, holds: true };
  const nip = { id: 'nip', label: 'Nip', contacts: [{ event: 'lance-hit', reach: { shape: 'disc', length: 200 }, sequence: 'blow' }] };
  const { project, problems } = readProject({
    ...json,
    events: [...events, { id: 'sip', label: 'Sip', fields: [] }],
    statuses: [{ id: 'guarding', label: 'Guarding' }],
    actors: [
      { ...body, ...fighter('mosshell', { most: 40 }, { moves: [nip, guard], speed: 100 }) },
      {
        ...body,
        role: 'source',
        ...fighter('pod', { most: 8 }, { ranks: [{ scale: 0.5, health: 2 }, { scale: 0.75, health: 5 }, {}], radius: 20 }),
      },
    ],
    responses: [
      response('lance-hit', { id: 'parried', when: [{ condition: 'status', status: 'guarding' }], then: [] }, harmRung()),
      response('sip', { id: 'gone', then: [{ outcome: 'away', of: 'target' }] }),
    ],
    ...changes,
  });
  if (!project) throw new Error(problems.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return openKit(JSON.parse(JSON.stringify(kitDocument(project)))).arena({
    actors: [
      { id: 'a', actor: 'mosshell', place: { x: 0, y: 0 } },
      { id: 'm', actor: 'mosshell', place: { x: 300, y: 0 }, facing: -1 },
    ],
  });
}

const rungs = ({ log }: Arena): string[] =>
  log.map(({ at, rungs: asked }) => `${Number(at.toFixed(4))} ${asked.find(({ answer }) => answer === 'answered')?.rung ?? '-'}`);

describe('a guard of an arena', () => {
  it('is the move that holds and gives a status: up from its wind-up on, until it is let down', () => {
    const arena = arenaOf();
    arena.guard('m', true, 0.5);
    for (const at of [0.4, 0.55, 1, 2]) arena.raise('lance-hit', { target: 'm', payload: { damage: 5 } }, at);
    arena.guard('m', false, 1.5);
    arena.advance(3);
    const whole = rungs(arena);
    expect(whole[0]).toBe('0.4 hit');
    expect(whole[2]).toBe('1 parried');
    expect(whole[3]).toBe('2 hit');
    expect(arena.moves.map(({ who, move, how }) => [who, move, how])).toEqual([
      ['m', 'guard', 'begins'],
      ['m', 'guard', 'recovers'],
      ['m', 'guard', 'ends'],
    ]);
  });

  it('is refused to somebody who has none, by a line that says so', () => {
    const arena = arenaOf();
    arena.join({ id: 'p', actor: 'pod', place: { x: 0, y: 200 } });
    expect(() => arena.guard('p', true)).toThrowError(
      KitError,
      /id: expected somebody with a move that holds and gives a status, found "pod"/,
    );
    expect(() => arena.guard('nobody', true)).toThrowError(KitError, /id: expected one of a, m, p, found "nobody"/);
  });
});

describe('ranks of an arena', () => {
  const joined = (more: object) => {
    const arena = arenaOf();
    arena.join({ id: 'p', actor: 'pod', place: { x: 0, y: 200 }, ...more });
    arena.advance(0.1);
    const body = arena.actors.at(-1);
    return [body?.health, body?.scale];
  };

  it('have their own size and health; the highest where none is said', () => {
    expect(joined({})).toEqual([8, 1]);
    expect(joined({ rank: 3 })).toEqual([8, 1]);
    expect(joined({ rank: 2 })).toEqual([5, 0.75]);
    expect(joined({ rank: 1 })).toEqual([2, 0.5]);
    expect(joined({ rank: 1, health: 1 })).toEqual([1, 0.5]);
    // What it is drawn in is the game’s own; how large it is told is by its rank.
    expect(joined({ rank: 2, scale: 2 })).toEqual([5, 0.75]);
    expect(() => joined({ rank: 4 })).toThrowError(KitError, /actor\.rank: expected a number from 1 to 3, found 4/);
    expect(() => joined({ rank: 1, health: 3 })).toThrowError(KitError, /actor\.health: expected a number from 0\.001 to 2, found 3/);
  });
});

describe('who flies through an arena', () => {
  it('is in its list while it is there, and forgotten once it is gone: its name is free again', () => {
    const arena = arenaOf();
    const throwing = { id: 'thrown', from: 'a', angle: 90, speed: 100 } as const;
    for (let round = 0; round < 3; round++) {
      const from = arena.now;
      arena.launch('pod', throwing);
      arena.advance(from + 0.5);
      expect(arena.actors.map(({ id }) => id)).toEqual(['a', 'm', 'thrown']);
      expect(arena.actors[2].place.y).toBeCloseTo(50, 6);
      arena.raise('sip', { target: 'thrown' });
      arena.advance(from + 20);
      expect(arena.actors.map(({ id }) => id)).toEqual(['a', 'm']);
      expect(() => arena.raise('sip', { target: 'thrown' })).toThrowError(KitError, /expected one of a, m, found "thrown"/);
    }
    // Whom the game brought stays listed, gone or not.
    arena.raise('sip', { target: 'm' });
    arena.advance(arena.now + 20);
    expect(arena.actors.map(({ id, standing }) => `${id} ${standing}`)).toEqual(['a up', 'm gone']);
  });
});

describe('walks of an arena', () => {
  it('go from somebody, after somebody, and stop', () => {
    const arena = arenaOf();
    arena.walk('a', { from: 'm', beyond: 400 });
    arena.advance(0.5);
    expect(arena.actors[0].place.x).toBeCloseTo(-50, 6);
    arena.walk('a');
    arena.advance(1);
    expect(arena.actors[0].place.x).toBeCloseTo(-50, 6);
    arena.walk('a', { toward: 'm', within: 100 });
    arena.advance(2);
    expect(arena.actors[0].place.x).toBeCloseTo(50, 6);
    arena.advance(9);
    expect(arena.actors[0].place.x).toBeCloseTo(200, 2);
    arena.walk('a', { points: [{ x: 200, y: 30 }], speed: 10 });
    arena.advance(10);
    expect(arena.actors[0].place.y).toBeCloseTo(10, 6);
    arena.turn('m', 1);
    arena.advance(10.1);
    expect(arena.actors[1].facing).toBe(1);
  });
});

describe('the position and facing of a body in the frame', () => {
  const shown = (arena: Arena, id: string): [number, number] => {
    const body = arena.frame.bodies.find((one) => one.id === id);
    return [body?.x ?? NaN, body?.facing ?? NaN];
  };

  it('follow a turn while the body stands', () => {
    const arena = arenaOf();
    arena.turn('m', 1, 0.25);
    arena.advance(0.5);
    expect(shown(arena, 'm')).toEqual([300, 1]);
  });

  it('are the same for any length of the advances', () => {
    for (const frames of [[1.5], [0.1, 0.7, 1.2, 1.5], Array.from({ length: 90 }, (_, i) => (i + 1) / 60)]) {
      const arena = arenaOf();
      arena.walk('a', { points: [{ x: 50, y: 0 }] }, 0.25);
      for (const at of frames) arena.advance(at);
      // 100 px a second: there by 0.75.
      expect(shown(arena, 'a')[0]).toBeCloseTo(50, 9);
      arena.advance(1.6);
      expect(shown(arena, 'a')[0]).toBeCloseTo(50, 9);
    }
  });

  it('continue with the velocity that the game set after a walk', () => {
    const arena = arenaOf();
    arena.walk('a', { points: [{ x: 500, y: 0 }] });
    arena.advance(0.3);
    arena.walk('a');
    arena.advance(0.4);
    arena.place('a', { x: 10, y: 0, velocity: { x: 60, y: 0 } });
    arena.advance(0.9);
    expect(shown(arena, 'a')[0]).toBeCloseTo(40, 9);
  });

  it('and the elapsed time count from the spawn of a body during an advance', () => {
    const arena = arenaOf();
    arena.launch('pod', { from: 'a', angle: 0, speed: 100, range: 500, id: 'p' }, 0.3);
    arena.raise('lance-hit', { source: 'a', target: 'm', payload: { damage: 5 } }, 0.2);
    arena.advance(0.5);
    expect(arena.elapsed('p')).toBeCloseTo(0.2, 9);
    expect(arena.elapsed('world')).toBeCloseTo(0.5, 9);
    expect(arena.elapsed('m')).toBeCloseTo(0.5, 9);
    expect(shown(arena, 'p')[0]).toBeCloseTo(20, 9);
  });
});
