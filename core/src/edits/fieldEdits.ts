import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import { usesOfSequence } from '../checks/uses.js';
import { parseEasing } from '../maths/easing.js';
import type { ColourValue, Field, NumberValue, ValueField } from '../model/fields.js';
import { isRecord } from '../model/json.js';
import type { EventType, PayloadField, Sequence } from '../model/project.js';
import { inBraces, showValue } from '../model/template.js';
import { tidy, valueSpan } from '../model/valueEdits.js';
import { transfer } from '../take/compiledValue.js';

/** What a change of an event's payload brings with it in the sequences that play on the event. */

/** A sequence that refers to a field, and where: paths inside it. */
export interface FieldUser {
  readonly sequence: string;
  readonly places: readonly string[];
}

/** The sequences that refer to a field of an event. */
export function usersOfField(sequences: readonly Sequence[], event: string, field: string): FieldUser[] {
  return sequences.flatMap((sequence): FieldUser[] => {
    const places = usesOfSequence(sequence).flatMap((use) => (use.id === event && use.field === field ? [use.path] : []));
    return places.length > 0 ? [{ sequence: sequence.id, places }] : [];
  });
}

/** The sequence with every mention of a field under its new name: driven numbers, colours chosen by it, templates, captions. */
export function withFieldRenamed(sequence: Sequence, from: string, to: string): Sequence {
  return eachField(sequence, (value, edited) => {
    const { control } = edited;
    if (control === 'value' && isDriven(value, from)) return { ...value, drive: to };
    if (control === 'colour' && isChosen(value, from)) return { ...value, by: to };
    if (edited.control === 'text' && edited.refers) return edited.refers.withField(String(value), from, to);
    return value;
  });
}

/** The sequence with every colour that is chosen by an option of a field under the option's new name. */
export function withOptionRenamed(sequence: Sequence, field: string, from: string, to: string): Sequence {
  return eachField(sequence, (value, { control }) => {
    if (control !== 'colour' || !isChosen(value, field) || !Object.hasOwn(value.of, from)) return value;
    return {
      ...value,
      of: Object.fromEntries(Object.entries(value.of).map(([option, colour]) => [option === from ? to : option, colour])),
    };
  });
}

/** The sequence as it plays while the field has its default, without asking for the field any more. */
export function withFieldFixed(sequence: Sequence, field: PayloadField): Sequence {
  return eachField(sequence, (value, edited, effect) => {
    const { control } = edited;
    if (edited.control === 'value' && isDriven(value, field.name)) return tidy(drivenAt(value, edited, Number(field.default)));
    if (control === 'colour' && isChosen(value, field.name)) return value.of[String(field.default)] ?? value.otherwise;
    if (edited.control === 'text' && edited.refers)
      return inBraces(String(value), field.name, escaped(showValue(field.default, decimalsOf(effect))));
    return value;
  });
}

/**
 * The sequence on another event. Fields of the same name and sort are taken over; the others, which are told, are fixed at the
 * defaults that they had.
 */
export function movedToEvent(sequence: Sequence, from: EventType, to: EventType): { readonly sequence: Sequence; readonly lost: string[] } {
  const used = new Set(usesOfSequence(sequence).flatMap(({ field }) => (field === '' ? [] : [field])));
  const lost = from.fields.filter((field) => {
    const other = to.fields.find(({ name }) => name === field.name);
    return used.has(field.name) && typeof other?.default !== typeof field.default;
  });
  const fixed = lost.reduce(withFieldFixed, sequence);
  return { sequence: { ...fixed, event: to.id }, lost: lost.map(({ name }) => name) };
}

type Change = (value: unknown, field: Field, effect: Effect) => unknown;

/** Applies a change to every value of every effect; what it leaves alone stays the same object. */
function eachField(sequence: Sequence, change: Change): Sequence {
  const effects = sequence.effects.map((effect) => {
    const before = effect as unknown as Readonly<Record<string, unknown>>;
    const changed = Object.entries(fieldsOfKind(effectKinds[effect.kind])).flatMap(([name, field]): [string, unknown][] => {
      const after = change(before[name], field, effect);
      return after === before[name] ? [] : [[name, after]];
    });
    return changed.length > 0 ? ({ ...effect, ...Object.fromEntries(changed) } as Effect) : effect;
  });
  return effects.some((effect, i) => effect !== sequence.effects[i]) ? { ...sequence, effects } : sequence;
}

type DrivenValue = Extract<NumberValue, { drive: string }>;
type ChosenColour = Exclude<ColourValue, string>;

function isDriven(value: unknown, field: string): value is DrivenValue {
  return isRecord(value) && value['drive'] === field;
}

function isChosen(value: unknown, field: string): value is ChosenColour {
  return isRecord(value) && value['by'] === field;
}

/** Digits that a text of an effect shows of a number; where they are random or driven, the least. */
function decimalsOf(effect: Effect): number {
  return 'decimals' in effect ? Math.round(valueSpan(effect.decimals)[0]) : 0;
}

function escaped(text: string): string {
  return text.replaceAll('{', '{{').replaceAll('}', '}}');
}

function drivenAt({ in: input, out, ease, drive }: DrivenValue, { min, max }: ValueField, at: number): number {
  return transfer({ type: 'driven', field: drive, in: input, out, ease: parseEasing(ease ?? 'linear'), min, max }, at);
}
