import fc from 'fast-check';
import type { Frame, Kit, Player, PlayerFrame, PlayerSound } from '../contract.js';
import { KitError, openKit } from '../runtime.js';
import { kitDocument } from '../ship/kit.js';
import { anySequence } from '../testing/documents.js';
import { projectJson, projectWith } from '../testing/projects.js';
import { readProject } from '../checks/readProject.js';

function kitOf(effects: readonly object[], changes: object = {}): Kit {
  return openKit({ ...JSON.parse(JSON.stringify(kitDocument(projectWith(effects)))), ...changes });
}

const lists = ['particles', 'rings', 'numbers', 'pictures', 'arcs', 'ribbons', 'glyphs', 'meters'] as const;

/** Every number and text of a frame by name, as far as they are not stale. */
function told(frame: Frame | PlayerFrame): Record<string, unknown> {
  const rows: Record<string, unknown> = { ...frame.view, low: frame.rumble.low, high: frame.rumble.high };
  for (const name of lists) {
    const list = frame[name] as unknown as Record<string, ArrayLike<unknown> | number>;
    const count = list['count'] as number;
    for (const [field, values] of Object.entries(list)) {
      if (typeof values === 'number' || field === 'body') continue;
      const length = name === 'ribbons' && !['first', 'nodes', 'layer', 'blend'].includes(field) ? frame.ribbons.nodeCount : count;
      rows[`${name}.${field}`] = Array.from(values).slice(0, length);
    }
  }
  return rows;
}

function near(a: unknown, b: unknown, within: number): boolean {
  if (typeof a === 'number' && typeof b === 'number') return Object.is(a, b) || Math.abs(a - b) <= within * Math.max(1, Math.abs(a));
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => near(one, b[i], within));
  return a === b;
}

function differing(a: Record<string, unknown>, b: Record<string, unknown>, within: number): string[] {
  return Object.keys(a).flatMap((name) => (near(a[name], b[name], within) ? [] : [`${name}: ${String(a[name])} ≠ ${String(b[name])}`]));
}

/** What only bodies have, of a body that rests at (x, y). */
function bodyOf(frame: PlayerFrame, id: string, x: number, y: number): Record<string, unknown> {
  const body = frame.bodies.find((one) => one.id === id);
  if (!body) throw new Error(`no ${id}`);
  const { rotation, scaleX, scaleY, sunk, alpha, flash, flashColour, flashMode, rate, pose } = body;
  return { x: body.x - x, y: body.y - y, rotation, scaleX, scaleY, sunk, alpha, flash, flashColour, flashMode, rate, ...pose };
}

const stop = (duration: number, more: object = {}): object => ({ kind: 'hit-stop', id: 'stop', duration, ...more });
const starts = (sounds: readonly PlayerSound[]) => sounds.flatMap((sound) => (sound.type === 'start' ? [sound] : []));

