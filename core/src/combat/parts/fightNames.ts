import { isRecord } from '../../model/json.js';
import type { NameRule, RuleFields } from './ruleFields.js';

/** What may be named by its id in rules, logs and drills. */
export type NameOf = NameRule['of'];

/** Gives people the names of things, and code their ids. */
export interface FightNames {
  /** Returns the label of a thing; its id, if the project has no such thing. `event` is the event whose ladder or payload is meant. */
  of(what: NameOf, id: string, event?: string): string;
}

/** Names everything by its id. */
export const plainNames: FightNames = { of: (_, id) => id };

/** Returns a copy of a rule's document in which names stand in place of ids, so that its words are for people. */
export function withNames<T extends object>(document: T, fields: RuleFields, names: FightNames, event?: string): T {
  if (names === plainNames) return document;
  return Object.fromEntries(
    Object.entries(document).map(([name, value]: [string, unknown]) => [
      name,
      named(value, fields[name] as RuleFields[string] | undefined),
    ]),
  ) as T;

  function named(value: unknown, field: RuleFields[string] | undefined): unknown {
    switch (field?.control) {
      case 'name':
        return value === '' ? value : names.of(field.of, String(value), event);
      case 'names':
        return field.of === 'actor' && Array.isArray(value) ? value.map((id) => names.of('actor', String(id))) : value;
      case 'measure':
        return namedMeasure(value);
      case 'amount':
        return isRecord(value) && 'of' in value ? { ...value, of: namedMeasure(value['of']) } : value;
      default:
        return value;
    }
  }

  function namedMeasure(measure: unknown): unknown {
    if (!isRecord(measure)) return measure;
    const { field, status } = measure;
    return {
      ...measure,
      ...(typeof field === 'string' && { field: names.of('field', field, event) }),
      ...(typeof status === 'string' && { status: names.of('status', status) }),
    };
  }
}
