import type { Use } from '../checks/use.js';
import { usesOfDocument } from '../checks/uses.js';
import type { ListedCollection } from '../model/collections.js';
import { isRecord } from '../model/json.js';
import { isGroup, type Condition } from '../combat/conditions/registry.js';
import { expectationKinds, type Expectation } from '../combat/expectations/registry.js';
import type { Outcome } from '../combat/outcomes/registry.js';
import type { NameRule } from '../combat/parts/ruleFields.js';
import type { Drill, DrillAct, PayloadField, Project, Response, Rung } from '../model/project.js';

/** What a change of a name brings with it in the documents that decide. */

const deciding = ['responses', 'statuses', 'drills', 'actors'] as const satisfies readonly ListedCollection[];
export type Deciding = (typeof deciding)[number];

/** A document with another name in every place that asks for something; places where the name is a key are renamed too. */
function withUsesRenamed<T extends object>(document: T, uses: readonly Use[], to: string): T {
  return uses.reduce((changed, { path, id, field }) => withNameAt(changed, keysOf(path), field === '' ? id : field, to), document);
}

/** `rungs[0].when[1].of.field` as keys. */
function keysOf(path: string): string[] {
  return path.split(/[.[\]]+/).filter((key) => key !== '');
}

function withNameAt<T>(document: T, [key, ...rest]: readonly string[], from: string, to: string): T {
  if (Array.isArray(document)) {
    const renamed = (entry: unknown): unknown => (rest.length > 0 ? withNameAt(entry, rest, from, to) : entry === from ? to : entry);
    return document.map((entry: unknown, i) => (String(i) === key ? renamed(entry) : entry)) as T;
  }
  if (!isRecord(document)) return document;
  const last = rest.length === 0;
  return Object.fromEntries(
    Object.entries(document).map(([name, value]) => {
      if (name !== key) return [name, value];
      if (!last) return [name, withNameAt(value, rest, from, to)];
      // The value is the name; where it is not, the key is.
      return value === from ? [name, to] : name === from ? [to, value] : [name, value];
    }),
  ) as T;
}

/** Every document that decides and asks for something, as it is with another name for that. */
export function rulesRenamed(
  project: Project,
  asked: (use: Use) => boolean,
  to: string,
): readonly { readonly collection: Deciding; readonly id: string; readonly document: object }[] {
  return deciding.flatMap((collection) =>
    project[collection].flatMap((document) => {
      const uses = usesOfDocument(collection, document).filter(asked);
      return uses.length === 0 ? [] : [{ collection, id: document.id, document: withUsesRenamed(document, uses, to) }];
    }),
  );
}

/** The documents that decide and ask for a thing: their collections and ids, with the places. */
export function rulesThatUse(
  project: Project,
  asked: (use: Use) => boolean,
): readonly { readonly collection: Deciding; readonly id: string; readonly places: readonly string[] }[] {
  return deciding.flatMap((collection) =>
    project[collection].flatMap((document) => {
      const places = usesOfDocument(collection, document)
        .filter(asked)
        .map(({ path }) => path);
      return places.length === 0 ? [] : [{ collection, id: document.id, places }];
    }),
  );
}

/**
 * A response as it answers while a field has its default, without asking for the field any more: conditions on it go, rungs
 * that could not be met with it go too, amounts read from it are fixed.
 */
export function withoutField<T extends { readonly event: string; readonly rungs: readonly object[] }>(response: T, field: PayloadField): T {
  const { name, default: fallback } = field;
  const fixed = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.filter((entry) => !asks(entry)).map(fixed);
    if (!isRecord(value)) return value;
    const { of } = value;
    if (isRecord(of) && of['read'] === 'payload' && of['field'] === name && !('condition' in value))
      return drivenAt(value, Number(fallback));
    return Object.fromEntries(
      Object.entries(value).flatMap(([key, inner]): [string, unknown][] =>
        isRecord(inner) && inner['field'] === name && Object.keys(inner).length === 1 ? [[key, fallback]] : [[key, fixed(inner)]],
      ),
    );
  };
  const asks = (entry: unknown): boolean =>
    isRecord(entry) &&
    ((entry['condition'] === 'one-of' && entry['field'] === name) ||
      (entry['condition'] === 'compare' && isRecord(entry['of']) && entry['of']['read'] === 'payload' && entry['of']['field'] === name));
  return fixed(response) as T;
}