describe('a player', () => {
  it('shows one strike as the take of that strike does, whatever is in it and however time is cut', () => {
    fc.assert(
      fc.property(
        anySequence('modest'),
        fc.integer({ min: 0, max: 1000 }),
        // Whole parts of a second: nothing begins or ends just then.
        fc.array(
          fc.integer({ min: 1, max: 29 }).map((n) => n / 97),
          { minLength: 1, maxLength: 6 },
        ),
        (effects, seed, steps) => {
          const { project } = readProject(projectJson(effects));
          if (!project) return;
          const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
          const places = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 }, view: { x: 0, y: 0 }, ear: { x: 0, y: 0 }, others: [] };
          const take = kit.strike('blow', { damage: 30 }, { seed, places });
          const frame = take.createFrame();
          const player = kit.player();
          player.body('a', { x: 420, y: 50 });
          player.body('b', { x: 580, y: 50 });
          // Struck before its wind-up, so that nothing of it has passed.
          const after = -take.start;
          player.strike('blow', { damage: 30 }, { source: 'a', target: 'b', seed, after });
          const begun: object[] = [];
          for (const step of steps) {
            player.advance(step);
            begun.push(...starts(player.sounds));
            const t = player.now - after;
            take.sample(t, frame);
            // The player's places are the game's: contact is half-way between the two.
            const moved = told(player.frame);
            for (const [name, values] of Object.entries(moved))
              if (/\.(x|y)$/.test(name)) moved[name] = (values as number[]).map((value) => value - (name.endsWith('x') ? 500 : 50));
            const alone = told(frame);
            for (const name of ['pictures', 'meters'] as const) {
              // On bodies: where the body is, in the player; where it rests, in the take.
              const party = Array.from(frame[name].party).slice(0, frame[name].count);
              if (party.some((one) => one > 0))
                for (const field of Object.keys(moved)) if (field.startsWith(name)) Reflect.deleteProperty(alone, field);
            }
            expect(differing(alone, moved, 2e-4)).toEqual([]);
            const { x, y, rotation, scaleX, scaleY, sunk, alpha, flash, flashColour, flashMode, rate, pose } = frame.target;
            const target = { x, y, rotation, scaleX, scaleY, sunk, alpha, flash, flashColour, flashMode, rate, ...pose };
            expect(differing(target, bodyOf(player.frame, 'b', 580, 50), 1e-9)).toEqual([]);
          }
          const due = take.sounds.filter(({ start }) => start <= player.now - after);
          expect(begun.length).toBe(due.length);
        },
      ),
      { numRuns: 150, seed: 11 },
    );
  });

  it('is the same however an advance is cut', () => {
    const action = fc.oneof(
      fc.record({
        what: fc.constant('strike' as const),
        source: fc.constantFrom('a', 'b'),
        target: fc.constantFrom('b', 'c'),
        seed: fc.nat(9),
      }),
      fc.record({ what: fc.constant('put' as const), id: fc.constantFrom('a', 'b', 'c'), x: fc.integer({ min: -300, max: 300 }) }),
      fc.record({
        what: fc.constant('pass' as const),
        seconds: fc.integer({ min: 0, max: 40 }).map((n) => n / 64),
        cuts: fc.integer({ min: 1, max: 7 }),
      }),
    );
    fc.assert(
      fc.property(anySequence('modest', 5), fc.array(action, { minLength: 3, maxLength: 14 }), (effects, actions) => {
        const { project } = readProject(projectJson(effects));
        if (!project) return;
        const kit = openKit(JSON.parse(JSON.stringify(kitDocument(project))));
        const run = (cut: boolean): unknown[] => {
          const player = kit.player({ seed: 3 });
          for (const [i, id] of ['a', 'b', 'c'].entries()) player.body(id, { x: i * 150, y: 0 });
          const log: unknown[] = [];
          const heard: unknown[] = [];
          const signalled: unknown[] = [];
          let elapsed = 0;
          for (const one of actions) {
            if (one.what === 'put') player.body(one.id, { x: one.x, y: 0, velocity: { x: 20, y: 0 } });
            else if (one.what === 'strike') {
              const { source, target, seed } = one;
              player.strike('blow', { damage: 20 }, { source, target, seed });
            } else {
              const steps = cut ? one.cuts : 1;
              let at = 0;
              for (let i = 0; i < steps; i++) {
                player.advance(one.seconds / steps);
                elapsed += player.elapsed('b');
                for (const sound of player.sounds) heard.push([sound.type, sound.voice, sound.at + at]);
                for (const signal of player.signals) signalled.push([signal.name, signal.at + at]);
                at += one.seconds / steps;
              }
              log.push(told(player.frame), ...['a', 'b', 'c'].map((id) => bodyOf(player.frame, id, 0, 0)));
            }
          }
          return [...log, ...heard, ...signalled, elapsed];
        };
        const [whole, pieces] = [run(false), run(true)];
        expect(pieces.length).toBe(whole.length);
        for (const [i, one] of whole.entries()) {
          const other = pieces[i];
          if (typeof one === 'object' && !Array.isArray(one))
            expect(differing(one as Record<string, unknown>, other as Record<string, unknown>, 2e-3)).toEqual([]);
          else
            expect(near(one, other, 1e-6))
              .withContext(`${JSON.stringify(one)} ${JSON.stringify(other)}`)
              .toBeTrue();
        }
      }),
      { numRuns: 120, seed: 5 },
    );
  });

  it('halts a body once where stops of several takes overlap, and tells its exact game time', () => {
    const kit = kitOf([stop(0.1, { parties: ['target'] })]);
    const player = kit.player();
    for (const id of ['a', 'b', 'c']) player.body(id, { x: 0, y: 0 });
    player.strike('blow', {}, { source: 'a', target: 'c' });
    player.advance(0.05);
    player.strike('blow', {}, { source: 'b', target: 'c' });
    expect(player.elapsed('c')).toBeCloseTo(0, 12);
    player.advance(0.25);
    // Halted from 0 to 0.15 of 0.3; the strikers and the world go on.
    expect(player.elapsed('c')).toBeCloseTo(0.15, 12);
    expect(player.elapsed('a')).toBeCloseTo(0.25, 12);
    expect(player.elapsed('world')).toBeCloseTo(0.25, 12);
  });

  it('tells the same game time of an advance after the next strike, whatever was forgotten by it', () => {
    const player = kitOf([stop(0.1, { parties: ['target'] })]).player();
    player.body('m', { x: 0, y: 0 });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.4);
    const before = player.elapsed('m');
    expect(before).toBeCloseTo(0.3, 12);
    player.strike('blow', {}, { target: 'm' });
    expect(player.elapsed('m')).toBeCloseTo(before, 12);
  });

  it('halts what lives on a body’s clock, whichever take halts it', () => {
    const project = projectWith([{ kind: 'squash', id: 'squash', clock: 'game', duration: 0.2, amount: 0.3 }]);
    const halt = projectWith([stop(0.1, { parties: ['target'] })]).sequences[0];
    const sequences = [...project.sequences, { ...halt, id: 'halt' }];
    const kit = openKit(JSON.parse(JSON.stringify(kitDocument({ ...project, sequences }))));
    const pressed = (steps: readonly (number | string)[]): unknown => {
      const player = kit.player();
      player.body('m', { x: 0, y: 0 });
      for (const step of steps) {
        if (typeof step === 'number') player.advance(step);
        else player.strike(step, {}, { target: 'm', seed: 1 });
      }
      return bodyOf(player.frame, 'm', 0, 0)['scaleY'];
    };
    // Halted from 0.03 to 0.13 by another: at 0.15 it is as old as 0.05.
    expect(pressed(['blow', 0.03, 'halt', 0.12])).toBeCloseTo(Number(pressed(['blow', 0.05])), 9);
    expect(pressed(['blow', 0.15])).not.toBeCloseTo(Number(pressed(['blow', 0.05])), 3);
  });

  it('keeps to the budget of stops, in any stretch of time', () => {
    const budget = { seconds: 0.3, within: 1 };
    const kit = kitOf([stop(0.12, { parties: ['source', 'target'] })], { stopBudget: budget });
    const player = kit.player();
    player.body('p', { x: 0, y: 0 });
    for (let i = 0; i < 4; i++) player.body(`m${i}`, { x: 100, y: 0 });
    const lost: number[] = [];
    const step = 0.01;
    for (let n = 0; n < 1200; n++) {
      if (n % 20 === 0) player.strike('blow', {}, { source: 'p', target: `m${(n / 20) % 4}` });
      player.advance(step);
      lost.push(step - player.elapsed('p'));
    }
    let most = 0;
    for (let n = 100; n <= lost.length; n++) {
      const sum = lost.slice(n - 100, n).reduce((all, one) => all + one, 0);
      most = Math.max(most, sum);
    }
    expect(most).toBeLessThanOrEqual(budget.seconds + 1e-9);
    // It is used, too: five blows a second would halt 0.6 s of each.
    expect(lost.reduce((all, one) => all + one, 0)).toBeGreaterThan(12 * 0.25);
    const free = kitOf([stop(0.12)]).player();
    free.body('p', { x: 0, y: 0 });
    free.strike('blow', {}, { source: 'p' });
    free.advance(1);
    expect(1 - free.elapsed('p')).toBeCloseTo(0.12, 12);
  });

  it('lets what follows a body follow it', () => {
    const kit = kitOf([
      { kind: 'stream', id: 'stream', from: 'target', rate: 100, duration: 1, speed: 0, life: 5, gravity: 0, shape: 'point' },
      { kind: 'number', id: 'number', delay: 0.5, from: 'target', speed: 0, above: 0 },
    ]);
    const player = kit.player();
    player.body('m', { x: 0, y: 0, velocity: { x: 100, y: 0 } });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.8);
    const { particles, numbers, bodies } = player.frame;
    const xs = Array.from(particles.x).slice(0, particles.count);
    // Let go evenly along the way: the first at the start, the last where the body is.
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(70);
    expect(bodies[0].x).toBeCloseTo(80, 9);
    expect(numbers.x[0]).toBeCloseTo(50, 3);
    expect(Array.from(numbers.body).slice(0, numbers.count)).toEqual([0]);
  });

  it('grows a number that follows another on the same body, and leaves those of others alone', () => {
    const kit = kitOf([{ kind: 'number', id: 'n', gather: 0.5, template: '{damage}' }]);
    const player = kit.player();
    for (const id of ['m', 'n']) player.body(id, { x: 0, y: 0 });
    const texts = (): string[] => player.frame.numbers.text.slice(0, player.frame.numbers.count);
    player.strike('blow', { damage: 10 }, { target: 'm' });
    player.advance(0.1);
    player.strike('blow', { damage: 7 }, { target: 'm' });
    player.strike('blow', { damage: 5 }, { target: 'n' });
    player.advance(0.1);
    expect(texts()).toEqual(['17', '5']);
    player.advance(0.5);
    player.strike('blow', { damage: 4 }, { target: 'm' });
    player.advance(0.01);
    expect(texts()).toContain('4');
  });

  it('draws one meter a body, and the game’s own health in it', () => {
    const kit = kitOf([{ kind: 'meter', id: 'meter', before: 1, after: 0.4, shows: 'always', on: 'target', duration: 2 }]);
    const player = kit.player();
    player.body('m', { x: 10, y: 0 });
    player.body('n', { x: 90, y: 0, health: 0.25 });
    for (let i = 0; i < 5; i++) player.strike('blow', {}, { target: i % 2 ? 'm' : 'n' });
    player.advance(1);
    const { meters } = player.frame;
    expect(Array.from(meters.body).slice(0, meters.count).sort()).toEqual([0, 1]);
    const value = (body: number): number => meters.value[Array.from(meters.body).indexOf(body)];
    expect(value(1)).toBeCloseTo(0.25, 6);
    expect(value(0)).toBeCloseTo(0.4, 6);
  });

  it('leaves to the game what throws for good, and forgets what is over', () => {
    const kit = kitOf([
      { kind: 'knockback', id: 'throw', distance: 60, duration: 0.2, direction: { mode: 'fixed', angle: 0, spread: 0 }, then: 'stay' },
    ]);
    const player = kit.player();
    player.body('m', { x: 0, y: 0 });
    const blow = player.strike('blow', {}, { target: 'm' });
    player.advance(1);
    expect(blow.playing).toBeFalse();
    const [body] = player.frame.bodies;
    expect(body.settledX).toBeCloseTo(body.x, 6);
    expect(body.x).not.toBeCloseTo(0, 1);
    player.body('m', { x: body.x, y: 0 });
    expect(player.frame.bodies[0].x).toBeCloseTo(body.x, 9);
    expect(player.frame.bodies[0].settledX).toBe(0);
  });

  it('keeps gap and most voices across takes', () => {
    const kit = kitOf([{ kind: 'sound', id: 's', clips: ['crack'], gap: 0.05, voices: 2 }]);
    const player = kit.player();
    const began: number[] = [];
    const stopped: number[] = [];
    for (const step of [0, 0.02, 0.06, 0.06, 0.06]) {
      player.advance(step);
      player.strike('blow');
      player.advance(0);
      for (const sound of player.sounds) (sound.type === 'start' ? began : stopped).push(sound.voice);
    }
    // The second came 20 ms after the first.
    expect(began).toEqual([1, 2, 3, 4]);
    expect(stopped).toEqual([1, 2]);
  });

  it('ends a blow as it is told: its sounds with it, or letting it ring out', () => {
    const kit = kitOf([
      { kind: 'burst', id: 'burst', count: 10, life: 1 },
      { kind: 'sound', id: 's', clips: ['thud'] },
      { kind: 'number', id: 'later', delay: 0.3 },
    ]);
    const player = kit.player();
    const [one, two] = [player.strike('blow'), player.strike('blow')];
    player.advance(0.1);
    const [a] = starts(player.sounds);
    expect(player.frame.particles.count).toBe(20);
    one.stop({ let: 'cut' });
    two.stop();
    expect([one.playing, two.playing]).toEqual([false, true]);
    expect(player.frame.particles.count).toBe(10);
    player.advance(0.3);
    expect(player.sounds).toEqual([{ type: 'stop', voice: a.voice, at: 0 }]);
    expect(player.frame.numbers.count).toBe(0);
  });

  it('takes what is on a body with it when it leaves, and lets the rest live out', () => {
    const kit = kitOf([
      { kind: 'burst', id: 'burst', count: 10, life: 1 },
      { kind: 'overlay', id: 'over', picture: 'mosshell', duration: 1 },
      { kind: 'meter', id: 'meter', shows: 'always', duration: 1 },
    ]);
    const player = kit.player();
    player.body('m', { x: 0, y: 0 });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.1);
    expect([player.frame.pictures.count, player.frame.meters.count]).toEqual([1, 1]);
    player.remove('m');
    expect([player.frame.particles.count, player.frame.pictures.count, player.frame.meters.count]).toEqual([10, 0, 0]);
    expect(player.frame.bodies).toEqual([]);
    expect(player.frame.particles.body[0]).toBe(-1);
  });

  it('goes by what an effect says when its body leaves, its sounds with it', () => {
    const kit = kitOf([
      { kind: 'burst', id: 'gone', count: 10, life: 1, bodyLeaves: 'goes' },
      { kind: 'burst', id: 'stays', count: 4, life: 1 },
      { kind: 'overlay', id: 'over', picture: 'mosshell', duration: 1, bodyLeaves: 'lives out' },
      { kind: 'sound', id: 's', clips: ['thud'], bodyLeaves: 'goes' },
      { kind: 'sound', id: 't', clips: ['crack'] },
    ]);
    const player = kit.player();
    player.body('m', { x: 40, y: 0 });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.1);
    const [thud] = starts(player.sounds);
    const { x } = player.frame.pictures;
    const stood = x[0];
    player.remove('m');
    expect([player.frame.particles.count, player.frame.pictures.count]).toEqual([4, 1]);
    expect(player.frame.pictures.x[0]).toBeCloseTo(stood, 4);
    player.advance(0.1);
    expect(player.sounds).toEqual([{ type: 'stop', voice: thud.voice, at: 0 }]);
    expect(() => kitOf([{ kind: 'burst', id: 'b', bodyLeaves: 'stays' }])).toThrowError(/bodyLeaves/);
  });

  it('turns down what the person who plays has turned down', () => {
    const kit = kitOf([
      { kind: 'shake', id: 'shake' },
      { kind: 'flash', id: 'flash', duration: 1 },
      { kind: 'rumble', id: 'rumble', duration: 1 },
      { kind: 'number', id: 'number', duration: 1, enter: 'instant' },
      stop(0.2, { parties: ['world'] }),
    ]);
    const seen = (comfort: object): number[] => {
      const player = kit.player({ seed: 4, comfort });
      player.body('m', { x: 0, y: 0 });
      player.strike('blow', {}, { target: 'm', seed: 1 });
      player.advance(0.25);
      const { view, bodies, rumble, numbers } = player.frame;
      return [view.x, bodies[0].flash, rumble.low, numbers.size[0], player.elapsed('world')];
    };
    const [whole, half] = [seen({ hitStop: 0.5 }), seen({ shake: 0.5, flash: 0.25, rumble: 0, text: 2, hitStop: 0.5 })];
    expect(half[0]).toBeCloseTo(whole[0] / 2, 9);
    expect(half[1]).toBeCloseTo(whole[1] / 4, 9);
    expect(half[2]).toBe(0);
    expect(half[3]).toBeCloseTo(whole[3] * 2, 4);
    expect(whole[4]).toBeCloseTo(0.25 - 0.1, 9);
  });

  it('takes and gives the game’s own units', () => {
    const effects = [
      { kind: 'burst', id: 'burst', count: 8, direction: { mode: 'along', angle: 0, spread: 0 }, speed: 100, gravity: 0 },
      { kind: 'knockback', id: 'throw', direction: { mode: 'along', angle: 0, spread: 0 } },
    ];
    const conventions = { axis: 'up', angles: 'radians', unitsPerPixel: 0.02 };
    const play = (kit: Kit, y: 1 | -1, unit: number, direction: number): PlayerFrame => {
      const player = kit.player();
      player.body('m', { x: 100 * unit, y: 40 * y * unit });
      player.strike('blow', { direction }, { target: 'm', seed: 2 });
      player.advance(0.1);
      return player.frame;
    };
    const plain = play(kitOf(effects), 1, 1, 30);
    const turned = play(kitOf(effects, { conventions }), -1, 0.02, (-30 * Math.PI) / 180);
    for (let i = 0; i < 8; i++) {
      expect(turned.particles.x[i]).toBeCloseTo(plain.particles.x[i] * 0.02, 4);
      expect(turned.particles.y[i]).toBeCloseTo(plain.particles.y[i] * -0.02, 4);
    }
    expect(turned.bodies[0].x).toBeCloseTo(plain.bodies[0].x * 0.02, 6);
    expect(turned.bodies[0].y).toBeCloseTo(plain.bodies[0].y * -0.02, 6);
  });

  it('makes everything of a strike as much larger as it is told, but the motions of the view', () => {
    const effects = [
      { kind: 'ring', id: 'ring', duration: 1 },
      { kind: 'knockback', id: 'throw', then: 'return', duration: 1 },
      { kind: 'kick', id: 'kick' },
    ];
    const play = (scale: number): PlayerFrame => {
      const player = kitOf(effects).player();
      player.body('m', { x: 80 * scale, y: 0 });
      player.strike('blow', {}, { target: 'm', seed: 2, scale, at: { x: 0, y: 0 } });
      player.advance(0.1);
      return player.frame;
    };
    const [one, three] = [play(1), play(3)];
    expect(three.rings.radius[0]).toBeCloseTo(3 * one.rings.radius[0], 4);
    expect(three.bodies[0].x - 240).toBeCloseTo(3 * (one.bodies[0].x - 80), 6);
    expect(three.view.x).toBeCloseTo(one.view.x, 9);
  });

  it('says how far a body is sunk and how high the ground is that hides it, in the game’s own units', () => {
    const sinking = { kind: 'sink', id: 's', duration: 1, envelope: [{ at: 0, value: 0.25 }] };
    const conventions = { axis: 'up', angles: 'degrees', unitsPerPixel: 0.01 };
    const actor = { ...projectWith([]).actors[0], id: 'moss', width: 40, height: 100, parts: [], poses: {} };
    const player = kitOf([sinking], { conventions, actors: [actor] }).player();
    player.body('m', { x: 3, y: 2, actor: 'moss', scale: 2 });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.5);
    const [body] = player.frame.bodies;
    // A body of 200 px sinks by 50 px, half a unit; its foot stood 100 px under its middle.
    expect(body.sunk).toBeCloseTo(0.5, 9);
    expect(body.y).toBeCloseTo(1.5, 9);
    expect(body.groundY).toBeCloseTo(1, 9);
    player.advance(1);
    expect(player.frame.bodies[0].sunk).toBe(0);
    expect(player.frame.bodies[0].groundY).toBeCloseTo(1, 9);
  });

  it('says where everything lies, for what is out of sight', () => {
    const player = kitOf([
      { kind: 'burst', id: 'burst', count: 30 },
      { kind: 'trail', id: 'trail' },
      { kind: 'ring', id: 'ring' },
    ]).player();
    player.body('m', { x: 0, y: 0, velocity: { x: 300, y: 0 } });
    player.strike('blow', {}, { target: 'm' });
    player.advance(0.1);
    const out = { left: 0, right: 0, bottom: 0, top: 0 };
    for (const list of ['particles', 'ribbons', 'rings'] as const) {
      expect(player.frame[list].count).toBeGreaterThan(0);
      for (let i = 0; i < player.frame[list].count; i++) {
        player.bounds(list, i, out);
        const n = list === 'ribbons' ? player.frame.ribbons.first[i] : i;
        const { x, y } = player.frame[list];
        expect(x[n] >= out.left && x[n] <= out.right && y[n] >= out.bottom && y[n] <= out.top).toBeTrue();
      }
    }
  });

  it('refuses what it cannot use, and says where', () => {
    const kit = kitOf([stop(0.1)]);
    const player = kit.player();
    player.body('m', { x: 0, y: 0 });
    const pathOf = (work: () => unknown): string => {
      try {
        work();
      } catch (error) {
        if (error instanceof KitError) return error.path;
        throw error;
      }
      return 'accepted';
    };
    const bad = <T>(value: unknown): T => value as T;
    type Strike = Parameters<Player['strike']>[2];
    expect(pathOf(() => kit.player(bad({ seeds: 1 })))).toBe('options.seeds');
    expect(pathOf(() => kit.player({ seed: 1.5 }))).toBe('options.seed');
    expect(pathOf(() => kit.player({ comfort: { shake: 2 } }))).toBe('options.comfort.shake');
    expect(pathOf(() => player.body('m', { x: NaN, y: 0 }))).toBe('bodies.m.x');
    expect(pathOf(() => player.body('m', bad({ x: 0, y: 0, faceing: 1 })))).toBe('bodies.m.faceing');
    expect(pathOf(() => player.body('m', { x: 0, y: 0, actor: 'nobody' }))).toBe('bodies.m.actor');
    expect(pathOf(() => player.body('world', { x: 0, y: 0 }))).toBe('bodies.world');
    expect(pathOf(() => player.strike('lance-haevy'))).toBe('sequence');
    expect(pathOf(() => player.strike('blow', { damage: NaN }))).toBe('payload.damage');
    const options: [Strike, string][] = [
      [{ target: 'n' }, 'options.target'],
      [{ others: ['m', 'n'] }, 'options.others[1]'],
      [bad({ targets: 'm' }), 'options.targets'],
      [{ seed: 0.5 }, 'options.seed'],
      [{ at: { x: 0, y: Infinity } }, 'options.at.y'],
      [{ after: -1 }, 'options.after'],
      [{ scale: 0 }, 'options.scale'],
      [{ solo: ['nothing'] }, 'options.solo[0]'],
    ];
    for (const [option, path] of options) expect(pathOf(() => player.strike('blow', {}, option))).toBe(path);
    for (const seconds of [-1, NaN, Infinity]) expect(pathOf(() => player.advance(seconds))).toBe('seconds');
    expect(pathOf(() => player.elapsed('n'))).toBe('id');
    expect(pathOf(() => player.remove('n'))).toBe('id');
    expect(pathOf(() => player.strike('blow').stop(bad({ let: 'go' })))).toBe('how.let');
    expect(player.now).toBe(0);
  });

  it('stands still while it is paused', () => {
    const player = kitOf([stop(0.1)]).player();
    player.body('m', { x: 0, y: 0 });
    player.pause();
    player.advance(1);
    expect([player.now, player.elapsed('m'), player.elapsed('world')]).toEqual([0, 0, 0]);
    player.resume();
    player.advance(1);
    expect(player.now).toBe(1);
  });
});
