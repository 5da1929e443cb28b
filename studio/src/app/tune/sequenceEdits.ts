import type { Effect, Sequence } from '@undatio/core';
import {
  effectKinds,
  fieldsOfKind,
  freeId,
  mapValue,
  tidy,
  valueSpan,
  type Bounds,
  type Field,
  type NumberValue,
} from '@undatio/core/internal';

/** A field of an effect as the inspector shows it. */
export type InspectedField = Field & { readonly name: string };

/** The fields of a kind, its own first. */
export function fieldsOf(kind: Effect['kind']): readonly InspectedField[] {
  let fields = inspected.get(effectKinds[kind]);
  if (!fields) {
    fields = Object.entries(fieldsOfKind(effectKinds[kind])).map(([name, field]) => ({ name, ...field }));
    inspected.set(effectKinds[kind], fields);
  }
  return fields;
}

const inspected = new WeakMap<object, readonly InspectedField[]>();

export function fieldOf(kind: Effect['kind'], name: string): InspectedField | undefined {
  return fieldsOf(kind).find((field) => field.name === name);
}

/** The bounds of a field; none where it has none. */
export function boundsOf(kind: Effect['kind'], name: string): Bounds {
  const field = fieldOf(kind, name);
  return field && 'min' in field ? { min: field.min, max: field.max } : {};
}

/** Whether a field is asked for while the others stand as they do. */
export function isAsked(effect: Effect, { when }: InspectedField): boolean {
  return when?.is.includes(String(readField(effect, when.field))) ?? true;
}

export function readField(effect: Effect, name: string): unknown {
  return (effect as unknown as Record<string, unknown>)[name];
}

/** The sequence with one effect changed. Effects that start at its signals go on doing so, or start with it. */
export function withEffect(sequence: Sequence, id: string, change: (effect: Effect) => Effect): Sequence {
  const before = sequence.effects.find((effect) => effect.id === id);
  if (!before) return sequence;
  const after = change(before);
  const effects = sequence.effects.map((effect) => (effect === before ? after : effect));
  const [had, has] = [signalsOf(before), signalsOf(after)];
  return { ...sequence, effects: had.join() === has.join() ? effects : effects.map((effect) => withSignalKept(effect, id, had, has)) };
}

/** Names of the signals that an effect raises. */
export function signalsOf(effect: Effect): readonly string[] {
  return effectKinds[effect.kind].signalsOf?.(effect as never) ?? [];
}

/** An effect that started at a signal which is gone: it starts at the one new signal, if there is one, else with the effect. */
function withSignalKept(effect: Effect, id: string, had: readonly string[], has: readonly string[]): Effect {
  const { anchor } = effect;
  if (anchor.to !== 'signal' || anchor.effect !== id || has.includes(anchor.name)) return effect;
  const added = has.filter((name) => !had.includes(name));
  const [name] = added;
  return { ...effect, anchor: added.length === 1 ? { to: 'signal', effect: id, name } : { to: 'start', effect: id } };
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
  return { ...effect, delay: mapValue(effect.delay as NumberValue, (x) => x + delta, boundsOf(effect.kind, 'delay')) } as Effect;
}

/** Makes what it lasts `factor` times as long; a length of 0 becomes `seconds`. */
export function stretchedBy(effect: Effect, factor: number, seconds: number): Effect {
  const name = effectKinds[effect.kind].lengthField;
  const value = readField(effect, name) as NumberValue;
  const [, longest] = valueSpan(value);
  const change = longest === 0 ? () => seconds : (x: number) => x * factor;
  return { ...effect, [name]: mapValue(value, change, boundsOf(effect.kind, name)) } as Effect;
}

export function strengthenedBy(effect: Effect, factor: number): Effect {
  return {
    ...effect,
    strength: mapValue(effect.strength as NumberValue, (x) => Math.round(x * factor * 100) / 100, boundsOf(effect.kind, 'strength')),
  } as Effect;
}

/** An id that the sequence does not have yet: the kind's name, numbered from the second on. */
export function freeEffectId({ effects }: Sequence, kind: string): string {
  return freeId(kind, new Set(effects.map(({ id }) => id)), 'effect');
}
