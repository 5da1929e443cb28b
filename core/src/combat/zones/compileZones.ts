import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { readIdentifier, readList, readNumber, readRecord, readText, type Json } from '../../take/compileReferences.js';
import type { MoveReferences } from '../moves/compileMove.js';
import { directionsLeftOut } from '../parts/blowDirection.js';
import { payloadAt, readFlag } from '../parts/readings.js';
import type { CompiledEventRules } from '../parts/references.js';
import { ruleLimits } from '../parts/ruleFields.js';
import { zoneLimits, type CompiledZone, type ZonePayload } from './zone.js';

/** Reads an actor's zones. Throws DocumentError with the path of the first place that cannot be used. */
export function compileZones(
  raw: unknown,
  path: DocumentPath,
  references: Pick<MoveReferences, 'events' | 'statuses'>,
): readonly CompiledZone[] {
  return readList(raw, path, zoneLimits.zones).map((zone, i) => compileZone(zone, [...path, i], references));
}

function compileZone(raw: Json, path: DocumentPath, { events, statuses }: Pick<MoveReferences, 'events' | 'statuses'>): CompiledZone {
  const event = (found: unknown, ...place: string[]): string | undefined => {
    if (found === undefined || events.has(found as string)) return found as string | undefined;
    throw new DocumentError([...path, ...place], `expected an event of the project, found ${show(found)}`);
  };
  const names = (name: string): readonly string[] => {
    const list = raw[name] ?? [];
    if (!Array.isArray(list) || list.length > 16)
      throw new DocumentError([...path, name], `expected at most 16 texts, found ${show(list)}`);
    return list.map((text: unknown, i) => readText(text, [...path, name, i], 40));
  };
  const { stays, status } = raw;
  const held = status === undefined ? undefined : statuses.get(status as string);
  if (status !== undefined && !held)
    throw new DocumentError(
      [...path, 'status'],
      `expected a status of the project (${[...statuses.keys()].join(', ') || 'it has none'}), found ${show(status)}`,
    );
  const own = {
    enters: event(raw['enters'], 'enters'),
    stays: stays === undefined ? undefined : compileStays(stays, [...path, 'stays'], event),
    leaves: event(raw['leaves'], 'leaves'),
  };
  const raised = [own.enters, own.stays?.event, own.leaves].flatMap((id) => (id === undefined ? [] : (events.get(id) ?? [])));
  return {
    ...own,
    payloads: compilePayloads(raw['payload'] ?? {}, path, raised),
    id: readIdentifier(raw['id'], [...path, 'id']),
    shape: compileShape(raw['shape'], [...path, 'shape']),
    kinds: names('kinds'),
    sides: names('sides'),
    actors: names('actors'),
    once: readFlag(raw['once'] ?? false, [...path, 'once']),
    again: readNumber(raw['again'] ?? 0, [...path, 'again'], 0, ruleLimits.seconds),
    status: held,
  };
}

/** Splits a zone's payload by event. Throws DocumentError for a value that is a field of none of its events. */
function compilePayloads(raw: unknown, path: DocumentPath, events: readonly CompiledEventRules[]): ReadonlyMap<string, ZonePayload> {
  const said = Object.entries(readRecord(raw, [...path, 'payload']));
  const has = ({ fields }: CompiledEventRules, name: string): boolean => fields.some((field) => field.name === name);
  for (const [name] of said)
    if (!events.some((event) => has(event, name)))
      throw new DocumentError([...path, 'payload', name], `expected a field of one of its events, found ${show(name)}`);
  if (said.length === 0) return new Map();
  return new Map(
    events.map((event): [string, ZonePayload] => {
      const own = Object.fromEntries(said.filter(([name]) => has(event, name)));
      return [event.id, { payload: payloadAt(event, own, path), directions: directionsLeftOut(event, own) }];
    }),
  );
}

function compileStays(
  raw: unknown,
  path: DocumentPath,
  event: (found: unknown, ...place: string[]) => string | undefined,
): CompiledZone['stays'] {
  const stays = readRecord(raw, path);
  const raised = event(stays['event'], 'stays', 'event');
  if (raised === undefined) throw new DocumentError([...path, 'event'], 'expected an event of the project, found nothing');
  return { event: raised, every: readNumber(stays['every'], [...path, 'every'], 0.05, ruleLimits.seconds) };
}

function compileShape(raw: unknown, path: DocumentPath): CompiledZone['shape'] {
  const shape = readRecord(raw, path);
  const px = (name: string): number => readNumber(shape[name], [...path, name], 0, zoneLimits.px);
  if (shape['shape'] === 'disc') return { shape: 'disc', length: px('length') };
  if (shape['shape'] === 'box') return { shape: 'box', width: px('width'), height: px('height') };
  throw new DocumentError([...path, 'shape'], `expected disc or box, found ${show(shape['shape'])}`);
}
