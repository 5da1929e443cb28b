import type { Drill, Project } from '../../model/project.js';
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

type NamedParts = Pick<Project, 'events' | 'statuses' | 'sequences' | 'actors' | 'responses'>;

/**
 * Returns the names of a project's things. With a drill, its bodies have names too: the label of their actor, numbered if the drill
 * has several bodies of that actor, or the label that the drill gives them. Bodies that spawn are numbered as their ids are.
 */
export function namesOf(project: NamedParts, drill?: Pick<Drill, 'actors'>): FightNames {
  const { events, statuses, sequences, actors, responses } = project;
  const labels = (list: readonly { readonly id: string; readonly label?: string | undefined }[]): Map<string, string> =>
    new Map(list.map(({ id, label }) => [id, label ?? id]));
  const moves = labels(actors.flatMap(({ moves: own = [] }) => own));
  const known: Partial<Record<NameOf, ReadonlyMap<string, string>>> = {
    event: labels(events),
    status: labels(statuses),
    sequence: labels(sequences),
    actor: labels(actors),
    move: moves,
    combatant: bodyNames(actors, drill?.actors ?? []),
  };
  const rungs = new Map(
    responses.flatMap(({ event, rungs: own }) => own.map(({ id, label }): [string, string] => [`${event} ${id}`, label ?? id])),
  );
  const anyRung = labels(responses.flatMap(({ rungs: own }) => own));
  const fields = new Map(events.flatMap(({ id, fields: own }) => own.map(({ name, label }): [string, string] => [`${id} ${name}`, label])));
  return {
    of(what, id, event) {
      switch (what) {
        case 'rung':
          return (event === undefined ? undefined : rungs.get(`${event} ${id}`)) ?? anyRung.get(id) ?? id;
        case 'field':
          return (event === undefined ? undefined : fields.get(`${event} ${id}`)) ?? id;
        case 'combatant':
          return known.combatant?.get(id) ?? spawnedName(id, known.actor) ?? id;
        default:
          return known[what]?.get(id) ?? id;
      }
    },
  };
}

function bodyNames(actors: Project['actors'], bodies: Drill['actors']): Map<string, string> {
  const labels = new Map(actors.map(({ id, label }) => [id, label]));
  const counts = new Map<string, number>();
  const countUp = (actor: string): number => {
    const count = (counts.get(actor) ?? 0) + 1;
    counts.set(actor, count);
    return count;
  };
  return new Map(
    bodies.map(({ id, actor, label: own }): [string, string] => {
      const label = labels.get(actor) ?? actor;
      const number = countUp(actor);
      const isOneOfSeveral = bodies.some((other) => other.actor === actor && other.id !== id);
      return [id, own ?? (isOneOfSeveral ? `${label} ${number}` : label)];
    }),
  );
}

/** Bodies that spawn have the id of their actor, with a number if it is taken. */
function spawnedName(id: string, actors: ReadonlyMap<string, string> | undefined): string | undefined {
  const whole = actors?.get(id);
  if (whole !== undefined) return whole;
  const [, actor = '', number = ''] = /^(.+)-(\d+)$/.exec(id) ?? [];
  const label = actors?.get(actor);
  return label === undefined ? undefined : `${label} ${number}`;
}

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
