import type { Arena, ArenaActor, ArenaActorState, ArenaLaunch, ArenaWalk, Kit, Payload, Place } from '../../contract.js';
import { vectorBase } from './base.js';
import type { vectorDefaults } from './playVector.js';
import { difference, roundedCues } from './vectorFile.js';

export type Json = Readonly<Record<string, unknown>>;

/** An event of a drill: raised once, or again and again. */
export interface Scripted {
  readonly at: number;
  readonly event: string;
  readonly source?: string;
  readonly target?: string;
  readonly place?: Place;
  readonly payload?: Payload;
  readonly repeat?: { readonly count: number; readonly every: number };
}

/** Something that somebody does, as drills say it. */
export type Act = { readonly at: number; readonly who: string } & (
  | { readonly do: 'move'; readonly move: string; readonly toward?: string }
  | { readonly do: 'let-go' | 'stop' }
  | ({ readonly do: 'walk' } & Extract<ArenaWalk, { points: unknown }>)
  | { readonly do: 'approach'; readonly whom: string; readonly within: number; readonly speed?: number }
  | { readonly do: 'keep-away'; readonly whom: string; readonly beyond: number; readonly speed?: number }
  | { readonly do: 'orbit'; readonly whom: string; readonly distance: number; readonly clockwise?: boolean; readonly speed?: number }
  | ({ readonly do: 'launch'; readonly actor: string } & Omit<ArenaLaunch, 'id' | 'from' | 'place'>)
  | { readonly do: 'turn'; readonly facing: 1 | -1 }
);

/** A drill with the rules that decide it, asked for. */
export interface ArenaCase {
  readonly about: string;
  readonly statuses?: readonly Json[];
  /** Rungs of each event's ladder. */
  readonly ladders: Readonly<Record<string, readonly Json[]>>;
  readonly actors?: readonly ArenaActor[];
  readonly script: readonly Scripted[];
  readonly acts?: readonly Act[];
  readonly edges?: { readonly left?: number; readonly right?: number; readonly top?: number; readonly bottom?: number };
  /** What an actor of the base has besides. */
  readonly bodies?: Readonly<Record<string, Json>>;
  readonly seed?: number;
  readonly stopBudget?: { readonly seconds: number; readonly within: number };
  /** Seconds to which the arena is advanced, one after the other. */
  readonly to: readonly number[];
}

/** A drill with what each of its advances must tell. */
export interface ArenaScript extends ArenaCase {
  readonly advances: readonly object[];
}

/** Drills, with what their kits have besides the base of all vectors. */
export interface ArenaFile {
  readonly name: 'arena';
  readonly about: string;
  readonly kinds: readonly string[];
  readonly base: object;
  readonly scripts: readonly ArenaScript[];
}

const { events, actors } = vectorBase;
const [hit, bare] = events;
const [striker, struck, near] = actors;

/** Two events more that harm, those that a fall and a return raise, and three bodies that can be told apart by what they are. */
export const arenaBase = {
  events: [
    { ...hit, harm: { value: 'damage', kindField: 'kind' } },
    { ...bare, harm: { value: 'damage', kind: 'ember' } },
    ...['fall', 'call'].map((id) => ({ id, label: id, fields: [] })),
    {
      id: 'back',
      label: 'back',
      fields: [{ name: 'speed', label: 'speed', type: 'number', min: 0, max: 10_000, step: 1, default: 0 }],
    },
  ],
  actors: [
    { ...striker, kinds: ['horned'], side: 'bark', health: { most: 60, cannotFall: true } },
    {
      ...struck,
      kinds: ['soft', 'round'],
      side: 'moss',
      health: { most: 40, falls: 'fall', returns: 'back' },
      resists: { ember: 0.5 },
      healthLooks: [
        { id: 'cracked', at: 0.5 },
        { id: 'husk', at: 0.2 },
      ],
    },
    { ...near, kinds: ['small'], side: 'moss', health: { most: 20, start: 12, mends: 2, falls: 'fall' } },
  ],
  sequences: [
    { id: 'halts', effects: [{ kind: 'hit-stop', id: 'stop', duration: 0.15, parties: ['world'] }] },
    { id: 'stops', effects: [{ kind: 'hit-stop', id: 'stop', duration: 0.2, parties: ['target'] }] },
    {
      id: 'shines',
      effects: [
        { kind: 'signal', id: 'said', name: 'shone', amount: { drive: 'damage', in: [0, 50], out: [0, 50] } },
        { kind: 'meter', id: 'meter', on: 'target', shows: 'always', duration: 1 },
      ],
    },
    {
      id: 'follows',
      effects: [
        { kind: 'signal', id: 'sent', name: 'sent', amount: { drive: 'damage', in: [0, 50], out: [0, 50] } },
        { kind: 'signal', id: 'late', name: 'late', delay: 0.6 },
        { kind: 'meter', id: 'own', on: 'source', shows: 'always', duration: 5 },
      ],
    },
    {
      id: 'calls',
      effects: [
        { kind: 'caption', id: 'say', text: 'ab{signal now damage 3}c{signal now}', rate: 10 },
        { kind: 'seeker', id: 'seek', count: 2, every: 0.1, duration: 0.5, arrival: 'there' },
        { kind: 'hit-stop', id: 'stop', delay: 0.15, duration: 0.2, parties: ['world'] },
      ],
    },
    { id: 'lunges', effects: [{ kind: 'pose', id: 'lunge', pose: 'lunge', amount: 0.5, envelope: [{ at: 0, value: 1 }], duration: 1 }] },
  ],
} as const;

