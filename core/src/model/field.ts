import * as z from 'zod';
import { EasingError, parseEasing } from '../maths/easing.js';

/** How a field is edited and read out. One entry per field, kept beside its schema. */
export interface FieldMeta {
  label: string;
  /** One plain sentence for the person at the screen. */
  about: string;
  control:
    'value' | 'colour' | 'envelope' | 'gradient' | 'direction' | 'choice' | 'choices' | 'flag' | 'clips' | 'picture' | 'ease' | 'text';
  unit?: 's' | 'px' | 'px/s' | 'px/s²' | '°' | '°/s' | 'Hz' | 'dB' | '1/s' | '×' | '';
  min?: number;
  max?: number;
  options?: readonly string[];
  /** A picture field that may stay empty. */
  optional?: boolean;
  /** The field is asked for only while another one has one of these values. */
  when?: { readonly field: string; readonly is: readonly string[] };
}

/** Where the fields' metadata lives: beside the schemas, out of the JSON Schema. */
export const fieldRegistry = z.registry<FieldMeta>();

/** A schema that is built on first use, so that a bundle which never asks for it need not carry Zod. */
export function lazySchema<T>(build: () => T): () => T {
  let built: T | undefined;
  return () => (built ??= build());
}

/** Expected-text for a number within bounds. */
function bounded(min: number, max: number) {
  const message = `expected a number from ${min} to ${max}`;
  return z.number().min(min, message).max(max, message);
}

const driveName = z.string().regex(/^[a-zA-Z][a-zA-Z0-9]*$/, 'expected the name of a payload field');

export const easeSchema = z
  .string()
  .max(400)
  .superRefine((text, context) => {
    try {
      parseEasing(text);
    } catch (error) {
      if (!(error instanceof EasingError)) throw error;
      context.addIssue({ code: 'custom', message: error.message });
    }
  });

interface ValueOptions {
  label: string;
  about: string;
  unit: NonNullable<FieldMeta['unit']>;
  min: number;
  max: number;
  default: number | { range: [number, number] };
  when?: FieldMeta['when'];
}

/** Schema of a number that is fixed, random in a range, or driven by a payload field. */
export function numberValue(min: number, max: number) {
  const range = z.tuple([bounded(min, max), bounded(min, max)]).refine(([a, b]) => a <= b, 'expected a range [low, high] with low ≤ high');
  return z.union(
    [
      bounded(min, max),
      z.strictObject({ range }),
      z.strictObject({
        drive: driveName,
        in: z.tuple([z.number(), z.number()]).refine(([a, b]) => a !== b, 'expected two different numbers'),
        out: z.tuple([bounded(min, max), bounded(min, max)]),
        ease: easeSchema.optional(),
      }),
    ],
    { error: `expected a number from ${min} to ${max}, { range: [low, high] } or { drive, in, out }` },
  );
}

export function valueField({ label, about, unit, min, max, default: fallback, when }: ValueOptions) {
  return numberValue(min, max)
    .default(fallback)
    .describe(`${about} Unit: ${unit || 'none'}; from ${min} to ${max}.`)
    .register(fieldRegistry, { label, about, control: 'value', unit, min, max, ...(when && { when }) });
}

export function choiceField<const T extends readonly [string, ...string[]]>(label: string, about: string, options: T, fallback: T[number]) {
  return z
    .enum(options)
    .default(fallback as never)
    .describe(about)
    .register(fieldRegistry, { label, about, control: 'choice', options });
}

/** How a thing is put on what is behind it. */
export function blendField(fallback: 'normal' | 'add') {
  return choiceField('Blend', 'add glows on dark; normal covers.', ['normal', 'add'], fallback);
}

export function choicesField<const T extends readonly [string, ...string[]]>(label: string, about: string, options: T) {
  return z
    .array(z.enum(options))
    .min(1)
    .max(options.length)
    .default([...options] as never)
    .describe(about)
    .register(fieldRegistry, { label, about, control: 'choices', options });
}

export function pictureField(label: string, about: string) {
  return z
    .string()
    .regex(/^[a-z][a-z0-9-]{0,63}$/, 'expected the id of a picture asset')
    .describe(about)
    .register(fieldRegistry, { label, about, control: 'picture' });
}

/** A picture that may be left out; the empty text is none. */
export function optionalPictureField(label: string, about: string) {
  return z
    .string()
    .regex(/^([a-z][a-z0-9-]{0,63})?$/, 'expected the id of a picture asset, or nothing')
    .default('')
    .describe(about)
    .register(fieldRegistry, { label, about, control: 'picture', optional: true });
}

export function textField(label: string, about: string, fallback: string) {
  return z.string().max(200).default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'text' });
}

export function easeField(label: string, about: string, fallback: string) {
  return easeSchema.default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'ease' });
}

export const hexColour = z.string().regex(/^#([0-9a-fA-F]{6}|[0-9a-fA-F]{8})$/, 'expected a colour "#rrggbb" or "#rrggbbaa"');

export const colourValue = z.union(
  [hexColour, z.strictObject({ by: driveName, of: z.record(z.string(), hexColour), otherwise: hexColour })],
  { error: 'expected a colour "#rrggbb" or { by, of, otherwise }' },
);

export function colourField(label: string, about: string, fallback: string) {
  return colourValue.default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'colour' });
}

/** Points must be one or more, in order, within 0..1. */
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

export const envelopeSchema = z
  .array(z.strictObject({ at: z.number().min(0).max(1), value: z.number().min(-4).max(4), ease: easeSchema.optional() }))
  .min(1)
  .max(64)
  .superRefine(inOrder);

export type EnvelopePoint = z.infer<typeof envelopeSchema>[number];

export function envelopeField(label: string, about: string, fallback: EnvelopePoint[]) {
  return envelopeSchema.default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'envelope', min: -4, max: 4 });
}

export const gradientSchema = z
  .array(z.strictObject({ at: z.number().min(0).max(1), colour: hexColour, ease: easeSchema.optional() }))
  .min(1)
  .max(32)
  .superRefine(inOrder);

export type GradientPoint = z.infer<typeof gradientSchema>[number];

export function gradientField(label: string, about: string, fallback: GradientPoint[]) {
  return gradientSchema.default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'gradient' });
}

export const directionModes = ['along', 'against', 'away', 'toward', 'fixed', 'any'] as const;

export const directionSchema = z.strictObject({
  mode: z.enum(directionModes),
  angle: z.number().min(-360).max(360).default(0),
  spread: z.number().min(0).max(360).default(0),
});

export type DirectionDocument = z.input<typeof directionSchema>;

export function directionField(label: string, about: string, fallback: z.infer<typeof directionSchema>) {
  return directionSchema.default(fallback).describe(about).register(fieldRegistry, { label, about, control: 'direction' });
}
