import type { BodyPlacing, Kit, Payload, PlayerFrame, PlayerOptions, PlayerStrikeOptions } from '../../contract.js';
import { restingActor } from '../../take/frame.js';
import { vectorBase } from './base.js';
import type { vectorDefaults } from './playVector.js';
import { columns, difference, drawnRows, movedBody, movedParts, roundedCues } from './vectorFile.js';

/** What a game does to a player, step by step. */
export type PlayerStep =
  | { readonly do: 'body'; readonly id: string; readonly placing: BodyPlacing }
  | { readonly do: 'remove'; readonly id: string }
  | { readonly do: 'strike'; readonly payload?: Payload; readonly options?: PlayerStrikeOptions }
  | { readonly do: 'stop'; readonly strike: number; readonly let: 'ring out' | 'cut' }
  | { readonly do: 'advance'; readonly seconds: number };

/** A game in steps, asked for. */
export interface PlayerCase {
  readonly about: string;
  readonly effects: readonly Readonly<Record<string, unknown>>[];
  readonly player?: PlayerOptions;
  readonly conventions?: object;
  readonly stopBudget?: { readonly seconds: number; readonly within: number };
  readonly steps: readonly PlayerStep[];
}

/** A game with what each of its advances must give: game time, cues, and the frame at its end. */
export interface PlayerScript extends PlayerCase {
  readonly advances: readonly object[];
}

export interface PlayerFile {
  readonly name: 'player';
  readonly about: string;
  readonly kinds: readonly string[];
  readonly scripts: readonly PlayerScript[];
}

/** A player's frame as vectors write it: bodies by name, rows with the place of the body whose they are at the end. */
function written(frame: PlayerFrame): object {
  // Where the ground is counts only while it hides something.
  const bodies = frame.bodies.map(({ id, actor, facing, scale, groundY, ...body }) => [
    id,
    { actor, facing, scale, ...movedBody(body, restingActor()), ...(body.sunk > 0 && { groundY: Number(groundY.toPrecision(10)) }) },
  ]);
  const lists = Object.keys(columns).flatMap((name) => {
    const own = name === 'nodes' ? undefined : name;
    const list = frame[(own ?? 'ribbons') as 'ribbons'];
    const count = own ? list.count : frame.ribbons.nodeCount;
    const names = [...columns[name as keyof typeof columns], ...(own ? ['body'] : [])];
    return count > 0 ? [[name, { count, rows: drawnRows(list, names, count) }]] : [];
  });
  const { view, rumble, worldRate } = frame;
  return {
    ...movedParts({ view, rumble }),
    ...(worldRate !== 1 && { worldRate }),
    bodies: Object.fromEntries(bodies),
    ...Object.fromEntries(lists),
  };
}

/** Plays a case with any runtime's `openKit` and writes down what it gives. */
export function playScript(wanted: PlayerCase, openKit: (json: unknown) => Kit, defaults: ReturnType<typeof vectorDefaults>): PlayerScript {
  const kit = openKit({
    ...vectorBase,
    statuses: [],
    responses: [],
    drills: [],
    presets: [],
    generator: 'undatio',
    id: 'vectors',
    label: 'Vectors',
    conventions: { ...vectorBase.conventions, ...wanted.conventions },
    ...(wanted.stopBudget && { stopBudget: wanted.stopBudget }),
    sequences: [
      {
        id: 'blow',
        label: 'Blow',
        event: 'hit',
        note: '',
        effects: wanted.effects.map((effect) => ({ ...defaults[String(effect['kind'])], ...effect })),
      },
    ],
  });
  const player = kit.player(wanted.player);
  const blows: ReturnType<typeof player.strike>[] = [];
  const advances: object[] = [];
  const there = new Set<string>();
  for (const step of wanted.steps) {
    if (step.do === 'body') {
      player.body(step.id, step.placing);
      there.add(step.id);
    } else if (step.do === 'remove') {
      player.remove(step.id);
      there.delete(step.id);
    } else if (step.do === 'strike') blows.push(player.strike('blow', step.payload, step.options));
    else if (step.do === 'stop') blows[step.strike].stop({ let: step.let });
    else {
      player.advance(step.seconds);
      const elapsed = Object.fromEntries(['world', ...there].map((id) => [id, player.elapsed(id)]));
      const cues = { sounds: roundedCues(player.sounds), signals: roundedCues(player.signals) };
      advances.push({ elapsed: roundedCues([elapsed])[0], ...cues, frame: written(player.frame) });
    }
  }
  return { ...wanted, advances };
}

