import * as z from 'zod';
import { fieldSchema, identifier, withDefault } from '../model/fieldSchema.js';
import { limits, type Field } from '../model/fields.js';
import { lazySchema } from '../model/lazySchema.js';
import { leavings } from '../take/plan.js';
import type { EffectKind } from './effect.js';
import { effectKinds, fieldsOfKind, type Effect, type EffectName } from './registry.js';

const anchorSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .union([
      z.strictObject({ to: z.literal('contact').describe('The contact.') }),
      z.strictObject({ to: z.enum(['start', 'end']).describe('Its start, or the end of its last repeat.'), effect: identifier() }),
      z.strictObject({
        to: z.literal('signal').describe('Each of its signals of a name: the effect plays once for each.'),
        effect: identifier(),
        name: z.string().min(1).max(limits.text).describe('Name of the signal.'),
      }),
    ])
    .meta({
      id: 'anchor',
      description: 'What an effect’s delay counts from: contact, or the start, the end or the signals of another effect.',
    }),
);

const repeatSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      count: z.number().int().min(1).max(limits.repeats).describe('How many times it fires.'),
      every: z.number().min(0).max(limits.repeatEvery).describe('Seconds from one start to the next, on the effect’s own clock.'),
    })
    .meta({ id: 'repeat', description: 'How many times it fires, and the seconds from one start to the next.' }),
);

const labelSchema = /* @__PURE__ */ lazySchema(() =>
  z.string().max(60).meta({ id: 'effectLabel', description: 'Shown at the head of the lane; the id when absent.' }),
);

const leavingSchema = /* @__PURE__ */ lazySchema(() =>
  z.enum(leavings).meta({
    id: 'bodyLeaves',
    description: 'When its body leaves a running game. Left out: body effects and meters go with it, others live out.',
  }),
);
const mutedSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .boolean()
    .default(false)
    .meta({ id: 'muted', description: 'A muted effect is kept but neither seen nor heard; others may still hang on it.' }),
);

const presetLinkSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      of: identifier().describe('The preset.'),
      lane: identifier().describe('Which of its lanes.'),
      placed: identifier().describe('The same for lanes that were placed together.'),
    })
    .meta({ id: 'presetLink', description: 'Which lane of a preset it follows; for the studio, a game does not read it.' }),
);

/** Fields that are the same for every kind but for their defaults, by name: named once in JSON Schemas. */
const shared = new Map<string, z.ZodType>();

function schemaOfField(name: string, field: Field): z.ZodType {
  if (!alike.includes(name)) return fieldSchema(field);
  let schema = shared.get(name);
  if (!schema) {
    const bare = fieldSchema({ ...field, default: undefined } as Field);
    shared.set(name, (schema = bare.meta({ ...bare.meta(), id: name })));
  }
  return withDefault(schema, field);
}

const alike = ['delay', 'chance', 'strength', 'clock', 'on'];

const made = new WeakMap<EffectKind, z.ZodObject>();

/** The schema of one kind's effects. */
export function effectSchemaOf(kind: EffectKind): z.ZodObject {
  let schema = made.get(kind);
  if (!schema) {
    const fields = Object.entries(fieldsOfKind(kind)).map(([name, field]) => [name, schemaOfField(name, field)]);
    schema = z
      .strictObject({
        kind: z.literal(kind.kind),
        id: identifier(),
        label: labelSchema().optional(),
        muted: mutedSchema(),
        bodyLeaves: leavingSchema().optional(),
        anchor: anchorSchema().default({ to: 'contact' }),
        repeat: repeatSchema().default({ count: 1, every: 0.1 }),
        preset: presetLinkSchema().optional(),
        ...(Object.fromEntries(fields) as Record<string, z.ZodType>),
      })
      .meta({ id: kind.kind, description: kind.about });
    made.set(kind, schema);
  }
  return schema;
}

/** Any effect as documents hold it. */
export const effectSchema = /* @__PURE__ */ lazySchema(
  () =>
    z.discriminatedUnion(
      'kind',
      Object.values(effectKinds).map(effectSchemaOf) as unknown as [z.ZodObject],
    ) as unknown as z.ZodType<Effect>,
);

/** What a new effect may need from the project: a first clip, a first picture. */
export interface FirstAssets {
  readonly clip?: string | undefined;
  readonly picture?: string | undefined;
}

/** A new effect of a kind with every default filled in. Undefined when the project has no asset that it needs. */
export function newEffect(kind: EffectName, id: string, { clip, picture }: FirstAssets = {}): Effect | undefined {
  const needs = Object.entries(effectKinds[kind].fields).flatMap(([name, { control, default: fallback, fresh }]): [string, unknown][] => {
    if (fresh !== undefined) return [[name, fresh]];
    if (fallback !== undefined) return [];
    return control === 'clips' ? [[name, [clip]]] : control === 'picture' ? [[name, picture]] : [];
  });
  const parsed = effectSchemaOf(effectKinds[kind]).safeParse({ kind, id, ...Object.fromEntries(needs) });
  return parsed.success ? (parsed.data as unknown as Effect) : undefined;
}
