import {
  effectKinds,
  fieldRegistry,
  effectSchemaOf,
  mapValue,
  newEffect,
  tidy,
  valueSpan,
  type Effect,
  type FieldMeta,
  type NumberValue,
  type Sequence,
} from '@undatio/core';

/** A field of an effect as the inspector shows it. */
export interface InspectedField extends FieldMeta {
  readonly name: string;
  /** What a new effect has there; undefined where only the project can say. */
  readonly default: unknown;
}

/** Fields that every effect has. */
const placing = new Set(['delay', 'duration', 'chance', 'strength', 'clock', 'on']);

const inspected = new Map<string, readonly InspectedField[]>();

/** The fields of a kind, its own first; those with no control of their own are left out. */
export function fieldsOf(kind: Effect['kind']): readonly InspectedField[] {
  let fields = inspected.get(kind);
  if (!fields) {
    const plain = newEffect(kind, 'plain', { clip: 'none', picture: 'none' });
    const all = Object.entries(effectSchemaOf[kind]().shape).flatMap(([name, schema]) => {
      const meta = fieldRegistry.get(schema as never);
      return meta ? [{ name, default: plain && readField(plain, name), ...meta }] : [];
    });
    // What makes this kind what it is comes first; what every effect has follows.
    fields = [...all.filter(({ name }) => !placing.has(name)), ...all.filter(({ name }) => placing.has(name))];
    inspected.set(kind, fields);
  }
  return fields;
}

export function fieldOf(kind: Effect['kind'], name: string): InspectedField | undefined {
  return fieldsOf(kind).find((field) => field.name === name);
}

/** Whether a field is asked for while the others stand as they do. */
export function isAsked(effect: Effect, { when }: InspectedField): boolean {
  return when?.is.includes(String(readField(effect, when.field))) ?? true;
}

export function readField(effect: Effect, name: string): unknown {
  return (effect as unknown as Record<string, unknown>)[name];
}

/** The sequence with one effect changed. */
export function withEffect(sequence: Sequence, id: string, change: (effect: Effect) => Effect): Sequence {
  return { ...sequence, effects: sequence.effects.map((effect) => (effect.id === id ? change(effect) : effect)) };
}

/** The sequence without one effect. What hung on it keeps its place as far as it can: it hangs on contact. */
export function withoutEffect(sequence: Sequence, id: string, startOf: (id: string) => number | undefined): Sequence {
  const effects = sequence.effects
    .filter((effect) => effect.id !== id)
    .map((effect): Effect => {
      if (effect.anchor.to === 'contact' || effect.anchor.effect !== id) return effect;
      return { ...effect, anchor: { to: 'contact' }, delay: tidy(startOf(effect.id) ?? 0) };
    });
  return { ...sequence, effects };
}

/** Moves an effect by `delta` seconds. */
export function movedBy(effect: Effect, delta: number): Effect {
  return { ...effect, delay: mapValue(effect.delay as NumberValue, (x) => x + delta, fieldOf(effect.kind, 'delay')) } as Effect;
}

/** Makes what it lasts `factor` times as long; a length of 0 becomes `seconds`. */
export function stretchedBy(effect: Effect, factor: number, seconds: number): Effect {
  const name = effectKinds[effect.kind].lengthField;
  const value = readField(effect, name) as NumberValue;
  const [, longest] = valueSpan(value);
  const change = longest === 0 ? () => seconds : (x: number) => x * factor;
  return { ...effect, [name]: mapValue(value, change, fieldOf(effect.kind, name)) } as Effect;
}

export function strengthenedBy(effect: Effect, factor: number): Effect {
  return {
    ...effect,
    strength: mapValue(effect.strength as NumberValue, (x) => Math.round(x * factor * 100) / 100, fieldOf(effect.kind, 'strength')),
  } as Effect;
}

/** An id that the sequence does not have yet: the kind's name, numbered from the second on. */
export function freeId(sequence: Sequence, kind: string): string {
  const taken = new Set(sequence.effects.map(({ id }) => id));
  for (let n = 1; ; n++) {
    const id = n === 1 ? kind : `${kind}-${n}`;
    if (!taken.has(id)) return id;
  }
}
