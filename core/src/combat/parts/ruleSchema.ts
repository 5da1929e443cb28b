import * as z from 'zod';
import { bounded, easeSchema, fieldName, identifier, sentences, unitOf } from '../../model/fieldSchema.js';
import { lazySchema } from '../../model/lazySchema.js';
import { measureKinds } from './measure.js';
import { parties, ruleLimits, type AmountDocument, type MeasureDocument, type RuleField, type RuleFields } from './ruleFields.js';

/** The Zod schemas of rules' fields, made from their declarations. */

const measureSchema = /* @__PURE__ */ lazySchema((): z.ZodType<MeasureDocument> => {
  const asked = {
    field: fieldName(),
    status: identifier(),
    counter: identifier(),
    of: z.enum(parties),
  };
  const one = ([read, { about, asks }]: [string, (typeof measureKinds)[keyof typeof measureKinds]]): z.ZodObject =>
    z.strictObject({
      read: z.literal(read).describe(about),
      ...Object.fromEntries(asks.map((name) => [name, name === 'of' && read === 'counter' ? z.enum([...parties, 'all']) : asked[name]])),
    });
  return z
    .discriminatedUnion('read', Object.entries(measureKinds).map(one) as unknown as [z.ZodObject])
    .meta({ id: 'measure', description: 'A number that is read of the fight.' }) as unknown as z.ZodType<MeasureDocument>;
});

function number(min: number, max: number, whole = false): z.ZodNumber {
  return whole ? bounded(min, max).int(`expected a whole number from ${min} to ${max}`) : bounded(min, max);
}

const amounts = new Map<string, z.ZodType<AmountDocument>>();

/** Schema of an amount: one for each pair of bounds. */
function amountSchema(min: number, max: number): z.ZodType<AmountDocument> {
  const id = `amount-${min}..${max}`;
  let schema = amounts.get(id);
  if (!schema) {
    const pair = z.tuple([number(min, max), number(min, max)]);
    const input = z.tuple([number(-ruleLimits.points, ruleLimits.points), number(-ruleLimits.points, ruleLimits.points)]);
    schema = z
      .union(
        [
          number(min, max),
          z.strictObject({ range: pair.refine(([a, b]) => a <= b, 'expected a range [low, high] with low ≤ high') }),
          z.strictObject({
            of: measureSchema(),
            in: input.refine(([a, b]) => a !== b, 'expected two different numbers'),
            out: pair,
            ease: easeSchema().optional(),
          }),
          z.strictObject({
            of: measureSchema(),
            times: number(-1000, 1000).optional(),
            plus: number(-ruleLimits.points, ruleLimits.points).optional(),
          }),
        ],
        { error: `expected a number from ${min} to ${max}, { range: [low, high] } or { of, … }` },
      )
      .meta({ id, description: `${min} to ${max}; fixed, random, or read: times and plus, or in onto out by an easing, clamped.` });
    amounts.set(id, schema);
  }
  return schema;
}

const givenSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .record(
      fieldName(),
      z.union([
        z.boolean(),
        z.string().max(ruleLimits.text),
        z.strictObject({ field: fieldName() }),
        amountSchema(-ruleLimits.points, ruleLimits.points),
      ]),
    )
    .meta({ id: 'given', description: 'Payload values by field: a constant, { field } of the event that is answered, or an amount.' }),
);

const textsSchema = /* @__PURE__ */ lazySchema(() =>
  z.array(z.string().min(1).max(ruleLimits.text)).max(ruleLimits.names).meta({ id: 'texts', description: 'Some of what there may be.' }),
);

/** The schema of one field, with its default. */
export function ruleFieldSchema(field: RuleField): z.ZodType {
  const schema = bare(field).describe(sentences(field.about, 'unit' in field ? unitOf(field) : ''));
  if (field.control === 'maybe-number' || (field.control === 'amount' && field.optional)) return schema.optional();
  // A list or a payload that says nothing is left out of documents rather than written empty.
  if (field.control === 'names' || field.control === 'given') return schema.default(field.default as never);
  return field.default === undefined ? schema : schema.default(field.default as never);
}

function bare(field: RuleField): z.ZodType {
  switch (field.control) {
    case 'choice':
      return z.enum(field.options as [string, ...string[]]);
    case 'number':
    case 'maybe-number':
      return number(field.min, field.max, field.whole);
    case 'amount':
      return amountSchema(field.min, field.max);
    case 'flag':
      return z.boolean();
    case 'measure':
      return measureSchema();
    case 'names':
      return textsSchema();
    case 'given':
      return givenSchema();
    case 'name':
      if (field.of === 'field') return fieldName();
      return field.default === '' ? z.union([z.literal(''), identifier()]) : identifier();
  }
}

/** The schema of one kind of rule: its name under `key`, then its fields. */
export function ruleSchema(key: 'condition' | 'outcome', name: string, about: string, fields: RuleFields): z.ZodObject {
  return z
    .strictObject({
      [key]: z.literal(name),
      ...(Object.fromEntries(Object.entries(fields).map(([field, told]) => [field, ruleFieldSchema(told)])) as Record<string, z.ZodType>),
    })
    .meta({ id: `${key}-${name}`, description: about });
}
