import * as z from 'zod';
import { EasingError, parseEasing } from '../maths/easing.js';
import {
  directionModes,
  fieldNamePattern,
  identifierPattern,
  limits,
  type DirectionDocument,
  type EnvelopePoint,
  type Field,
  type GradientPoint,
  type NumberValue,
} from './fields.js';
import { lazySchema } from './lazySchema.js';

/**
 * The Zod schemas of fields, made from their declarations. What several fields share is one schema with an id, so that
 * JSON Schemas name it once.
 */

export const identifier = /* @__PURE__ */ lazySchema(() =>
  z.string().regex(identifierPattern, 'expected lower-case letters, digits and hyphens, starting with a letter').meta({
    id: 'identifier',
    description: 'Lower-case letters, digits and hyphens, starting with a letter.',
  }),
);

export const fieldName = /* @__PURE__ */ lazySchema(() =>
  z.string().regex(fieldNamePattern, 'expected letters and digits, starting with a letter').meta({
    id: 'fieldName',
    description: 'Name of a payload field: letters and digits, starting with a letter.',
  }),
);

/** What people call a document. */
export const label = /* @__PURE__ */ lazySchema(() => z.string().min(1).max(80).meta({ id: 'label', description: 'What people read.' }));

/** What people say of a document. */
export const note = /* @__PURE__ */ lazySchema(() =>
  z.string().max(400).meta({ id: 'note', description: 'What it is, in a sentence for people.' }),
);

export const easeSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .string()
    .max(limits.easing)
    .superRefine((text, context) => {
      try {
        parseEasing(text);
      } catch (error) {
        if (!(error instanceof EasingError)) throw error;
        context.addIssue({ code: 'custom', message: error.message });
      }
    })
    .meta({ id: 'easing', description: 'An easing in the syntax of CSS Easing Functions Level 2; linear where absent.' }),
);

/** Expected-text for a number within bounds. */
export function bounded(min: number, max: number): z.ZodNumber {
  const message = `expected a number from ${min} to ${max}`;
  return z.number().min(min, message).max(max, message);
}

const driveName = /* @__PURE__ */ lazySchema(() =>
  z
    .string()
    .regex(fieldNamePattern, 'expected the name of a payload field')
    .meta({ id: 'drive', description: 'The payload field that drives it. A flag drives as 0 or 1.' }),
);

const driveInput = /* @__PURE__ */ lazySchema(() =>
  z
    .tuple([z.number(), z.number()])
    .refine(([a, b]) => a !== b, 'expected two different numbers')
    .meta({
      id: 'driveInput',
      description: 'The field’s values for the first and the last of out; clamped to them, then eased.',
    }),
);

const kept = new Map<string, z.ZodType<NumberValue>>();

/** Schema of a number that is fixed, random in a range, or driven by a payload field. One for each pair of bounds. */
function numberValue(min: number, max: number): z.ZodType<NumberValue> {
  const id = `value-${min}..${max}`;
  let schema = kept.get(id);
  if (!schema) {
    const number = bounded(min, max).meta({ id: `${min}..${max}`, description: 'A number.' });
    const pair = z.tuple([number, number]);
    schema = z
      .union(
        [
          number,
          z.strictObject({ range: pair.refine(([a, b]) => a <= b, 'expected a range [low, high] with low ≤ high').describe('low, high') }),
          z.strictObject({ drive: driveName(), in: driveInput(), out: pair.describe('from, to'), ease: easeSchema().optional() }),
        ],
        { error: `expected a number from ${min} to ${max}, { range: [low, high] } or { drive, in, out }` },
      )
      .meta({ id, description: `${min} to ${max}; fixed, random or driven. Drawn per firing, where its property says nothing else.` });
    kept.set(id, schema);
  }
  return schema;
}

