import fc from 'fast-check';
import { conditionKinds, groupNames } from '../combat/conditions/registry.js';
import { outcomeKinds } from '../combat/outcomes/registry.js';
import { measureKinds } from '../combat/parts/measure.js';
import { parties, type RuleField, type RuleFields } from '../combat/parts/ruleFields.js';

/** Random conditions and outcomes made from their kinds' own declarations: a new kind is in them at once. */

type Json = Record<string, unknown>;

/** Names that a fight of `fights.ts` has, by what they are of. */
export interface KnownNames {
  readonly statuses: readonly string[];
  readonly sequences: readonly string[];
  readonly events: readonly string[];
  readonly actors: readonly string[];
  /** Fields of the event that is answered: of its kind field the options. */
  readonly numbers: readonly string[];
  readonly kindField: string;
  readonly options: readonly string[];
}

function numberIn(min: number, max: number, whole = false): fc.Arbitrary<number> {
  const some = fc.integer({ min: 0, max: 1000 }).map((step) => min + ((max - min) * step) / 1000);
  return whole ? fc.integer({ min, max }) : fc.oneof(some, fc.constantFrom(min, max));
}

function measures(known: KnownNames): fc.Arbitrary<unknown> {
  const asked = {
    field: fc.constantFrom(...known.numbers),
    status: fc.constantFrom(...known.statuses),
    counter: fc.constantFrom('hits', 'combo-2'),
    of: fc.constantFrom(...parties),
  };
  return fc.oneof(
    ...Object.entries(measureKinds).map(([read, { asks }]) =>
      fc.record({ read: fc.constant(read), ...Object.fromEntries(asks.map((name) => [name, asked[name]])) }),
    ),
  );
}

function amounts(min: number, max: number, known: KnownNames): fc.Arbitrary<unknown> {
  const number = numberIn(min, max);
  const of = measures(known);
  return fc.oneof(
    number,
    fc.tuple(number, number).map(([a, b]) => ({ range: [Math.min(a, b), Math.max(a, b)] })),
    fc.record({ of, times: numberIn(-1000, 1000), plus: numberIn(-1e6, 1e6) }, { requiredKeys: ['of'] }),
    fc.record(
      { of, in: fc.constant([0, 10]), out: fc.tuple(number, number), ease: fc.constantFrom('linear', 'ease-in', 'steps(3)') },
      { requiredKeys: ['of', 'in', 'out'] },
    ),
  );
}

function namesOf(of: string, known: KnownNames): fc.Arbitrary<string> {
  const lists: Readonly<Record<string, readonly string[]>> = {
    status: known.statuses,
    sequence: known.sequences,
    signal: ['now', 'there'],
    event: known.events,
    actor: known.actors,
    field: [known.kindField],
    option: known.options,
    party: parties,
    counter: ['hits', 'combo-2'],
    look: ['worn', ''],
    move: ['thrust', ''],
    kind: ['soft', 'horned'],
    side: ['moss'],
  };
  return fc.constantFrom(...lists[of]);
}

function valueOf(field: RuleField, known: KnownNames): fc.Arbitrary<unknown> {
  switch (field.control) {
    case 'choice':
      return fc.constantFrom(...field.options);
    case 'number':
    case 'maybe-number':
      return numberIn(field.min, field.max, field.whole);
    case 'amount':
      return amounts(field.min, field.max, known);
    case 'flag':
      return fc.boolean();
    case 'measure':
      return measures(known);
    case 'name':
      return namesOf(field.of, known);
    case 'names':
      return fc.uniqueArray(namesOf(field.of, known), { minLength: 1, maxLength: 2 });
    case 'given':
      return fc.constant({});
  }
}

/** Any document of some fields: each that may be left out now and then is. */
function ofFields(fields: RuleFields, known: KnownNames): fc.Arbitrary<Json> {
  const required = Object.entries(fields).flatMap(([name, { control, default: fallback }]) =>
    fallback === undefined && control !== 'maybe-number' && control !== 'amount' ? [name] : [],
  );
  const needed = [...required, ...('values' in fields ? ['values'] : [])];
  return fc.record(Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, valueOf(field, known)])), {
    requiredKeys: needed,
  });
}

/** Any condition, now and then a group of some. */
export function anyCondition(known: KnownNames, depth = 1): fc.Arbitrary<Json> {
  const singles = Object.values(conditionKinds).map(({ condition, fields }) =>
    ofFields(fields, known).map((document): Json => {
      // A window ends after it begins.
      const { from, to } = document as { from?: number; to?: number };
      const ends =
        (condition === 'window' || condition === 'moving') && to !== undefined
          ? { to: Math.min(3600, (from ?? 0) + 1), from: Math.min(from ?? 0, 3000) }
          : {};
      return { condition, ...document, ...ends };
    }),
  );
  if (depth === 0) return fc.oneof(...singles);
  const group = fc.record({ condition: fc.constantFrom(...groupNames), of: fc.array(anyCondition(known, depth - 1), { maxLength: 3 }) });
  return fc.oneof({ weight: 5, arbitrary: fc.oneof(...singles) }, { weight: 1, arbitrary: group });
}

export function anyOutcome(known: KnownNames): fc.Arbitrary<Json> {
  return fc.oneof(
    ...Object.values(outcomeKinds).map(({ outcome, fields }) =>
      ofFields(fields, known).map((document): Json => ({ outcome, ...document })),
    ),
  );
}
