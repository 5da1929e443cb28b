import { conditionKinds, isGroup, type Condition } from '../combat/conditions/registry.js';
import { expectationKinds } from '../combat/expectations/registry.js';
import { outcomeKinds, type Outcome } from '../combat/outcomes/registry.js';
import type { DrillAct } from '../combat/schemas.js';
import type { RuleFields } from '../combat/parts/ruleFields.js';
import { formatPath, type DocumentPath } from '../model/documentError.js';
import { isRecord } from '../model/json.js';
import type { Actor, Drill, Response, Status } from '../model/project.js';
import type { Use } from './use.js';

/** What the documents that decide ask of others, read off the fields of conditions and outcomes. */

const there = (collection: Use['collection'], id: unknown, path: DocumentPath): Use[] =>
  typeof id === 'string' && id !== ''
    ? [{ path: formatPath(path), collection, id, need: collection === 'events' ? 'event' : 'there', field: '' }]
    : [];

const field = (event: string, name: unknown, need: 'field' | 'number', path: DocumentPath): Use[] =>
  typeof name === 'string' ? [{ path: formatPath(path), collection: 'events', id: event, need, field: name }] : [];

export function usesOfResponse({ event, rungs }: Response): Use[] {
  return [
    ...there('events', event, ['event']),
    ...rungs.flatMap(({ when, then }, i) => [
      ...when.flatMap((one, k) => usesOfCondition(one, event, ['rungs', i, 'when', k])),
      ...then.flatMap((one: Outcome, k) => usesInFields(outcomeKinds[one.outcome].fields, one as never, event, ['rungs', i, 'then', k])),
    ]),
  ];
}

function usesOfCondition(condition: Condition, event: string, path: DocumentPath): Use[] {
  if (isGroup(condition)) return condition.of.flatMap((one, i) => usesOfCondition(one, event, [...path, 'of', i]));
  return usesInFields(conditionKinds[condition.condition].fields, condition as never, event, path);
}

function usesInFields(fields: RuleFields, document: Readonly<Record<string, unknown>>, event: string, path: DocumentPath): Use[] {
  return Object.entries(fields)
    .flatMap(([name, known]): Use[] => {
      const value = document[name];
      const place = [...path, name];
      switch (known.control) {
        case 'name':
          if (known.of === 'status') return there('statuses', value, place);
          if (known.of === 'sequence') return there('sequences', value, place);
          if (known.of === 'event') return there('events', value, place);
          if (known.of === 'actor') return there('actors', value, place);
          return known.of === 'field' ? field(event, value, 'field', place) : [];
        case 'names':
          return known.of === 'actor' ? ((value ?? []) as string[]).flatMap((id, i) => there('actors', id, [...place, i])) : [];
        case 'measure':
          return usesOfMeasure(value, event, place);
        case 'amount':
          return usesOfAmount(value, event, place);
        case 'given':
          return Object.entries((value ?? {}) as Record<string, unknown>).flatMap(([to, given]) =>
            isRecord(given) && 'field' in given
              ? field(event, given['field'], 'field', [...place, to, 'field'])
              : usesOfAmount(given, event, [...place, to]),
          );
        default:
          return [];
      }
    })
    .concat(document['outcome'] === 'raise' ? raisedFields(document, path) : []);
}

/** What a raised event's payload is given are fields of that event. */
function raisedFields({ event, payload }: Readonly<Record<string, unknown>>, path: DocumentPath): Use[] {
  if (typeof event !== 'string') return [];
  return Object.keys((payload ?? {}) as object).flatMap((name) => field(event, name, 'field', [...path, 'payload', name]));
}

function usesOfAmount(amount: unknown, event: string, path: DocumentPath): Use[] {
  return isRecord(amount) && 'of' in amount ? usesOfMeasure(amount['of'], event, [...path, 'of']) : [];
}

function usesOfMeasure(measure: unknown, event: string, path: DocumentPath): Use[] {
  if (!isRecord(measure)) return [];
  if (measure['read'] === 'payload') return field(event, measure['field'], 'number', [...path, 'field']);
  return 'status' in measure ? there('statuses', measure['status'], [...path, 'status']) : [];
}