const hexColour = /* @__PURE__ */ lazySchema(() =>
  z
    .string()
    .regex(/^#([0-9a-fA-F]{6}|[0-9a-fA-F]{8})$/, 'expected a colour "#rrggbb" or "#rrggbbaa"')
    .meta({ id: 'hexColour', description: 'sRGB, encoded: #rrggbb or #rrggbbaa.' }),
);

const colourValue = /* @__PURE__ */ lazySchema(() =>
  z
    .union(
      [
        hexColour(),
        z.strictObject({
          by: fieldName(),
          of: z.record(z.string(), hexColour()).describe('Colours by the field’s values.'),
          otherwise: hexColour(),
        }),
      ],
      {
        error: 'expected a colour "#rrggbb" or { by, of, otherwise }',
      },
    )
    .meta({ id: 'colour', description: '"#rrggbb", or chosen by the value of a payload field.' }),
);

/** Points must be in order. */
function inOrder(points: { at: number }[], context: z.RefinementCtx): void {
  points.forEach((point, i) => {
    if (i > 0 && point.at <= points[i - 1].at) {
      context.addIssue({
        code: 'custom',
        path: [i, 'at'],
        message: `expected more than ${points[i - 1].at}, the place of the point before`,
      });
    }
  });
}

const pointPlace = /* @__PURE__ */ lazySchema(() => z.number().min(0).max(1).describe('Place of the point, above that of the one before.'));

const envelopeSchema = /* @__PURE__ */ lazySchema((): z.ZodType<EnvelopePoint[]> =>
  z
    .array(
      z.strictObject({
        at: pointPlace(),
        value: z.number().min(-limits.envelope).max(limits.envelope).describe('Height at the point.'),
        ease: easeSchema().optional(),
      }),
    )
    .min(1)
    .max(limits.envelopePoints)
    .superRefine(inOrder)
    .meta({ id: 'envelope', description: 'Values at rising places over a life of 0 to 1; ease shapes the way to the next point.' }),
);

const gradientSchema = /* @__PURE__ */ lazySchema((): z.ZodType<GradientPoint[]> =>
  z
    .array(z.strictObject({ at: pointPlace(), colour: hexColour(), ease: easeSchema().optional() }))
    .min(1)
    .max(limits.gradientPoints)
    .superRefine(inOrder)
    .meta({ id: 'gradient', description: 'Colours at rising places from 0 to 1, mixed in OKLab with premultiplied alpha.' }),
);

const directionSchema = /* @__PURE__ */ lazySchema((): z.ZodType<DirectionDocument> =>
  z
    .strictObject({
      mode: z.enum(directionModes).describe('What the angle counts from.'),
      angle: z.number().min(-limits.angle).max(limits.angle).default(0).describe('Degrees added, from +x toward +y.'),
      spread: z.number().min(0).max(limits.spread).default(0).describe('Whole opening in degrees around it.'),
    })
    .meta({
      id: 'direction',
      description: 'A direction, with the opening that it is drawn from.',
    }),
);

/** The schema of one field, with its default, its unit and when it is drawn in its description. */
export function fieldSchema(field: Field): z.ZodType {
  return withDefault(bareSchema(field), field).describe(describe(field));
}

/** A schema with a field's default, where it has one. */
export function withDefault(schema: z.ZodType, { default: fallback }: Field): z.ZodType {
  return fallback === undefined ? schema : schema.default(fallback as never);
}

function bareSchema(field: Field): z.ZodType {
  switch (field.control) {
    case 'value':
      return numberValue(field.min, field.max);
    case 'choice':
      return z.enum(field.options as [string, ...string[]]);
    case 'choices':
      return z
        .array(z.enum(field.options as [string, ...string[]]))
        .min(1)
        .max(field.options.length);
    case 'flag':
      return z.boolean();
    case 'colour':
      return colourValue();
    case 'envelope':
      return envelopeSchema();
    case 'curves':
      return z.partialRecord(z.enum(field.options as [string, ...string[]]), envelopeSchema());
    case 'gradient':
      return gradientSchema();
    case 'direction':
      return directionSchema();
    case 'ease':
      return easeSchema();
    case 'clips':
      return z.array(identifier()).min(1).max(limits.clips);
    case 'spots':
      return z.array(identifier()).max(limits.spots);
    case 'spot':
      return identifier();
    case 'picture':
      return field.optional ? z.union([z.literal(''), identifier()]) : identifier();
    case 'text': {
      const { fault } = field;
      return z
        .string()
        .max(limits.text)
        .superRefine((text, context) => {
          const message = fault?.(text);
          if (message !== undefined) context.addIssue({ code: 'custom', message });
        });
    }
  }
}

/** How words say a unit themselves. */
const saidAs: Readonly<Record<string, RegExp>> = {
  s: /\bseconds\b/i,
  px: /\bpx\b/,
  'px/s': /\bpx a second\b/,
  '°': /\bdegrees\b/i,
};

/** `Unit: px.`, where there is one that the words do not say already. */
export function unitOf({ about, unit }: { readonly about: string; readonly unit?: string }): string {
  return unit && !saidAs[unit]?.test(about) ? `Unit: ${unit}.` : '';
}

/** Sentences one after another, without those that are empty. */
export const sentences = (...texts: string[]): string => texts.filter((text) => text !== '').join(' ');

/** What a field is, its unit, when it is drawn where that is not per firing, and whether strength scales it. */
function describe(field: Field): string {
  const asked = field.when ? `Counts only while ${field.when.field} is ${field.when.is.join(' or ')}.` : '';
  if (field.control !== 'value') return sentences(field.about, asked);
  const { drawn, scaled, about } = field;
  const when = drawn === 'firing' ? '' : `Drawn per ${drawn}.`;
  return sentences(about, unitOf(field), when, scaled && !about.includes('strength') ? 'Strength scales it.' : '', asked);
}