/** The kinds of effects that those sequences use. */
export const arenaKinds: readonly string[] = [
  ...new Set(arenaBase.sequences.flatMap(({ effects }) => effects.map(({ kind }) => kind))),
].sort();

/** Who takes part where a case does not say. */
export const two: readonly ArenaActor[] = [
  { id: 'b', actor: 'striker', place: { x: -90, y: 0 } },
  { id: 'm', actor: 'struck', place: { x: 90, y: 0 }, facing: -1 },
];

function kitOfCase({ statuses = [], ladders, stopBudget, bodies = {} }: ArenaCase, defaults: ReturnType<typeof vectorDefaults>): object {
  return {
    ...vectorBase,
    generator: 'undatio',
    id: 'vectors',
    label: 'Vectors',
    events: arenaBase.events,
    actors: arenaBase.actors.map((actor) => ({ ...actor, ...bodies[actor.id] })),
    ...(stopBudget && { stopBudget }),
    sequences: arenaBase.sequences.map(({ id, effects }) => ({
      id,
      label: id,
      event: 'hit',
      note: '',
      effects: effects.map((effect) => ({ ...defaults[effect.kind], ...effect })),
    })),
    statuses: statuses.map((status) => ({ label: status['id'], ...status })),
    responses: Object.entries(ladders).map(([event, rungs]) => ({ id: event, event, rungs })),
    drills: [],
    presets: [],
  };
}

const noPose = { hurt: 0, lunge: 0, guard: 0, fall: 0 };

/** An object without what is empty, none, or as it is when nothing is said. */
function told(all: object, resting: object = {}): Record<string, unknown> {
  const isSaid = ([name, value]: [string, unknown]): boolean =>
    value !== '' && value !== (resting as Record<string, unknown>)[name] && !(Array.isArray(value) && value.length === 0);
  return Object.fromEntries(Object.entries(all).filter(isSaid));
}

const defaultsOf = (event: string): Record<string, unknown> => {
  const fields = arenaBase.events.find(({ id }) => id === event)?.fields ?? [];
  return Object.fromEntries(fields.map(({ name, default: value }) => [name, value]));
};

/** Where somebody is and what it does, of a drill in which they act. */
function whereabouts(place: Place, facing: 1 | -1, move: ArenaActorState['move']): object {
  return { ...roundedCues([place])[0], facing, ...(move && { move: roundedCues([move])[0] }) };
}

