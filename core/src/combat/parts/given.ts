import type { FullPayload } from './fullPayload.js';
import type { CompiledField } from '../../take/compiledReferences.js';
import { amountIn, type CompiledAmount } from './amount.js';
import type { Asking } from './asking.js';

/** A value handed on to another payload, resolved. */
export type CompiledGiven =
  | { readonly type: 'constant'; readonly value: string | boolean }
  | { readonly type: 'field'; readonly field: string }
  | { readonly type: 'amount'; readonly amount: CompiledAmount };

/**
 * The payload of what an event raises or plays: what is given for a field; else this event's own field of that name and sort;
 * else the field's default.
 */
export function payloadFor(
  fields: readonly CompiledField[],
  given: ReadonlyMap<string, CompiledGiven>,
  asking: Asking,
  item = 0,
): FullPayload {
  const payload = inCommon(fields, asking.payload);
  for (const [name, value] of given) payload[name] = valueOf(value, asking, item);
  return payload;
}

function valueOf(given: CompiledGiven, asking: Asking, item: number): number | string | boolean {
  if (given.type === 'constant') return given.value;
  return given.type === 'field' ? asking.payload[given.field] : amountIn(asking, given.amount, item);
}

/** A payload of all fields: what another one has of the same name and sort, else the defaults. */
export function inCommon(fields: readonly CompiledField[], other: FullPayload): Record<string, number | string | boolean> {
  const payload: Record<string, number | string | boolean> = {};
  for (const { name, default: fallback, options } of fields) {
    const own = other[name];
    const fits = typeof own === typeof fallback && (!options || options.includes(own as string));
    payload[name] = fits ? own : fallback;
  }
  return payload;
}
