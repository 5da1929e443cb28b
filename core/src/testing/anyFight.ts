import fc from 'fast-check';
import * as z from 'zod';
import { drillSchema, fighterShape, responseSchema, statusSchema } from '../combat/schemas.js';
import { projectJson } from './projects.js';
import { ofSchema, type JsonSchema, type SchemaChoices } from './schemaDocuments.js';

/** Random projects of rules: actors that move, zones, projectiles, splits, statuses, ladders and a drill, over all that schemas allow. */

type Json = Record<string, unknown>;

const events = ['blow', 'burn', 'fall', 'mark'] as const;
const statuses = ['burning', 'guarding', 'rooted'] as const;
const actors = ['hero', 'foe', 'pod'] as const;
const bodies = ['a', 'b', 'c', 'd'] as const;
const moves = ['thrust', 'lash'] as const;
const sequences = ['stops', 'pushes', 'slows'] as const;

const names: Readonly<Record<string, readonly string[]>> = {
  event: events,
  events,
  enters: events,
  leaves: events,
  meets: events,
  lands: events,
  falls: events,
  returns: events,
  expires: events,
  arrives: events,
  edge: events,
  status: statuses,
  statuses,
  sequence: sequences,
  signal: ['now', 'there'],
  raises: events,
  start: sequences,
  end: sequences,
  move: [...moves],
  actor: actors,
  into: actors,
  body: actors,
  who: bodies,
  whom: bodies,
  toward: bodies,
  source: bodies,
  target: bodies,
  after: bodies,
  look: ['worn'],
  counter: ['hits'],
  kinds: ['soft', 'horned'],
  kind: ['plain', 'ember'],
  sides: ['moss', 'bark'],
  side: ['moss', 'bark'],
  actors,
  values: ['plain', 'ember'],
  ids: actors,
  names: actors,
};

const choices: SchemaChoices = {
  text: (name, kind) => {
    if (name === 'field') return fc.constantFrom(kind === 'one-of' ? 'kind' : 'damage');
    return fc.constantFrom(...((Object.hasOwn(names, name) ? names[name] : undefined) ?? ['other']));
  },
  value: (name) => {
    switch (name) {
      case 'payload':
      case 'given':
        return fc.record({ damage: fc.integer({ min: 0, max: 30 }) }, { requiredKeys: [] });
      case 'resists':
        return fc.record({ ember: fc.constantFrom(0, 0.5, 2) }, { requiredKeys: [] });
      case 'ease':
        return fc.constantFrom('linear', 'ease-out', 'steps(3)');
      case 'healthLooks':
        return fc.constant([{ id: 'worn', at: 0.5 }]);
      case 'keys':
        return fc.constant([]);
      case 'expectations':
        return fc.constant([]);
      case 'values':
        return fc.subarray(['plain', 'ember'], { minLength: 1 });
      case 'except':
        return fc.subarray(['source', 'target']);
      default:
        return undefined;
    }
  },
  tidy: (document, kind) => {
    // A window ends after it begins.
    if ((kind === 'window' || kind === 'moving') && document['to'] !== undefined)
      return { ...document, from: Math.min(Number(document['from'] ?? 0), 3000), to: Math.min(Number(document['from'] ?? 0), 3000) + 0.2 };
    // One way to go.
    if (kind === 'launch' && 'actor' in document && 'at' in document) {
      const [first] = ['to', 'after', 'angle'].filter((name) => document[name] !== undefined);
      return Object.fromEntries(Object.entries(document).filter(([name]) => name === first || !['to', 'after', 'angle'].includes(name)));
    }
    const { most, start } = document;
    if (typeof most === 'number' && typeof start === 'number') return { ...document, start: Math.min(most, start) };
    return document;
  },
  without: new Set(['picture', 'cell', 'clip', 'stage', 'note', 'label', 'moves']),
  most: 3,
};

/** Made once: to turn a schema into arbitraries takes longer than to draw from them. */
const made = (schema: () => z.ZodType): fc.Arbitrary<Json> =>
  ofSchema(z.toJSONSchema(schema(), { io: 'input', unrepresentable: 'any' }) as JsonSchema, choices) as fc.Arbitrary<Json>;

const fighters = made(() => z.strictObject(fighterShape()));
const moveDocuments = made(() => fighterShape().moves.unwrap());

/** Times and lengths that go together, where a schema alone cannot say so. */
function tidyMove(move: Json, id: string): Json {
  const { lunge, into, ...own } = { ...move, id } as Json & { lunge?: Json; into?: Json[] };
  const contacts = (own['contacts'] ?? []) as Json[];
  const short = (value: unknown): number => Math.min(2, Number(value ?? 0));
  const timed = {
    ...own,
    windUp: short(own['windUp']),
    recovery: short(own['recovery']) + 0.01,
    contacts: contacts.map((one) => ({ ...one, after: short(one['after']), live: short(one['live']) })),
  };
  return {
    ...timed,
    ...(lunge && { lunge: { distance: lunge['distance'], from: 0, to: 0.01 + short(own['recovery']) } }),
    ...(into && { into: into.map((one) => ({ ...one, move: moves[0] })) }),
  };
}

