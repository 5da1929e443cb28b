import type { ShownCell } from '../contract.js';
import { openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { projectWith, takeOf } from '../testing/projects.js';
import { compileActors, standingOf } from './compileReferences.js';
import { restingActor } from './frame.js';
import { shownCell, type Shown } from './shownCell.js';

const actor: Shown = {
  picture: 'still',
  cell: 3,
  clips: [
    { id: 'reel', picture: 'sheet', cells: [4, 5, 6, 9], rate: 10, loop: false },
    { id: 'flail', picture: 'other', cells: [1, 2], rate: 4, loop: true },
  ],
  poseClips: { hurt: 'reel', fall: 'flail' },
};

function shown(poses: Partial<Record<'hurt' | 'lunge' | 'guard' | 'fall', readonly [amount: number, age: number]>>): ShownCell {
  const body = restingActor();
  for (const [pose, [amount, age]] of Object.entries(poses)) {
    body.pose[pose as 'hurt'] = amount;
    body.poseAge[pose as 'hurt'] = age;
  }
  return shownCell(actor, body, { picture: '', cell: -1 });
}

describe('the cell that a body shows', () => {
  it('is its own picture’s at rest, and in a pose that has no clip', () => {
    expect(shown({})).toEqual({ picture: 'still', cell: 3, clip: undefined, look: undefined });
    expect(shown({ lunge: [1, 0.2] })).toEqual({ picture: 'still', cell: 3, clip: undefined, look: undefined });
    expect(shownCell({ picture: 'plain' }, restingActor(), { picture: '', cell: 7 }).cell).toBe(0);
  });

  it('goes on by the clip’s rate, and stays on the last one', () => {
    const at = (age: number): number => shown({ hurt: [0.5, age] }).cell;
    expect([0, 0.0999, 0.1, 0.2, 0.3, 0.3999, 0.4, 60].map(at)).toEqual([4, 4, 5, 6, 9, 9, 9, 9]);
  });

  it('begins again when the clip loops', () => {
    const at = (age: number): number => shown({ fall: [1, age] }).cell;
    expect([0, 0.25, 0.5, 0.75, 100, 100.25].map(at)).toEqual([1, 2, 1, 2, 1, 2]);
  });

  it('turns at its very instant, whatever the product is rounded to', () => {
    const cells = Array.from({ length: 100 }, (_, i) => i);
    const film = { picture: 'p', clips: [{ id: 'film', picture: 'p', cells, rate: 100, loop: false }], poseClips: { hurt: 'film' } };
    const body = restingActor();
    body.pose.hurt = 1;
    for (const i of cells) {
      body.poseAge.hurt = i / 100;
      expect(shownCell(film, body, { picture: '', cell: -1 }).cell).toBe(i);
    }
  });

  it('is that of the look it wears, unless a pose has a clip', () => {
    const worn: Shown = {
      ...actor,
      healthLooks: [
        { id: 'cracked', picture: 'broken', cell: 2 },
        { id: 'dull', cell: 1 },
        { id: 'aflame', clip: 'flail' },
        { id: 'plain' },
      ],
    };
    const at = (look: string, seconds = 0, hurt = 0): (string | number | undefined)[] => {
      const body = restingActor();
      body.pose.hurt = hurt;
      const { picture, cell, clip, look: told } = shownCell(worn, body, { picture: '', cell: -1 }, look, seconds);
      return [picture, cell, clip, told];
    };
    expect(at('cracked')).toEqual(['broken', 2, undefined, 'cracked']);
    expect(at('dull')).toEqual(['still', 1, undefined, 'dull']);
    // Four cells a second, round and round.
    expect([0, 0.25, 0.5].map((seconds) => at('aflame', seconds)[1])).toEqual([1, 2, 1]);
    expect(at('aflame')).toEqual(['other', 1, undefined, 'aflame']);
    expect(at('cracked', 0, 0.5)).toEqual(['sheet', 4, 'reel', undefined]);
    for (const none of ['plain', 'unknown', '']) expect(at(none)).toEqual(['still', 3, undefined, undefined]);
  });

  it('is of the strongest pose that has a clip; of two alike the first', () => {
    expect(shown({ hurt: [0.4, 0.1], fall: [0.6, 0.25], lunge: [1, 0] })).toEqual({
      picture: 'other',
      cell: 2,
      clip: 'flail',
      look: undefined,
    });
    expect(shown({ hurt: [0.5, 0.1], fall: [0.5, 0.25] }).clip).toBe('reel');
  });
});

describe('the age of a pose', () => {
  const flat = [{ at: 0, value: 1 }];

  it('runs on its effect’s clock, and stands still with it', () => {
    const take = takeOf([
      { kind: 'pose', id: 'p', duration: 1, envelope: flat },
      { kind: 'hit-stop', id: 'stop', delay: 0.1, duration: 0.2, parties: ['target'] },
    ]);
    const frame = take.createFrame();
    for (const [t, age] of [
      [0.05, 0.05],
      [0.2, 0.1],
      [0.5, 0.3],
    ])
      expect(take.sample(t, frame).target.poseAge.hurt).toBeCloseTo(age, 12);
    expect(take.sample(1.3, frame).target.poseAge.hurt).toBe(0);
    expect(frame.source.poseAge).toEqual({ hurt: 0, lunge: 0, guard: 0, fall: 0 });
  });

  it('is that of the one that shows: the stronger of two', () => {
    const take = takeOf([
      { kind: 'pose', id: 'weak', amount: 0.4, duration: 1, envelope: flat },
      { kind: 'pose', id: 'late', amount: 0.9, delay: 0.3, duration: 0.2, envelope: flat },
    ]);
    const frame = take.createFrame();
    expect(take.sample(0.2, frame).target.poseAge.hurt).toBeCloseTo(0.2, 12);
    expect(take.sample(0.4, frame).target.poseAge.hurt).toBeCloseTo(0.1, 12);
    expect(take.sample(0.6, frame).target.poseAge.hurt).toBeCloseTo(0.6, 12);
  });

  it('comes with the bodies of a player, whose kit tells what they show', () => {
    const project = projectWith([{ kind: 'pose', id: 'p', duration: 1, envelope: flat }]);
    const clips = [{ id: 'reel', picture: 'mosshell', cells: [2, 0, 1], rate: 10, loop: false }];
    const actors = [{ ...project.actors[0], clips, poseClips: { hurt: 'reel' } }];
    const kit = openKit(JSON.parse(JSON.stringify(kitDocument({ ...project, actors }))));
    const player = kit.player();
    player.body('m', { actor: 'mosshell', x: 0, y: 0 });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.15);
    expect(player.frame.bodies[0].poseAge.hurt).toBeCloseTo(0.15, 12);
    expect(kit.shownCell('mosshell', player.frame.bodies[0], { picture: '', cell: -1 })).toEqual({
      picture: 'mosshell',
      cell: 0,
      clip: 'reel',
      look: undefined,
    });
    expect(() => kit.shownCell('nobody', player.frame.bodies[0], { picture: '', cell: 0 })).toThrowError(
      'actors: expected an actor of the kit, found "nobody"',
    );
  });

  it('is refused in a kit where its clips cannot be: each at its place', () => {
    const refused = (change: object): string => {
      const document = kitDocument(projectWith([{ kind: 'pose', id: 'p' }]));
      const kit = JSON.parse(JSON.stringify({ ...document, actors: [{ ...document.actors[0], ...change }] })) as unknown;
      try {
        openKit(kit);
      } catch (error) {
        return (error as Error).message;
      }
      return 'accepted';
    };
    const reel = { id: 'reel', picture: 'mosshell', cells: [0], rate: 10, loop: false };
    expect(refused({ clips: [reel], poseClips: { hurt: 'reel' } })).toBe('accepted');
    expect(refused({ clips: [{ ...reel, cells: [] }] })).toMatch(/^actors\[0\]\.clips\[0\]\.cells: expected 1 to 256/);
    expect(refused({ clips: [{ ...reel, cells: [1.5] }] })).toMatch(/^actors\[0\]\.clips\[0\]\.cells\[0\]: expected a whole number/);
    expect(refused({ clips: [{ ...reel, rate: 0 }] })).toMatch(/^actors\[0\]\.clips\[0\]\.rate: /);
    expect(refused({ clips: [{ ...reel, loop: 'yes' }] })).toMatch(/^actors\[0\]\.clips\[0\]\.loop: expected true or false/);
    expect(refused({ clips: [reel, reel] })).toMatch(/^actors\[0\]\.clips\[1\]\.id: /);
    expect(refused({ clips: [reel], poseClips: { hurt: 'real' } })).toMatch(/^actors\[0\]\.poseClips\.hurt: expected a clip, found "real"/);
    expect(refused({ clips: [reel], poseClips: { sulk: 'reel' } })).toMatch(/^actors\[0\]\.poseClips\.sulk: expected one of hurt/);
    expect(refused({ cell: 256 })).toMatch(/^actors\[0\]\.cell: /);
    expect(refused({ looks: 'up' })).toMatch(/^actors\[0\]\.looks: expected right or left, found "up"/);
  });
});

