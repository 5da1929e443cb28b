import type { Effect, Sequence } from '@undatio/core';
import { effectKinds, effectSchemaOf, fieldsOfKind } from '@undatio/core/internal';
import { movedBy, withoutEffect } from './sequenceEdits';

/** What is done to several lanes at once. Pure: who calls puts it in place. */

/** Those of the lanes that move by themselves: what hangs on another one of them is taken along by it. */
export function freeToMove(effects: readonly Effect[], ids: ReadonlySet<string>): Set<string> {
  const byId = new Map(effects.map((effect) => [effect.id, effect]));
  const hangsOnOne = (effect: Effect): boolean => {
    const seen = new Set<string>();
    for (let anchor = effect.anchor; anchor.to !== 'contact';) {
      if (ids.has(anchor.effect)) return true;
      const next = byId.get(anchor.effect);
      if (!next || seen.has(next.id)) return false;
      seen.add(next.id);
      anchor = next.anchor;
    }
    return false;
  };
  return new Set(effects.flatMap((effect) => (ids.has(effect.id) && !hangsOnOne(effect) ? [effect.id] : [])));
}

/** The sequence with lanes moved by so many seconds from where they stood in `before`. */
export function withMoved(sequence: Sequence, before: readonly Effect[], ids: ReadonlySet<string>, delta: number): Sequence {
  const free = freeToMove(before, ids);
  const stood = new Map(before.map((effect) => [effect.id, effect]));
  const moved = (effect: Effect): Effect => ({ ...effect, delay: movedBy(stood.get(effect.id) ?? effect, delta).delay });
  return { ...sequence, effects: sequence.effects.map((effect) => (free.has(effect.id) ? moved(effect) : effect)) };
}

/** The sequence with every one of the lanes changed. */
export function withEach(sequence: Sequence, ids: ReadonlySet<string>, change: (effect: Effect) => Effect): Sequence {
  return { ...sequence, effects: sequence.effects.map((effect) => (ids.has(effect.id) ? change(effect) : effect)) };
}

/**
 * Changes a field of the lane `id`, and of every lane in `ids` that has a field of the same name, control and unit and accepts the
 * value. An anchor to one of these lanes is set on lane `id` only, because a lane cannot be anchored to itself.
 */
export function withFieldOfEach(sequence: Sequence, id: string, ids: ReadonlySet<string>, name: string, value: unknown): Sequence {
  const first = sequence.effects.find((effect) => effect.id === id);
  const sort = first && sortOf(first, name);
  const hangs = typeof value === 'object' && value !== null && 'effect' in value && ids.has(String(value.effect));
  const changed = (effect: Effect): Effect => ({ ...effect, [name]: value });
  const takes = (effect: Effect): boolean =>
    !hangs &&
    ids.has(effect.id) &&
    sortOf(effect, name) === sort &&
    effectSchemaOf(effectKinds[effect.kind]).safeParse(changed(effect)).success;
  return {
    ...sequence,
    effects: sequence.effects.map((effect) => (effect.id === id || takes(effect) ? changed(effect) : effect)),
  };
}

/** Control and unit of an effect's field, to compare fields of two kinds of effect. */
function sortOf(effect: Effect, name: string): string {
  const field = fieldsOfKind(effectKinds[effect.kind])[name] as { control: string; unit?: string } | undefined;
  return field ? `${field.control} ${field.unit ?? ''}` : name in effect ? 'of every effect' : 'none';
}

/** The sequence without the lanes; what hung on them keeps its place. */
export function withoutEach(sequence: Sequence, ids: ReadonlySet<string>, startOf: (id: string) => number | undefined): Sequence {
  return [...ids].reduce((all, id) => withoutEffect(all, id, startOf), sequence);
}

/** From one lane to another, both among them, in the order of the sequence. */
export function between(effects: readonly Effect[], from: string, to: string): string[] {
  const [a, b] = [from, to].map((id) => effects.findIndex((effect) => effect.id === id));
  if (a < 0 || b < 0) return [to];
  return effects.slice(Math.min(a, b), Math.max(a, b) + 1).map(({ id }) => id);
}
