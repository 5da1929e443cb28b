import { conditionKinds, isGroup, type Condition, type SingleCondition } from '../combat/conditions/registry.js';
import { freeId } from '../model/freeId.js';
import type { Actor, Project } from '../model/project.js';
import { isIdOf } from './idEdits.js';
import { rulesRenamed, type Changed } from './ruleEdits.js';

/**
 * Returns the id of a move under a new label. The id stays if it was not made from the present label, or if a game uses the
 * project's ids.
 */
export function moveIdAfterLabel({ idsInUse }: Pick<Project, 'idsInUse'>, { moves = [] }: Actor, id: string, label: string): string {
  const before = moves.find((one) => one.id === id);
  if (!before || idsInUse || !isIdOf(id, before.label ?? '', 'move')) return id;
  return freeId(label, new Set(moves.flatMap((one) => (one.id === id ? [] : [one.id]))), 'move');
}

/**
 * Returns the documents that change if a move of an actor gets a new id: the actor, drills in which one of its bodies does the move,
 * and conditions that ask for it, unless a move of another actor has the old id.
 */
export function withMoveRenamed(project: Project, actor: Actor, from: string, to: string, label: string): Changed {
  const asked = rulesRenamed(project, (use) => use.need === 'move' && use.id === actor.id && use.field === from, to);
  const isShared = project.actors.some((one) => one.id !== actor.id && one.moves?.some(({ id }) => id === from));
  const responses = isShared
    ? []
    : project.responses.filter(({ rungs }) => rungs.some(({ when }) => when.some((one) => asksFor(one, from))));
  const moves = (actor.moves ?? []).map((move) => ({
    ...move,
    ...(move.id === from && { id: to, label }),
    ...(move.into && { into: move.into.map((next) => (next.move === from ? { ...next, move: to } : next)) }),
  }));
  const own = { collection: 'actors' as const, id: actor.id, document: { ...actor, moves } };
  if (from === to) return [own];
  return [
    own,
    ...asked,
    ...responses.map((response) => ({
      collection: 'responses' as const,
      id: response.id,
      document: { ...response, rungs: response.rungs.map((rung) => ({ ...rung, when: rung.when.map((one) => asking(one, from, to)) })) },
    })),
  ];
}

/** Fields of a condition that hold the name of a move. */
function moveFields({ condition }: SingleCondition): string[] {
  return Object.entries(conditionKinds[condition].fields).flatMap(([name, field]) =>
    field.control === 'name' && field.of === 'move' ? [name] : [],
  );
}

function asksFor(one: Condition, move: string): boolean {
  if (isGroup(one)) return one.of.some((inner) => asksFor(inner, move));
  const document = one as unknown as Readonly<Record<string, unknown>>;
  return moveFields(one).some((name) => document[name] === move);
}

function asking(one: Condition, from: string, to: string): Condition {
  if (isGroup(one)) return { ...one, of: one.of.map((inner) => asking(inner, from, to)) };
  const document = one as unknown as Readonly<Record<string, unknown>>;
  const named = moveFields(one).flatMap((name): [string, string][] => (document[name] === from ? [[name, to]] : []));
  return named.length === 0 ? one : ({ ...one, ...Object.fromEntries(named) } as Condition);
}
