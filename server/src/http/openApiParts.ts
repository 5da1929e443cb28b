import * as z from 'zod';

/** What the description of the API is written with. */

export type Json = Readonly<Record<string, unknown>>;

/** What several schemas share, by the names that they have in components. */
export const shared: Record<string, Json> = {};

/** A schema for components: what it names of its own stands beside it there. */
export function jsonSchema(schema: z.ZodType): Json {
  const made = z.toJSONSchema(schema, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any' });
  const text = JSON.stringify(made).replaceAll('"#/$defs/', '"#/components/schemas/part.');
  const { $schema: _, $defs = {}, ...rest } = JSON.parse(text) as Json & { $defs?: Record<string, Json> };
  for (const [name, part] of Object.entries($defs)) shared[`part.${name}`] = part;
  return rest;
}

export const reference = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
export const json = (schema: Json, description: string, headers?: Json): Json => ({
  description,
  content: { 'application/json': { schema } },
  ...(headers && { headers }),
});
export const problem = (description: string): Json => ({
  description,
  content: { 'application/problem+json': { schema: reference('Problem') } },
});
export const pathParameter = (name: string): Json => ({ name, in: 'path', required: true, schema: { type: 'string' } });
export const header = (name: string, description: string): Json => ({
  name,
  in: 'header',
  required: false,
  description,
  schema: { type: 'string' },
});