function doAct(arena: Arena, { at, who, ...act }: Act): void {
  switch (act.do) {
    case 'move':
      return arena.move(who, act.move, act.toward === undefined ? {} : { toward: act.toward }, at);
    case 'let-go':
      return arena.letGo(who, at);
    case 'stop':
      return arena.walk(who, undefined, at);
    case 'turn':
      return arena.turn(who, act.facing, at);
    case 'walk': {
      const { do: _, ...walk } = act;
      return arena.walk(who, walk, at);
    }
    case 'approach': {
      const { do: _, whom, ...walk } = act;
      return arena.walk(who, { toward: whom, ...walk }, at);
    }
    case 'keep-away': {
      const { do: _, whom, ...walk } = act;
      return arena.walk(who, { from: whom, ...walk }, at);
    }
    case 'launch':
      return arena.act(who, act, at);
    case 'orbit': {
      const { do: _, whom, ...walk } = act;
      return arena.walk(who, { around: whom, ...walk }, at);
    }
  }
}

/** What an advance tells: the log, those who take part, how fast their clocks go, and what was said. */
function advanced(arena: Arena, moves: boolean): object {
  const log = arena.log.map(({ at, event, payload, rungs, happened, touch, ...entry }) => ({
    at: roundedCues([{ at }])[0].at,
    event,
    ...told(entry, { standing: 'up' }),
    ...told({ payload: Object.entries(told(roundedCues([payload])[0], defaultsOf(event))) }),
    rungs: Object.fromEntries(rungs.flatMap(({ rung, answer, why }) => (answer === 'not asked' ? [] : [[rung, why]]))),
    ...(touch && { touch: told({ ...roundedCues([touch])[0], ...(touch.place && { place: roundedCues([touch.place])[0] }) }) }),
    ...told({ happened: roundedCues(happened).map((one) => told(one, { over: 0, after: 0 })) }),
  }));
  const actors = arena.actors.map(({ actor: _, statuses, place, facing, move, scale, lift, ...state }) =>
    told(
      {
        ...roundedCues([state])[0],
        statuses: roundedCues(statuses),
        ...(moves && whereabouts(place, facing, move)),
        ...(scale !== 1 && { scale }),
        ...(lift !== 0 && { lift: roundedCues([{ lift }])[0].lift }),
      },
      { standing: 'up', leaving: 0 },
    ),
  );
  const shown = moves
    ? arena.frame.bodies.map(({ id, x, y, pose, clip, clipAge }) => [
        id,
        told({
          ...roundedCues([{ x, y }])[0],
          ...told(roundedCues([pose])[0], noPose),
          ...(clip !== '' && roundedCues([{ clip, clipAge }])[0]),
        }),
      ])
    : [];
  const steps = roundedCues(arena.moves).map((step) => told(step));
  const rates = Object.fromEntries(arena.frame.bodies.flatMap(({ id, rate }) => (rate === 1 ? [] : [[id, rate]])));
  const signals = roundedCues(arena.signals).map(({ at, name, parameters }) => ({ at, name, parameters: roundedCues([parameters])[0] }));
  const { meters } = arena.frame;
  // 32-bit floats.
  const health = Array.from(meters.value.slice(0, meters.count), (value) => Number(value.toPrecision(8)));
  return { log, actors, ...told({ shown, moves: steps, rates: Object.entries(rates), signals, meters: health }) };
}

/** Plays a case with any runtime's `openKit` and writes down what it tells. */
export function playArena(wanted: ArenaCase, openKit: (json: unknown) => Kit, defaults: ReturnType<typeof vectorDefaults>): ArenaScript {
  const { actors = two, script, acts = [], bodies, edges, seed = 1, to } = wanted;
  const arena = openKit(kitOfCase(wanted, defaults)).arena({ actors, seed, ...(edges && { edges }) });
  for (const { at, event, repeat = { count: 1, every: 0 }, ...options } of script)
    for (let i = 0; i < repeat.count; i++) arena.raise(event, options, at + i * repeat.every);
  for (const act of acts) doAct(arena, act);
  const advances = to.map((instant) => {
    arena.advance(instant);
    return advanced(arena, bodies !== undefined);
  });
  return { ...wanted, advances };
}

/** Where a runtime tells something else than a script says: the first difference as a path, or undefined. */
export function arenaDiffers(
  script: ArenaScript,
  openKit: (json: unknown) => Kit,
  defaults: ReturnType<typeof vectorDefaults>,
): string | undefined {
  const { advances: _, ...wanted } = script;
  return difference(JSON.parse(JSON.stringify(playArena(wanted, openKit, defaults))), JSON.parse(JSON.stringify(script)), '');
}