describe('a body that faces the other way than its pictures look', () => {
  const target = (looks?: 'right' | 'left') =>
    standingOf(
      compileActors(
        [{ id: 'a', role: 'target', picture: 'p', width: 10, height: 10, spots: { front: { x: -7, y: 2 } }, ...(looks && { looks }) }],
        ['actors'],
      ),
    ).bodies.target.spots;

  it('has its spots mirrored with it', () => {
    expect(target()?.front).toEqual({ x: -7, y: 2 });
    expect(target('left')?.front).toEqual({ x: -7, y: 2 });
    expect(target('right')?.front).toEqual({ x: 7, y: 2 });
  });

  it('has them where it faces in a player', () => {
    const project = projectWith([{ kind: 'burst', id: 'b', count: 1, shape: 'point', speed: 0, gravity: 0, from: 'target', spot: 'top' }]);
    const actors = [{ ...project.actors[0], looks: 'right' as const, spots: { top: { x: 30, y: -50 } } }];
    const kit = openKit(JSON.parse(JSON.stringify(kitDocument({ ...project, actors }))));
    const across = (facing: 1 | -1): number => {
      const player = kit.player();
      player.body('m', { actor: 'mosshell', x: 100, y: 0, facing });
      player.strike('blow', {}, { target: 'm' });
      player.advance(0.1);
      return player.frame.particles.x[0];
    };
    expect([across(1), across(-1)]).toEqual([130, 70]);
  });
});
