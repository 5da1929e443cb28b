import type { CombatActor } from './parts/combatActor.js';
import { hash4, hashText } from '../maths/hash.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { show } from '../model/json.js';
import {
  compileEvent,
  readHealthLooks,
  readIdentifier,
  readIds,
  readList,
  readNumber,
  readRecord,
  readText,
  refuseOthers,
  type Json,
} from '../take/compileReferences.js';
import type { CompiledEvent } from '../take/compiledReferences.js';
import type { SequencePlan } from '../take/plan.js';
import { compileConditions } from './conditions/compileCondition.js';
import { compileMoves, type MoveReferences } from './moves/compileMove.js';
import { moveLimits } from './moves/move.js';
import { compileZones } from './zones/compileZones.js';
import { zoneLimits } from './zones/zone.js';
import { outcomeKinds } from './outcomes/registry.js';
import { ruleLimits } from './parts/ruleFields.js';
import { readFlag } from './parts/readings.js';
import { RuleReader } from './parts/ruleReader.js';
import type { RuleReferences } from './parts/ruleReferences.js';
import { prevented, stackings, type CompiledEventRules, type CompiledStatus } from './parts/references.js';
import type { CombatPlan, CompiledRung } from './plan.js';

/** The documents that decide, as plain JSON: a shipped kit is opened without the schemas. */
export interface CombatDocuments {
  readonly events: unknown;
  readonly actors: unknown;
  readonly statuses: unknown;
  readonly responses: unknown;
}

/** px a second at which somebody walks who says nothing of it. */
export const defaultSpeed = 100;

/** What stands in for health where an actor says nothing of it: plenty, and no fall. */
const noHealth = { start: 100, most: 100, mends: 0, cannotFall: true, falls: undefined, returns: undefined } as const;

/** What was made before of the same events, actors, statuses and sequences. */
export interface KeptRules extends Pick<CombatPlan, 'events' | 'actors' | 'statuses'> {
  /** The rungs of a response that has been resolved already. */
  ladderOf(document: Json): readonly CompiledRung[] | undefined;
}

/**
 * Resolves everything that decides. Throws DocumentError at the first place that cannot be used. `problem`, when given, is told
 * of it instead, and what cannot be used is left out. What is `kept` is not made again.
 */