/** What an amount that is read comes to at one value. */
function drivenAt(amount: Readonly<Record<string, unknown>>, value: number): number {
  const { in: from, out, times = 1, plus = 0 } = amount as { in?: [number, number]; out?: [number, number]; times?: number; plus?: number };
  if (!from || !out) return value * times + plus;
  const u = Math.min(1, Math.max(0, (value - from[0]) / (from[1] - from[0])));
  return out[0] + (out[1] - out[0]) * u;
}

export type Changed = readonly { readonly collection: Deciding; readonly id: string; readonly document: object }[];

/** Documents that decide, as they are once a sequence is gone: nothing plays it any more. */
export function rulesWithoutSequence(
  { responses, statuses, actors, drills }: Pick<Project, 'responses' | 'statuses' | 'actors' | 'drills'>,
  id: string,
): Changed {
  const plays = ({ then }: Rung): boolean =>
    then.some((one) => (one.outcome === 'play' || one.outcome === 'launch') && one.sequence === id);
  return [
    ...drills
      .filter((drill) => usesOfDocument('drills', drill).some((use) => use.collection === 'sequences' && use.id === id))
      .map((drill) => ({
        collection: 'drills' as const,
        id: drill.id,
        document: {
          ...drill,
          ...(drill.acts && { acts: drill.acts.map((act) => (act.do === 'launch' ? withoutOwn(act, id) : act)) }),
          expectations: (drill.expectations ?? []).filter((one) => !names(one, 'sequence', id)),
        },
      })),
    ...responses
      .filter(({ rungs }) => rungs.some(plays))
      .map((response) => ({
        collection: 'responses' as const,
        id: response.id,
        document: {
          ...response,
          rungs: response.rungs.map((rung) => ({
            ...rung,
            then: rung.then
              .filter((one) => one.outcome !== 'play' || one.sequence !== id)
              .map((one): Outcome => (one.outcome === 'launch' && one.sequence === id ? { ...one, sequence: '' } : one)),
          })),
        },
      })),
    ...statuses
      .filter(({ cues, late }) => cues.start === id || cues.end === id || late.some(({ sequence }) => sequence === id))
      .map((status) => ({
        collection: 'statuses' as const,
        id: status.id,
        document: {
          ...status,
          cues: Object.fromEntries(Object.entries(status.cues).filter(([, sequence]) => sequence !== id)),
          late: status.late.filter(({ sequence }) => sequence !== id),
        },
      })),
    ...actors
      .filter(({ moves = [] }) => moves.some((move) => [move, ...move.contacts].some(({ sequence }) => sequence === id)))
      .map((actor) => ({
        collection: 'actors' as const,
        id: actor.id,
        document: {
          ...actor,
          moves: (actor.moves ?? []).map((move) => ({
            ...withoutOwn(move, id),
            contacts: move.contacts.map((contact) => withoutOwn(contact, id)),
          })),
        },
      })),
  ];
}

function withoutOwn<T extends { sequence?: string | undefined }>(one: T, id: string): T {
  if (one.sequence !== id) return one;
  const { sequence: _, ...others } = one;
  return others as T;
}

/** Outcomes once an actor is gone: it does not fly or fall any more, and what would split into it splits into its own kind. */
function withoutBody(outcomes: readonly Outcome[], id: string): Outcome[] {
  return outcomes.flatMap((one): Outcome[] => {
    if (one.outcome === 'launch' && one.actor === id) return [];
    if (one.outcome === 'split' && one.into === id) return [{ ...one, into: '' }];
    if (one.outcome === 'drop') return [{ ...one, actors: (one.actors ?? []).filter((actor) => actor !== id) }];
    return [one];
  });
}

