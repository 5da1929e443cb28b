import * as z from 'zod';
import { isRecord } from '../model/json.js';
import { kitSchema } from './kitSchema.js';

/** A schema, or a part of one. */
type Part = Record<string, unknown>;

/**
 * JSON Schema 2020-12 of kit.json. What is alike is said once: numbers that may be random or driven are one shape,
 * narrowed by their bounds, and every kind is an effect and what it has of its own.
 */
export function kitJsonSchema(): object {
  const { $defs, ...others } = z.toJSONSchema(kitSchema(), {
    target: 'draft-2020-12',
    io: 'output',
    unrepresentable: 'any',
    reused: 'inline',
    override({ jsonSchema }) {
      // Said once is enough: no more items than are described, and what one of some texts is.
      if (jsonSchema.const !== undefined || jsonSchema.enum !== undefined) delete jsonSchema.type;
      if (jsonSchema.maxItems !== undefined && jsonSchema.maxItems === jsonSchema.prefixItems?.length) delete jsonSchema.items;
    },
  }) as { $defs: Record<string, Part> } & Part;
  const schema = { ...others, $defs: used(withEffectsNamed(withShapesNamed($defs)), others) };
  return withBoundsInPlace(schema);
}

/** Bounds of a number that are asked for once stand where they are asked for, instead of under a name. */
function withBoundsInPlace(schema: { readonly $defs: Record<string, Part> } & Part): object {
  const text = JSON.stringify(schema);
  const { $defs } = schema;
  const once = new Set(Object.keys($defs).filter((name) => withBounds.test(name) && text.split(`"${refer(name)}"`).length === 2));
  const placed = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(placed);
    if (!isRecord(value)) return value;
    const name = nameIn(value['$ref']);
    const part = name !== undefined && once.has(name) ? { ...value, ...$defs[name] } : value;
    return Object.fromEntries(Object.entries(part).map(([key, inner]) => [key, placed(inner)]));
  };
  const named = Object.fromEntries(Object.entries($defs).filter(([name]) => !once.has(name)));
  return placed({ ...schema, $defs: named }) as object;
}

const wordsOf = (part: Part): string => String(part['description'] ?? '');
const refer = (name: string): string => `#/$defs/${name}`;
const nameIn = (reference: unknown): string | undefined => (typeof reference === 'string' ? reference.slice(refer('').length) : undefined);
/** Names of a shape with its bounds. */
const withBounds = /^(value|amount)-(-?[\d.]+?)\.\.(-?[\d.]+)$/;

/** `value-0..1` and its like: one shape for all bounds, of which each is narrowed to its own. */
function withShapesNamed(definitions: Record<string, Part>): Record<string, Part> {
  const shapes: Record<string, Part> = { pair };
  const narrowed = Object.entries(definitions).map(([name, part]): [string, Part] => {
    const [, shape, minimum, maximum] = withBounds.exec(name) ?? [];
    if (shape === undefined) return [name, withoutRepeats(part)];
    const bounds = { minimum: Number(minimum), maximum: Number(maximum) };
    shapes[shape] ??= shapeOf(part);
    // The words of bounds mean nothing to what is no number, and those of properties nothing to what is no object.
    return [name, { $ref: refer(shape), ...bounds, patternProperties: { '^(range|out)$': { items: bounds } } }];
  });
  return { ...Object.fromEntries(narrowed), ...shapes };
}

/** What is another definition with words of its own does not say that one again. */
function withoutRepeats({ anyOf, ...part }: Part): Part {
  return anyOf === undefined || '$ref' in part ? part : { anyOf, ...part };
}

/** A number that may come about in several ways, without the bounds of what comes of it. */
function shapeOf(part: Part): Part {
  const ways = (part['anyOf'] as Part[]).map((way) => {
    if (way['type'] !== 'object') return { type: 'number' };
    const properties = Object.entries(propertiesOf(way)).map(([name, schema]) => [
      name,
      ['range', 'out'].includes(name) ? { $ref: refer('pair') } : schema,
    ]);
    return { ...way, properties: Object.fromEntries(properties) as Part };
  });
  return { anyOf: ways, description: wordsOf(part).replace(/^.* to .*?; /, 'Within bounds; ') };
}

const pair = { type: 'array', items: { type: 'number' }, minItems: 2, maxItems: 2, description: 'low, high; or from, to.' };

/** What every effect has, and what some kinds share, is said once; a kind is that and what it has of its own. */
function withEffectsNamed(definitions: Record<string, Part>): Record<string, Part> {
  const kinds = Object.entries(definitions).filter(([name, part]) => constOf(part, 'kind') === name);
  const owners = new Map<string, string[]>();
  for (const [name, part] of kinds)
    for (const property of Object.entries(propertiesOf(part))) {
      const key = JSON.stringify(property);
      owners.set(key, [...(owners.get(key) ?? []), name]);
    }
  const bases = new Map<string, { readonly kinds: readonly string[]; readonly properties: Part }>();
  for (const [key, names] of owners) {
    const name = names.length === kinds.length ? 'effect' : names.join('-or-');
    const [property, schema] = JSON.parse(key) as [string, Part];
    const base = bases.get(name) ?? { kinds: names, properties: {} };
    bases.set(name, { ...base, properties: { ...base.properties, [property]: schema } });
  }
  // Where little would be saved, a name more is more to read.
  const worthwhile = [...bases].filter(([, base]) => (base.kinds.length - 1) * JSON.stringify(base.properties).length > 2000);
  const named: Record<string, Part> = {};
  for (const [name, { kinds: sharing, properties }] of worthwhile) {
    const required = requiredOf(definitions[sharing[0]]).filter((property) => property in properties);
    const description = name === 'effect' ? 'What every effect has.' : `What ${sharing.join(' and ')} share.`;
    named[name] = { type: 'object', properties, required, description };
  }
  const own = kinds.map(([name, part]): [string, Part] => {
    const of = worthwhile.filter(([, base]) => base.kinds.includes(name));
    const isOwn = (property: string): boolean => of.every(([, base]) => !(property in base.properties));
    const properties = Object.fromEntries(Object.entries(propertiesOf(part)).filter(([property]) => isOwn(property)));
    const { description } = part;
    return [
      name,
      {
        allOf: of.map(([base]) => ({ $ref: refer(base) })),
        properties,
        required: requiredOf(part).filter(isOwn),
        unevaluatedProperties: false,
        description,
      },
    ];
  });
  return { ...definitions, ...Object.fromEntries(own), ...named };
}

const propertiesOf = (part: Part): Part => (isRecord(part['properties']) ? part['properties'] : {});
const requiredOf = (part: Part): string[] => (part['required'] ?? []) as string[];

function constOf(part: Part, property: string): unknown {
  const schema = propertiesOf(part)[property];
  return isRecord(schema) ? schema['const'] : undefined;
}

/** The definitions that something refers to. */
function used(definitions: Record<string, Part>, root: Part): Record<string, Part> {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    for (const [key, inner] of Object.entries(value)) {
      const name = key === '$ref' ? nameIn(inner) : undefined;
      if (name === undefined) walk(inner);
      else if (!found.has(name)) {
        found.add(name);
        walk(definitions[name]);
      }
    }
  };
  walk(root);
  return Object.fromEntries(Object.entries(definitions).filter(([name]) => found.has(name)));
}
