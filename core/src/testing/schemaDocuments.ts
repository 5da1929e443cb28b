import fc from 'fast-check';

/** A part of a JSON Schema 2020-12, as far as documents' schemas use it. */
export interface JsonSchema {
  readonly type?: string;
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: JsonSchema | boolean;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly items?: JsonSchema | boolean;
  readonly prefixItems?: readonly JsonSchema[];
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly $ref?: string;
  readonly $defs?: Readonly<Record<string, JsonSchema>>;
}

export interface SchemaChoices {
  /** Texts that a property may have: names of what it refers to. `kind` is what tells the object that it is in. */
  readonly text: (name: string, kind: string | undefined) => fc.Arbitrary<string>;
  /** Values of a property that a schema alone cannot say; undefined for what the schema says. */
  readonly value: (name: string, kind: string | undefined) => fc.Arbitrary<unknown> | undefined;
  /** What of an object goes together, where a schema alone cannot say so. */
  readonly tidy: (document: Record<string, unknown>, kind: string | undefined) => Record<string, unknown>;
  /** Properties that are left out, since what they refer to is not there. */
  readonly without: ReadonlySet<string>;
  /** Most entries of a list, and how deep lists may lie within one another before they are empty. */
  readonly most: number;
}

/** What tells the kinds of a discriminated union apart. */
const tellers = ['condition', 'outcome', 'do', 'shape', 'read'];

/**
 * Any document that a schema allows, made from the schema itself: a property that is added to it is in the documents at once. Most
 * numbers are of a size that does something, some are at a bound.
 */
export function ofSchema(root: JsonSchema, choices: SchemaChoices): fc.Arbitrary<unknown> {
  const resolve = (schema: JsonSchema): JsonSchema =>
    schema.$ref === undefined ? schema : resolve(root.$defs?.[schema.$ref.replace('#/$defs/', '')] ?? root);
  const make = (schema: JsonSchema, name: string, kind: string | undefined, depth: number): fc.Arbitrary<unknown> => {
    const known = choices.value(name, kind);
    if (known) return known;
    const { type, anyOf, oneOf, ...own } = resolve(schema);
    if ('const' in own) return fc.constant(own.const);
    if (own.enum) return fc.constantFrom(...own.enum);
    const options = oneOf ?? anyOf;
    if (options) return fc.oneof(...options.filter((one) => isPossible(resolve(one), depth)).map((one) => make(one, name, kind, depth)));
    switch (type) {
      case 'object':
        return own.properties ? objectOf(own, depth) : fc.constant({});
      case 'array': {
        // All pairs of documents are from a low end to a high one.
        if (own.prefixItems)
          return fc
            .tuple(...own.prefixItems.map((item) => make(item, name, kind, depth + 1)))
            .map((all) =>
              (all as number[])
                .sort((a, b) => a - b)
                .map((n, i) => (i > 0 && n === all[0] ? Math.min(own.prefixItems?.[i].maximum ?? n + 1, n + 1) : n)),
            );
        const least = own.minItems ?? 0;
        const most = depth > 5 ? least : Math.max(least, Math.min(choices.most, own.maxItems ?? choices.most));
        return fc.array(make(typeof own.items === 'object' ? own.items : {}, name, kind, depth + 1), { minLength: least, maxLength: most });
      }
      case 'number':
        return numbers(own.minimum ?? -1e6, own.maximum ?? 1e6);
      case 'integer':
        return numbers(own.minimum ?? -1e6, own.maximum ?? 1e6).map((n) =>
          Math.min(own.maximum ?? 1e6, Math.max(own.minimum ?? -1e6, Math.round(n))),
        );
      case 'boolean':
        return fc.boolean();
      case 'string':
        return choices.text(name, kind);
      default:
        return fc.constant({});
    }
  };
  const objectOf = ({ properties = {}, required = [] }: JsonSchema, depth: number): fc.Arbitrary<unknown> => {
    const kind = tellers.map((name) => properties[name]?.const).find((value) => value !== undefined) as string | undefined;
    const entries = Object.entries(properties).filter(([name]) => required.includes(name) || !choices.without.has(name));
    return fc
      .record(Object.fromEntries(entries.map(([name, schema]) => [name, make(schema, name, kind, depth + 1)])), {
        requiredKeys: [...required],
      })
      .map((document) => choices.tidy(document, kind));
  };
  return make(root, '', undefined, 0);
}

/** Groups of conditions hold conditions: somewhere that ends. */
function isPossible({ properties }: JsonSchema, depth: number): boolean {
  return depth < 6 || properties?.['of']?.type !== 'array';
}

function numbers(min: number, max: number): fc.Arbitrary<number> {
  const usual = fc.integer({ min: 0, max: 1000 }).map((step) => {
    const [low, high] = [Math.max(min, -300), Math.min(max, 300)];
    return low >= high ? min : low + ((high - low) * step) / 1000;
  });
  const small = fc.integer({ min: 0, max: 1000 }).map((step) => Math.min(max, Math.max(min, step / 250)));
  return fc.oneof({ weight: 6, arbitrary: usual }, { weight: 5, arbitrary: small }, { weight: 1, arbitrary: fc.constantFrom(min, max) });
}
