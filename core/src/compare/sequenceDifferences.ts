import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { Field } from '../model/fields.js';
import type { Sequence } from '../model/project.js';
import { fieldWords, numberWords, plainWords, unitOf } from './fieldWords.js';

/** One thing that two states of a lane say differently. */
export interface FieldDifference {
  readonly field: string;
  readonly label: string;
  /** In words; the unit stands apart, once for both. */
  readonly before: string;
  readonly after: string;
  readonly unit: string;
}

/** One lane that is not the same in two states of a sequence. */
export interface LaneDifference {
  readonly effect: string;
  readonly name: string;
  readonly kind: string;
  /** `added`: only the later state has it; `removed`: only the earlier. */
  readonly change: 'changed' | 'added' | 'removed';
  readonly fields: readonly FieldDifference[];
}

/** What an effect has besides its fields. */
const placed: Readonly<Record<string, string>> = {
  label: 'Name',
  muted: 'Muted',
  anchor: 'Anchor',
  repeat: 'Repeats',
  bodyLeaves: 'When its body leaves',
  preset: 'Preset',
};

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** Every lane that differs between two states, in the order of the later one; those that only the earlier has come last. */
export function laneDifferences(before: Sequence, after: Sequence): LaneDifference[] {
  const earlier = new Map(before.effects.map((effect) => [effect.id, effect]));
  const later = new Set(after.effects.map(({ id }) => id));
  return [
    ...after.effects.flatMap((effect) => laneDifference(earlier.get(effect.id), effect)),
    ...before.effects.filter(({ id }) => !later.has(id)).flatMap((effect) => laneDifference(effect, undefined)),
  ];
}

/** How one lane differs; nothing where it does not. Lanes of one id and two kinds are one gone and another come. */
export function laneDifference(before: Effect | undefined, after: Effect | undefined): LaneDifference[] {
  const told = (effect: Effect, change: LaneDifference['change'], fields: readonly FieldDifference[] = []): LaneDifference => ({
    effect: effect.id,
    name: effect.label ?? effect.id,
    kind: effect.kind,
    change,
    fields,
  });
  if (!before || !after || before.kind !== after.kind)
    return [...(before ? [told(before, 'removed')] : []), ...(after ? [told(after, 'added')] : [])];
  if (before === after || same(before, after)) return [];
  return [told(after, 'changed', fieldDifferences(before, after))];
}

function fieldDifferences(before: Effect, after: Effect): FieldDifference[] {
  const [one, other] = [before, after] as unknown as [Record<string, unknown>, Record<string, unknown>];
  const fields = fieldsOfKind(effectKinds[after.kind]);
  const names = [...new Set([...Object.keys(fields), ...Object.keys(placed)])].filter((name) => !same(one[name], other[name]));
  return names.map((name) => {
    const field = (fields as Readonly<Record<string, Field | undefined>>)[name];
    return {
      field: name,
      label: field?.label ?? placed[name],
      before: placedWords(name, field, one[name]),
      after: placedWords(name, field, other[name]),
      unit: unitOf(field),
    };
  });
}

function placedWords(name: string, field: Field | undefined, value: unknown): string {
  if (name === 'anchor' && value !== undefined) {
    const anchor = value as Effect['anchor'];
    if (anchor.to === 'contact') return 'contact';
    return anchor.to === 'signal' ? `signal ${anchor.name} of ${anchor.effect}` : `${anchor.to} of ${anchor.effect}`;
  }
  if (name === 'repeat' && value !== undefined) {
    const { count, every } = value as Effect['repeat'];
    return count === 1 ? 'once' : `${count} times, each ${numberWords(every)} s`;
  }
  return field ? fieldWords(field, value) : plainWords(value);
}

/** One difference as a line: “shake: Amplitude 8 → 5 px”. */
export function differenceLine({ name, kind, change, fields }: LaneDifference): string {
  if (change !== 'changed') return `${name}: ${kind} ${change}`;
  return `${name}: ${fields.map((one) => fieldLine(one)).join('; ')}`;
}

function fieldLine({ label, before, after, unit }: FieldDifference): string {
  return `${label} ${before} → ${after}${unit && ` ${unit}`}`;
}