/** The same once an actor is gone: no drill has it, and a condition that asked for it alone holds never. */
export function rulesWithoutActor({ responses, drills }: Pick<Project, 'responses' | 'drills'>, id: string): Changed {
  const left = (condition: Condition): Condition => {
    if (isGroup(condition)) return { ...condition, of: condition.of.map(left) };
    if (condition.condition !== 'who' || !condition.actors.includes(id)) return condition;
    const actors = condition.actors.filter((one) => one !== id);
    return actors.length > 0 ? { ...condition, actors } : { condition: 'any', of: [] };
  };
  const asks = (response: Response): boolean =>
    usesOfDocument('responses', response).some((use) => use.collection === 'actors' && use.id === id);
  return [
    ...responses.filter(asks).map((response) => ({
      collection: 'responses' as const,
      id: response.id,
      document: {
        ...response,
        rungs: response.rungs.map((rung) => ({ ...rung, when: rung.when.map(left), then: withoutBody(rung.then, id) })),
      },
    })),
    ...drills
      .filter(({ actors, acts = [] }) => [...actors, ...acts].some((one) => 'actor' in one && one.actor === id))
      .map((drill) => {
        const gone = new Set(drill.actors.flatMap((one) => (one.actor === id ? [one.id] : [])));
        const { acts } = drill;
        const thrown = acts && { acts: acts.filter((act) => !(act.do === 'launch' && act.actor === id)) };
        return { collection: 'drills' as const, id: drill.id, document: withoutCast({ ...drill, ...thrown }, gone) };
      }),
  ];
}

/** Removes bodies from a drill, with the events, acts and expectations that name them. */
export function withoutCast(drill: Drill, gone: ReadonlySet<string>): Drill {
  const { actors, script, acts, expectations = [] } = drill;
  return {
    ...drill,
    actors: actors.filter((one) => !gone.has(one.id)),
    script: script.filter(({ source = '', target = '' }) => !gone.has(source) && !gone.has(target)),
    ...(acts && { acts: acts.filter((act) => !othersOf(act).some((who) => gone.has(who))) }),
    expectations: expectations.filter((one) => ![...gone].some((id) => names(one, 'combatant', id))),
  };
}

/** True if an expectation has a name field of kind `of` with the value `id`. */
function names(expectation: Expectation, of: NameRule['of'], id: string): boolean {
  const document = expectation as unknown as Readonly<Record<string, unknown>>;
  return Object.entries(expectationKinds[expectation.expect].fields).some(
    ([name, field]) => field.control === 'name' && field.of === of && document[name] === id,
  );
}

/**
 * Returns the drills that change if a rung gets a new id. An expectation without an event accepts a rung of any ladder, so it is
 * renamed only if no other ladder has a rung with the old id.
 */
export function drillsWithRungRenamed(
  { drills, responses }: Pick<Project, 'drills' | 'responses'>,
  event: string,
  from: string,
  to: string,
): Changed {
  const elsewhere = responses.some((one) => one.event !== event && one.rungs.some(({ id }) => id === from));
  return drills.flatMap((drill) => {
    const expectations = drill.expectations.map((one) =>
      names(one, 'rung', from) && 'by' in one && (one.event === event || (one.event === '' && !elsewhere)) ? { ...one, by: to } : one,
    );
    const same = expectations.every((one, i) => one === drill.expectations[i]);
    return same ? [] : [{ collection: 'drills' as const, id: drill.id, document: { ...drill, expectations } }];
  });
}

/** Everybody whom something that a drill's actor does is of. */
export function othersOf(act: DrillAct): string[] {
  const whom = act.do === 'move' ? act.toward : act.do === 'launch' ? act.after : 'whom' in act ? act.whom : undefined;
  return [act.who, ...(whom === undefined ? [] : [whom])];
}