export function usesOfStatus({ ticks, cues, late }: Status): Use[] {
  return [
    ...there('events', ticks?.event, ['ticks', 'event']),
    ...there('sequences', cues.start, ['cues', 'start']),
    ...there('sequences', cues.end, ['cues', 'end']),
    ...late.flatMap(({ sequence }, i) => there('sequences', sequence, ['late', i, 'sequence'])),
  ];
}

export function usesOfMoves(moves: NonNullable<Actor['moves']>): Use[] {
  return moves.flatMap(({ contacts, sequence, status }, i) => [
    ...there('sequences', sequence, ['moves', i, 'sequence']),
    ...there('statuses', status, ['moves', i, 'status']),
    ...contacts.flatMap(({ event, payload = {}, sequence: own }, k) => [
      ...there('events', event, ['moves', i, 'contacts', k, 'event']),
      ...there('sequences', own, ['moves', i, 'contacts', k, 'sequence']),
      ...Object.keys(payload).flatMap((name) => field(event, name, 'field', ['moves', i, 'contacts', k, 'payload', name])),
    ]),
  ]);
}

export function usesOfZones(zones: NonNullable<Actor['zones']>): Use[] {
  return zones.flatMap(({ enters, stays, leaves, status, payload = {} }, i) => [
    ...fieldsOfOne([enters, stays?.event, leaves], payload, ['zones', i, 'payload']),
    ...there('events', enters, ['zones', i, 'enters']),
    ...there('events', stays?.event, ['zones', i, 'stays', 'event']),
    ...there('events', leaves, ['zones', i, 'leaves']),
    ...there('statuses', status, ['zones', i, 'status']),
  ]);
}

/** Lists the fields that payload values name if there is one event. With several events, a value may belong to any of them. */
function fieldsOfOne(events: readonly (string | undefined)[], payload: object, path: DocumentPath): Use[] {
  const [event, ...others] = new Set(events.filter((one) => one !== undefined));
  return event === undefined || others.length > 0
    ? []
    : Object.keys(payload).flatMap((name) => field(event, name, 'field', [...path, name]));
}

function usesOfLaunch({ actor, meets, lands, sequence, payload = {} }: Extract<DrillAct, { do: 'launch' }>, path: DocumentPath): Use[] {
  return [
    ...there('actors', actor, [...path, 'actor']),
    ...there('events', meets, [...path, 'meets']),
    ...there('events', lands, [...path, 'lands']),
    ...there('sequences', sequence, [...path, 'sequence']),
    ...fieldsOfOne([meets, lands], payload, [...path, 'payload']),
  ];
}

/** Lists the events, sequences and statuses that expectations name. Bodies are not listed: an outcome may spawn them later. */
export function usesOfExpectations(expectations: Drill['expectations']): Use[] {
  return expectations.flatMap((one, i) => {
    const event = 'event' in one ? one.event : '';
    return usesInFields(expectationKinds[one.expect].fields, one as never, event, ['expectations', i]);
  });
}

export function usesOfDrill({ actors, script, acts = [], expectations = [] }: Drill): Use[] {
  const actorOf = (who: string): string => actors.find(({ id }) => id === who)?.actor ?? '';
  return [
    ...acts.flatMap((act, i): Use[] => {
      if (act.do === 'launch') return usesOfLaunch(act, ['acts', i]);
      if (act.do !== 'move') return [];
      return [{ path: formatPath(['acts', i, 'move']), collection: 'actors', id: actorOf(act.who), need: 'move', field: act.move }];
    }),
    ...actors.flatMap(({ actor }, i) => there('actors', actor, ['actors', i, 'actor'])),
    ...script.flatMap(({ event, payload = {} }, i) => [
      ...there('events', event, ['script', i, 'event']),
      ...Object.keys(payload).flatMap((name) => field(event, name, 'field', ['script', i, 'payload', name])),
    ]),
    ...usesOfExpectations(expectations),
  ];
}