function tidyActor(id: string, fighter: Json, list: readonly Json[]): Json {
  const { zones, ...own } = fighter as Json & { zones?: Json[] };
  return {
    ...own,
    id,
    label: id,
    role: id === 'hero' ? 'source' : 'target',
    picture: 'mosshell',
    width: 60,
    height: 80,
    ...(zones && { zones: zones.map((zone, i) => ({ ...zone, id: `zone-${i}` })) }),
    moves: moves.map((move, i) => tidyMove(list[i % Math.max(1, list.length)] ?? {}, move)),
  };
}

const anyActor = (id: string): fc.Arbitrary<Json> =>
  fc.tuple(fighters, moveDocuments).map(([fighter, list]) => tidyActor(id, fighter, list as unknown as Json[]));

const anyStatus = (id: string): fc.Arbitrary<Json> =>
  made(statusSchema).map((one) => {
    const ticks = one['ticks'] as Json | undefined;
    // What ticks has to say how much it harms.
    return { ...one, id, label: id, ...(ticks && { ticks: { ...ticks, event: ticks['event'] === 'mark' ? 'burn' : ticks['event'] } }) };
  });

const anyResponse = (event: string): fc.Arbitrary<Json> =>
  made(responseSchema).map((one) => ({
    id: event,
    event,
    rungs: (one['rungs'] as Json[]).map((rung, i) => ({ ...rung, id: `rung-${i}` })),
  }));

const near = (n: unknown): number => Math.max(-600, Math.min(600, Number(n)));
const nearby = (place: unknown): Json => ({ x: near((place as Json)['x']), y: near((place as Json)['y']) });

const anyDrill: fc.Arbitrary<Json> = made(drillSchema).map((drill) => {
  const { script, acts = [], ...own } = drill as Json & { script: Json[]; acts?: Json[] };
  return {
    ...own,
    id: 'bout',
    label: 'Bout',
    length: 10,
    actors: bodies.map((id, i) => ({
      id,
      actor: actors[i % actors.length],
      place: { x: (i - 1.5) * 90, y: (i % 2) * 30 },
      facing: i < 2 ? 1 : -1,
    })),
    script: script.map((one) => {
      const { repeat, place, ...entry } = one;
      return {
        ...entry,
        at: Math.min(9, Number(one['at'])),
        ...(place !== undefined && { place: nearby(place) }),
        ...(repeat !== undefined && { repeat: { count: 3, every: 0.4 } }),
      };
    }),
    acts: acts.map((act) => ({
      ...act,
      at: Math.min(9, Number(act['at'])),
      ...(act['points'] !== undefined && { points: (act['points'] as unknown[]).map(nearby) }),
      ...(act['to'] !== undefined && { to: nearby(act['to']) }),
    })),
  };
});

const fields = [
  { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 1000, default: 10 },
  { type: 'direction', name: 'direction', label: 'Direction', default: 0 },
  { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'plain' },
  { type: 'flag', name: 'strong', label: 'Strong', default: false },
];

const effects: Readonly<Record<(typeof sequences)[number], Json[]>> = {
  stops: [{ kind: 'hit-stop', id: 'stop', duration: 0.12, parties: ['target', 'source'] }],
  pushes: [{ kind: 'knockback', id: 'kick', distance: 30 }],
  slows: [
    { kind: 'slow', id: 'slow', duration: 0.5, rate: 0.4 },
    { kind: 'caption', id: 'say', text: 'a{signal now}b{signal now damage 3}', rate: 10 },
    { kind: 'seeker', id: 'seek', count: 2, duration: 0.3, arrival: 'there' },
  ],
};

/** A project's document; most can be used, the others are told by the check. */
export const anyFightProject: fc.Arbitrary<Json> = fc
  .record({
    actors: fc.tuple(...actors.map(anyActor)),
    statuses: fc.tuple(...statuses.map(anyStatus)),
    responses: fc.tuple(...events.map(anyResponse)),
    drill: anyDrill,
  })
  .map(({ actors: fighting, statuses: held, responses, drill }) => ({
    ...projectJson([]),
    events: events.map((id) => ({ id, label: id, fields, ...(id !== 'mark' && { harm: { value: 'damage', kindField: 'kind' } }) })),
    actors: fighting,
    sequences: sequences.map((id) => ({ id, label: id, event: 'blow', effects: effects[id] })),
    statuses: held,
    responses,
    drills: [drill],
  }));

/** The one of a number: the same on every machine. */
export function fightProject(seed: number): Json {
  return fc.sample(anyFightProject, { seed, numRuns: 1 })[0];
}
