import type { Payload } from '../../contract.js';
import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { readNumber, readRecord, type Json } from '../../take/compileReferences.js';
import { farthest, launch as outcome } from '../outcomes/launch.js';
import type { CombatActor } from '../parts/combatActor.js';
import type { Combatant } from '../parts/combatant.js';
import type { FullPayload } from '../parts/fullPayload.js';
import { payloadAt, readFlag, readPlace } from '../parts/readings.js';
import type { CompiledEventRules } from '../parts/references.js';
import type { CombatPlan } from '../plan.js';
import type { Aim, Launch } from './flightKeeper.js';

/** Something that is let go by hand, with others by their ids. */
export interface PlannedLaunch extends Omit<Launch, 'aim'> {
  readonly actor: CombatActor;
  readonly aim: Exclude<Aim, { type: 'after' }> | { readonly type: 'after'; readonly whom: string };
}

/** The parts of a plan that a launch refers to. */
export type LaunchReferences = Pick<CombatPlan, 'actors' | 'events' | 'sequences'>;

export const launchAims = ['to', 'after', 'angle'] as const;
/** All that a game may say of it besides the actor. */
export const launchNames = [
  ...launchAims,
  'range',
  'speed',
  'pierce',
  'spares',
  'hop',
  'meets',
  'lands',
  'payload',
  'sequence',
  'stays',
] as const;
const { speed, range, pierce, spares, hop } = outcome.fields;

/** Reads what is let go. Throws DocumentError with the path of the first place that cannot be used. px and degrees. */
export function compileLaunch(
  raw: Json,
  path: DocumentPath,
  { actors, events, sequences }: LaunchReferences,
  ids: readonly string[],
  facing: 1 | -1,
): PlannedLaunch {
  const at = (name: string): DocumentPath => [...path, name];
  const actor = actors.get(raw['actor'] as string);
  if (!actor)
    throw new DocumentError(
      at('actor'),
      `expected an actor of the project (${[...actors.keys()].join(', ')}), found ${show(raw['actor'])}`,
    );
  const number = (name: string, { min, max }: { readonly min: number; readonly max: number }, fallback: number): number =>
    readNumber(raw[name] ?? fallback, at(name), min, max);
  const event = (name: string): CompiledEventRules | undefined => {
    if (raw[name] === undefined) return undefined;
    const found = events.get(raw[name] as string);
    if (found) return found;
    throw new DocumentError(at(name), `expected an event of the project, found ${show(raw[name])}`);
  };
  const sparing = spares.options.find((one) => one === (raw['spares'] ?? spares.default));
  if (!sparing) throw new DocumentError(at('spares'), `expected one of ${spares.options.join(', ')}, found ${show(raw['spares'])}`);
  const { sequence } = raw;
  if (sequence !== undefined && !sequences.has(sequence as string))
    throw new DocumentError(at('sequence'), `expected a sequence of the project, found ${show(sequence)}`);
  const [meets, lands] = [event('meets'), event('lands')];
  return {
    actor,
    aim: readAim(raw, path, ids, facing),
    speed: number('speed', speed, speed.default),
    pierce: Math.floor(number('pierce', pierce, pierce.default)),
    spares: sparing,
    hop: number('hop', hop, hop.default),
    meets,
    lands,
    payload: payloadOf(readRecord(raw['payload'] ?? {}, at('payload')) as Payload, path, meets, lands),
    sequence: sequence as string | undefined,
    stays: readFlag(raw['stays'] ?? false, at('stays')),
  };
}

/** Where it goes: one of three ways to say it; ahead where none is. */
function readAim(raw: Json, path: DocumentPath, ids: readonly string[], facing: 1 | -1): PlannedLaunch['aim'] {
  const said = launchAims.filter((name) => raw[name] !== undefined);
  if (said.length > 1) throw new DocumentError(path, `expected one of ${launchAims.join(', ')}, found ${said.join(', ')}`);
  if (said[0] === 'to') return { type: 'place', ...readPlace(raw['to'], [...path, 'to']) };
  if (said[0] === 'after') {
    const whom = raw['after'];
    if (ids.includes(whom as string)) return { type: 'after', whom: whom as string };
    throw new DocumentError([...path, 'after'], `expected one of ${ids.join(', ') || 'nobody'}, found ${show(whom)}`);
  }
  return {
    type: 'along',
    angle: readNumber(raw['angle'] ?? (facing === 1 ? 0 : 180), [...path, 'angle'], -1e6, 1e6),
    range: readNumber(raw['range'] ?? farthest, [...path, 'range'], range.min, range.max),
  };
}

/** Fields of either of its events; what is of neither is refused. */
function payloadOf(
  payload: Payload,
  path: DocumentPath,
  meets: CompiledEventRules | undefined,
  lands: CompiledEventRules | undefined,
): FullPayload {
  const events = [meets, lands].filter((one) => one !== undefined);
  const known = new Set(events.flatMap(({ fields }) => fields.map(({ name }) => name)));
  for (const name of Object.keys(payload))
    if (!known.has(name))
      throw new DocumentError([...path, 'payload', name], `expected a field of its events (${[...known].join(', ') || 'they have none'})`);
  const full: Record<string, number | string | boolean> = {};
  for (const event of events) {
    const own = Object.entries(payload).filter(([name]) => event.fields.some((field) => field.name === name));
    Object.assign(full, payloadAt(event, Object.fromEntries(own), path));
  }
  return full;
}

/** The same among bodies that are there; undefined where whom it would go after is not. */
export function launchOf(
  { actor: _, aim, ...launch }: PlannedLaunch,
  find: (id: string) => Combatant | undefined,
  by: Combatant | undefined,
): Launch | undefined {
  if (aim.type !== 'after') return { ...launch, aim };
  const whom = find(aim.whom);
  return whom && { ...launch, aim: { ...aim, whom, ahead: by?.facing === -1 ? 180 : 0 } };
}
