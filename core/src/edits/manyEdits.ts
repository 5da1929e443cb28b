import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { NumberValue, ValueField } from '../model/fields.js';
import type { Sequence } from '../model/project.js';
import { mapValue } from '../model/valueEdits.js';

/** One number of every effect of a kind, and what becomes of it. */
export interface ManyEdit {
  readonly kind: string;
  readonly field: string;
  readonly by: 'times' | 'plus' | 'set';
  readonly amount: number;
}

/** One effect's number before and after. */
export interface ManyChange {
  readonly effect: string;
  readonly before: NumberValue;
  readonly after: NumberValue;
}

/** The numbers that effects of a kind have, by the names of their fields. */
export function numbersOfKind(kind: string): [string, ValueField][] {
  const known = effectKinds[kind as keyof typeof effectKinds] as (typeof effectKinds)[keyof typeof effectKinds] | undefined;
  if (!known) return [];
  return Object.entries(fieldsOfKind(known)).flatMap(([name, field]): [string, ValueField][] =>
    field.control === 'value' ? [[name, field]] : [],
  );
}

/**
 * What an edit changes in a sequence, every number that a value can come out as, kept within its field's bounds; nothing where
 * it leaves all as they are.
 */
export function manyChanges({ effects }: Sequence, { kind, field, by, amount }: ManyEdit): ManyChange[] {
  const found = numbersOfKind(kind).find(([name]) => name === field);
  if (!found) return [];
  const change = (x: number): number => (by === 'times' ? x * amount : by === 'plus' ? x + amount : amount);
  return effects.flatMap((effect): ManyChange[] => {
    if (effect.kind !== kind) return [];
    const before = (effect as unknown as Record<string, NumberValue>)[field];
    const after = by === 'set' ? mapValue(amount, (x) => x, found[1]) : mapValue(before, change, found[1]);
    return JSON.stringify(after) === JSON.stringify(before) ? [] : [{ effect: effect.id, before, after }];
  });
}

/** The sequence with an edit made. */
export function withManyChanges(sequence: Sequence, edit: ManyEdit): Sequence {
  const changes = new Map(manyChanges(sequence, edit).map(({ effect, after }) => [effect, after]));
  if (changes.size === 0) return sequence;
  const effects = sequence.effects.map((effect) =>
    effect.kind === edit.kind && changes.has(effect.id) ? ({ ...effect, [edit.field]: changes.get(effect.id) } as Effect) : effect,
  );
  return { ...sequence, effects };
}