export function compileCombat(
  documents: CombatDocuments,
  sequences: ReadonlySet<string>,
  planOf: (sequence: string) => SequencePlan,
  problem: (error: DocumentError) => void = (error) => {
    throw error;
  },
  kept?: KeptRules,
): CombatPlan {
  const attempt = <T>(work: () => T): T | undefined => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      problem(error);
      return undefined;
    }
  };
  const each = <T>(raw: unknown, name: string, most: number, compile: (document: Json, path: DocumentPath) => T): T[] =>
    (attempt(() => readList(raw, [name], most)) ?? []).flatMap((document, i) => {
      const made = attempt(() => compile(document, [name, i]));
      return made === undefined ? [] : [made];
    });
  const byId = <T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> => new Map(list.map((one) => [one.id, one]));
  const events = kept?.events ?? byId(each(documents.events, 'events', 200, compileEventRules));
  const sequence = (raw: unknown, path: DocumentPath): string => {
    if (sequences.has(raw as string)) return raw as string;
    throw new DocumentError(path, `expected a sequence of the project, found ${show(raw)}`);
  };
  const statuses =
    kept?.statuses ?? byId(each(documents.statuses, 'statuses', 200, (document, path) => compileStatus(document, path, events, sequence)));
  const actors =
    kept?.actors ??
    byId(each(documents.actors, 'actors', 100, (document, path) => compileCombatActor(document, path, { events, statuses, sequence })));
  const ladders = new Map<string, readonly CompiledRung[]>();
  each(documents.responses, 'responses', 200, (document, path) => {
    const event = events.get(document['event'] as string);
    if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(document['event'])}`);
    if (ladders.has(event.id)) throw new DocumentError([...path, 'event'], `expected one response for each event, "${event.id}" has one`);
    const before = kept?.ladderOf(document);
    if (before) {
      ladders.set(event.id, before);
      return;
    }
    const references: RuleReferences = { event, events, statuses, actors, sequences, planOf };
    const rungs = readList(document['rungs'], [...path, 'rungs'], ruleLimits.rungs);
    attempt(() => readIds(rungs, [...path, 'rungs']));
    ladders.set(
      event.id,
      rungs.flatMap((rung, i) => attempt(() => compileRung(rung, [...path, 'rungs', i], references)) ?? []),
    );
  });
  return { events, actors, statuses, ladders, sequences, planOf };
}

/** An event with what it means for health. */
export function compileEventRules(raw: Json, path: DocumentPath): CompiledEventRules {
  const event = compileEvent(raw, path);
  return { ...event, harm: raw['harm'] === undefined ? undefined : compileHarm(raw['harm'], [...path, 'harm'], event) };
}

function compileHarm(raw: unknown, path: DocumentPath, { id, fields }: CompiledEvent): NonNullable<CompiledEventRules['harm']> {
  const { value, kind, kindField } = readRecord(raw, path);
  const ofType = (type: 'number' | 'kind', found: unknown, name: string): string => {
    const known = fields.filter((field) => field.type === type).map((field) => field.name);
    if (known.includes(found as string)) return found as string;
    throw new DocumentError(
      [...path, name],
      `expected a ${type} field of the event "${id}" (${known.join(', ') || 'it has none'}), found ${show(found)}`,
    );
  };
  if (kind !== undefined && kindField !== undefined)
    throw new DocumentError([...path, 'kind'], 'expected a kind of its own or that of a field, found both');
  return {
    value: ofType('number', value, 'value'),
    kind: kind === undefined ? undefined : readText(kind, [...path, 'kind'], 40),
    kindField: kindField === undefined ? undefined : ofType('kind', kindField, 'kindField'),
  };
}

function readTexts(raw: unknown, path: DocumentPath, most: number): readonly string[] {
  if (!Array.isArray(raw) || raw.length > most) throw new DocumentError(path, `expected at most ${most} texts, found ${show(raw)}`);
  return raw.map((text: unknown, i) => readText(text, [...path, i], 40));
}

function compileCombatActor(raw: Json, path: DocumentPath, references: Omit<MoveReferences, 'clips'>): CombatActor {
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const { events } = references;
  const resists = Object.entries(readRecord(raw['resists'] ?? {}, [...path, 'resists'])).map(([kind, left]): [string, number] => [
    readText(kind, [...path, 'resists', kind], 40),
    readNumber(left, [...path, 'resists', kind], 0, 100),
  ]);
  const looks = readHealthLooks(raw['healthLooks'] ?? [], [...path, 'healthLooks']);
  const { lives, expires } = raw;
  if (expires !== undefined && !events.has(expires as string))
    throw new DocumentError([...path, 'expires'], `expected an event of the project, found ${show(expires)}`);
  const ranks: CombatActor[] = [];
  const actor: CombatActor = {
    id,
    label: readText(raw['label'] ?? id, [...path, 'label']),
    kinds: readTexts(raw['kinds'] ?? [], [...path, 'kinds'], 16),
    side: raw['side'] === undefined ? '' : readText(raw['side'], [...path, 'side'], 40),
    health: raw['health'] === undefined ? noHealth : compileHealth(raw['health'], [...path, 'health'], events),
    resists: Object.fromEntries(resists),
    looks: [...looks].sort((a, b) => a.at - b.at),
    radius: readNumber(raw['radius'] ?? 0, [...path, 'radius'], 0, moveLimits.length),
    speed: readNumber(raw['speed'] ?? defaultSpeed, [...path, 'speed'], 0, ruleLimits.px),
    turnRate: raw['turnRate'] === undefined ? Infinity : readNumber(raw['turnRate'], [...path, 'turnRate'], 1, ruleLimits.turnRate),
    moves: compileMoves(raw['moves'] ?? [], [...path, 'moves'], { ...references, clips: clipsOf(raw['clips'], path) }),
    untouched: readFlag(raw['untouched'] ?? false, [...path, 'untouched']),
    zones: compileZones(raw['zones'] ?? [], [...path, 'zones'], references),
    lives: lives === undefined ? Infinity : readNumber(lives, [...path, 'lives'], 0.001, ruleLimits.seconds),
    expires: expires as string | undefined,
    ranks,
    scale: 1,
  };
  readList(raw['ranks'] ?? [], [...path, 'ranks'], zoneLimits.ranks).forEach((rank, i) => {
    const place = [...path, 'ranks', i];
    const { health, radius, speed } = actor;
    const scale = readNumber(rank['scale'] ?? 1, [...place, 'scale'], 0.01, 100);
    const most = rank['health'] === undefined ? health.most : readNumber(rank['health'], [...place, 'health'], 0.001, ruleLimits.points);
    ranks.push({
      ...actor,
      scale,
      radius: radius * scale,
      speed: rank['speed'] === undefined ? speed : readNumber(rank['speed'], [...place, 'speed'], 0, ruleLimits.px),
      health: { ...health, most, start: rank['health'] === undefined ? health.start : most },
    });
  });
  return actor;
}

function clipsOf(raw: unknown, path: DocumentPath): string[] {
  return readList(raw ?? [], [...path, 'clips'], 64).map(({ id }) => String(id));
}

function compileHealth(raw: unknown, path: DocumentPath, events: ReadonlyMap<string, unknown>): CombatActor['health'] {
  const { start, most, mends = 0, cannotFall = false, falls, returns } = readRecord(raw, path);
  const event = (found: unknown, name: string): string | undefined => {
    if (found === undefined || events.has(found as string)) return found as string | undefined;
    throw new DocumentError([...path, name], `expected an event of the project, found ${show(found)}`);
  };
  const fullest = readNumber(most, [...path, 'most'], 0.001, ruleLimits.points);
  return {
    most: fullest,
    start: readNumber(start ?? fullest, [...path, 'start'], 0.001, fullest),
    mends: readNumber(mends, [...path, 'mends'], 0, ruleLimits.points),
    cannotFall: readFlag(cannotFall, [...path, 'cannotFall']),
    falls: event(falls, 'falls'),
    returns: event(returns, 'returns'),
  };
}

function compileStatus(
  raw: Json,
  path: DocumentPath,
  events: ReadonlyMap<string, CompiledEventRules>,
  sequence: (raw: unknown, path: DocumentPath) => string,
): CompiledStatus {
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const { length, ticks, prevents = [], stacking = 'refresh', most = 1, onFall = 'ends', cues = {}, late = [] } = raw;
  if (!stackings.includes(stacking as never))
    throw new DocumentError([...path, 'stacking'], `expected one of ${stackings.join(', ')}, found ${show(stacking)}`);
  if (onFall !== 'ends' && onFall !== 'stays')
    throw new DocumentError([...path, 'onFall'], `expected ends or stays, found ${show(onFall)}`);
  const held = readTexts(prevents, [...path, 'prevents'], prevented.length);
  held.forEach((what, i) => {
    if (!prevented.includes(what as never))
      throw new DocumentError([...path, 'prevents', i], `expected one of ${prevented.join(', ')}, found ${show(what)}`);
  });
  const whole = readNumber(most, [...path, 'most'], 1, ruleLimits.stacks);
  if (!Number.isInteger(whole)) throw new DocumentError([...path, 'most'], `expected a whole number, found ${show(most)}`);
  const own = readRecord(cues, [...path, 'cues']);
  const cue = (name: string): string | undefined => (own[name] === undefined ? undefined : sequence(own[name], [...path, 'cues', name]));
  return {
    id,
    label: readText(raw['label'] ?? id, [...path, 'label']),
    length: length === undefined ? Infinity : readNumber(length, [...path, 'length'], 0.001, ruleLimits.seconds),
    stacking: stacking as CompiledStatus['stacking'],
    most: whole,
    prevents: held as CompiledStatus['prevents'],
    staysAfterFall: onFall === 'stays',
    ticks: ticks === undefined ? undefined : compileTicks(ticks, [...path, 'ticks'], events),
    cues: { start: cue('start'), end: cue('end') },
    late: readList(late, [...path, 'late'], 16).map((one, i) => ({
      after: readNumber(one['after'], [...path, 'late', i, 'after'], 0, ruleLimits.seconds),
      sequence: sequence(one['sequence'], [...path, 'late', i, 'sequence']),
      every: one['every'] === undefined ? undefined : readNumber(one['every'], [...path, 'late', i, 'every'], 0.05, ruleLimits.seconds),
    })),
  };
}

function compileTicks(raw: unknown, path: DocumentPath, events: ReadonlyMap<string, CompiledEventRules>): CompiledStatus['ticks'] {
  const { every, event: name, rate = 0 } = readRecord(raw, path);
  const event = events.get(name as string);
  if (!event) throw new DocumentError([...path, 'event'], `expected an event of the project, found ${show(name)}`);
  const perSecond = readNumber(rate, [...path, 'rate'], 0, ruleLimits.points);
  if (perSecond > 0 && !event.harm)
    throw new DocumentError([...path, 'event'], `expected an event that harms, "${event.id}" does not say its harm`);
  return {
    every: readNumber(every, [...path, 'every'], 0.01, ruleLimits.seconds),
    event: event.id,
    field: perSecond > 0 ? event.harm?.value : undefined,
    rate: perSecond,
  };
}

function compileRung(raw: Json, path: DocumentPath, references: RuleReferences): CompiledRung {
  refuseOthers(raw, ['id', 'label', 'when', 'then', 'goesOn'], path);
  const id = readIdentifier(raw['id'], [...path, 'id']);
  const hash = hashText(`${references.event.id}/${id}`);
  const goesOn = readFlag(raw['goesOn'] ?? false, [...path, 'goesOn']);
  const conditions = compileConditions(raw['when'] ?? [], [...path, 'when'], references, hash);
  const outcomes = readList(raw['then'] ?? [], [...path, 'then'], ruleLimits.outcomes).map((outcome, i) => {
    const name = outcome['outcome'];
    const place = [...path, 'then', i];
    if (typeof name !== 'string' || !Object.hasOwn(outcomeKinds, name))
      throw new DocumentError([...place, 'outcome'], `expected one of ${Object.keys(outcomeKinds).join(', ')}, found ${show(name)}`);
    const kind = outcomeKinds[name];
    refuseOthers(outcome, ['outcome', ...Object.keys(kind.fields)], place);
    return kind.compile(new RuleReader(kind.fields, outcome, place, references, hash4(hash, hashText(name), i + 1, 0, 0)));
  });
  return {
    id,
    label: raw['label'] === undefined ? id : readText(raw['label'], [...path, 'label']),
    hash,
    conditions,
    outcomes,
    goesOn,
    asksStanding: conditions.some(({ asksStanding }) => asksStanding),
  };
}