/** Where a runtime gives something else than a script says: the first difference as a path, or undefined. */
export function scriptDiffers(
  script: PlayerScript,
  openKit: (json: unknown) => Kit,
  defaults: ReturnType<typeof vectorDefaults>,
): string | undefined {
  return difference(JSON.parse(JSON.stringify(playScript(script, openKit, defaults))), JSON.parse(JSON.stringify(script)), '');
}

const put = (id: string, x: number, more: object = {}): PlayerStep => ({ do: 'body', id, placing: { x, y: 0, ...more } });
const advance = (seconds: number): PlayerStep => ({ do: 'advance', seconds });
const strike = (options: PlayerStrikeOptions, payload?: Payload): PlayerStep => ({ do: 'strike', options, ...(payload && { payload }) });
const stop = { kind: 'hit-stop', id: 'stop', duration: 0.1 };

export const playerCases: readonly PlayerCase[] = [
  {
    about: 'two strikes on one body: its clock is halted where either halts it, and what lives on it waits for both',
    effects: [
      { ...stop, parties: ['target'] },
      { kind: 'squash', id: 'squash', duration: 0.3 },
      { kind: 'flash', id: 'flash', duration: 0.3 },
    ],
    steps: [
      put('a', 0),
      put('b', 160),
      strike({ source: 'a', target: 'b' }),
      advance(0.05),
      strike({ source: 'a', target: 'b' }),
      advance(0.08),
      advance(0.12),
    ],
  },
  {
    about: 'a stop of the world holds the view of every strike; contact may lie ahead, and wind-ups come before it',
    effects: [
      { ...stop, parties: ['world'] },
      { kind: 'shake', id: 'shake', clock: 'game', duration: 0.5 },
      { kind: 'pose', id: 'pose', on: 'source', pose: 'lunge', delay: -0.1, duration: 0.3 },
      { kind: 'signal', id: 'said', name: 'landed' },
    ],
    steps: [put('a', 0), put('b', 160), strike({ source: 'a', target: 'b', after: 0.15 }), advance(0.1), advance(0.1), advance(0.2)],
  },
  {
    about: 'a budget of stops: the third blow halts for what is left, and the fourth for nothing',
    effects: [{ ...stop, parties: ['source', 'target'] }],
    stopBudget: { seconds: 0.25, within: 1 },
    steps: [
      put('a', 0),
      ...[0, 1, 2, 3].flatMap((i): PlayerStep[] => [put(`m${i}`, 160), strike({ source: 'a', target: `m${i}` }), advance(0.2)]),
    ],
  },
  {
    about: 'a stop that would have begun before its strike holds from then on; what is long over changes no clock that is struck again',
    effects: [
      { ...stop, parties: ['target'], delay: -0.04 },
      { kind: 'squash', id: 'squash', duration: 0.3 },
    ],
    steps: [put('b', 0), strike({ target: 'b' }), advance(0.1), advance(1), strike({ target: 'b' }), advance(0.1)],
  },
  {
    about: 'what follows a body follows it where the game puts it, between two placements evenly, after the last by its velocity',
    effects: [
      { kind: 'stream', id: 'stream', from: 'target', rate: 30, duration: 0.4, shape: 'point', carry: 0.5 },
      { kind: 'trail', id: 'trail', on: 'target', duration: 0.4 },
      { kind: 'number', id: 'number', from: 'target', delay: 0.25 },
      { kind: 'overlay', id: 'over', on: 'target', picture: 'leaf', duration: 0.5 },
    ],
    steps: [
      put('b', 0),
      strike({ target: 'b' }),
      advance(0.1),
      put('b', 40),
      advance(0.1),
      put('b', 60, { velocity: { x: 200, y: -50 } }),
      advance(0.1),
      advance(0.05),
    ],
  },
  {
    about: 'numbers on one body grow, those on another do not; of its meters one stays, and shows the game’s health',
    effects: [
      { kind: 'number', id: 'number', gather: 0.3 },
      { kind: 'meter', id: 'meter', shows: 'always' },
    ],
    steps: [
      put('b', 0),
      put('c', 300, { health: 0.3 }),
      strike({ target: 'b' }, { damage: 8 }),
      advance(0.1),
      strike({ target: 'b' }, { damage: 5 }),
      strike({ target: 'c' }, { damage: 4 }),
      advance(0.1),
    ],
  },
  {
    about: 'scale, a contact point of its own, and an actor twice its size',
    effects: [
      { kind: 'ring', id: 'ring', duration: 0.5 },
      { kind: 'burst', id: 'burst', count: 3, from: 'target', spot: 'top' },
      { kind: 'knockback', id: 'throw', then: 'stay', duration: 0.2 },
      { kind: 'kick', id: 'kick' },
    ],
    steps: [
      put('b', 50, { scale: 2, actor: 'struck' }),
      strike({ target: 'b', scale: 1.5, at: { x: 10, y: 20 } }),
      advance(0.1),
      advance(1.5),
      put('b', 90),
      advance(0),
    ],
  },
  {
    about: 'gap and voices across strikes; a blow cut short stops its sounds, one that rings out begins nothing more',
    effects: [
      { kind: 'sound', id: 's', clips: ['knock', 'crack'], voices: 2, gap: 0.03 },
      { kind: 'burst', id: 'later', delay: 0.2, count: 3 },
    ],
    player: { seed: 5 },
    steps: [
      ...[0.02, 0.05, 0.05, 0.05].flatMap((seconds): PlayerStep[] => [strike({}), advance(seconds)]),
      { do: 'stop', strike: 2, let: 'cut' },
      { do: 'stop', strike: 3, let: 'ring out' },
      advance(0.1),
      advance(0.15),
    ],
  },
  {
    about: 'a body that leaves takes along what is on it, and the rest lives out',
    effects: [
      { kind: 'burst', id: 'burst', count: 3, life: 1 },
      { kind: 'stream', id: 'stream', rate: 20, duration: 1, life: 1 },
      { kind: 'overlay', id: 'over', on: 'target', picture: 'leaf', duration: 1 },
      { kind: 'meter', id: 'meter', shows: 'always', duration: 1 },
    ],
    steps: [put('a', -50), put('b', 50), strike({ source: 'a', target: 'b' }), advance(0.2), { do: 'remove', id: 'b' }, advance(0.2)],
  },
  {
    about: 'what an effect says becomes of it when its body leaves: bursts and sounds that go, an overlay and a meter that live out',
    effects: [
      { kind: 'burst', id: 'burst', count: 3, life: 1, bodyLeaves: 'goes' },
      { kind: 'sound', id: 'gone', clips: ['knock'], bodyLeaves: 'goes' },
      { kind: 'sound', id: 'heard', clips: ['thud'] },
      { kind: 'overlay', id: 'over', on: 'target', picture: 'leaf', duration: 1, bodyLeaves: 'lives out' },
      { kind: 'meter', id: 'meter', shows: 'always', duration: 1, bodyLeaves: 'lives out' },
    ],
    steps: [put('a', -50), put('b', 50), strike({ source: 'a', target: 'b' }), advance(0.2), { do: 'remove', id: 'b' }, advance(0.2)],
  },
  {
    about: 'a body that sinks is hidden by the ground at its foot, one that falls as it sinks by the ground at the lower side of it',
    effects: [
      { kind: 'sink', id: 'sink', duration: 1, envelope: [{ at: 0, value: 0.25 }] },
      { kind: 'pose', id: 'fall', pose: 'fall', delay: 0.3, duration: 0.6 },
    ],
    conventions: { axis: 'up', unitsPerPixel: 0.01 },
    steps: [
      { do: 'body', id: 'a', placing: { x: 0, y: 1, actor: 'far', scale: 2 } },
      strike({ target: 'a' }),
      advance(0.2),
      advance(0.3),
      advance(0.2),
      advance(0.5),
    ],
  },
  {
    about: 'comfort turns down what it names',
    effects: [
      { kind: 'shake', id: 'shake', duration: 0.5, roll: 3 },
      { kind: 'punch', id: 'punch' },
      { kind: 'lens', id: 'lens', duration: 0.5, split: 4, vignette: 0.5, flash: 0.5 },
      { kind: 'flash', id: 'flash', duration: 0.5 },
      { kind: 'rumble', id: 'rumble', duration: 0.5 },
      { kind: 'number', id: 'number' },
      { kind: 'caption', id: 'caption', text: 'Ha' },
      { ...stop, parties: ['world'] },
    ],
    player: { comfort: { shake: 0.5, flash: 0.25, rumble: 0.75, text: 1.5, hitStop: 0.5 } },
    steps: [put('b', 0), strike({ target: 'b', seed: 3 }), advance(0.12)],
  },
  {
    about: 'a game that measures in metres and radians with y up: inputs and outputs alike',
    effects: [
      { kind: 'burst', id: 'burst', count: 2, direction: { mode: 'along', angle: 0, spread: 0 } },
      { kind: 'knockback', id: 'throw', direction: { mode: 'along', angle: 0, spread: 0 }, then: 'return' },
      { kind: 'jitter', id: 'jitter' },
    ],
    conventions: { axis: 'up', angles: 'radians', unitsPerPixel: 0.02 },
    steps: [
      { do: 'body', id: 'b', placing: { x: 3, y: 1, velocity: { x: 0, y: 2 } } },
      strike({ target: 'b' }, { direction: 1.2 }),
      advance(0.07),
    ],
  },
];
