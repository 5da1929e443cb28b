import type { Payload } from '../contract.js';
import { DocumentError } from '../model/documentError.js';
import { isRecord, show } from '../model/json.js';
import type { CompiledEvent } from './compiledReferences.js';

/** Returns a complete payload with numbers in place of its own numbers of equal names. Other names are ignored. */
export function withNumbers<T extends number | string | boolean>(
  payload: Readonly<Record<string, T>>,
  numbers: Readonly<Record<string, number | string | boolean>>,
): Readonly<Record<string, T>> {
  const own = Object.entries(numbers).filter(([name, value]) => typeof value === 'number' && typeof payload[name] === 'number');
  return own.length === 0 ? payload : { ...payload, ...(Object.fromEntries(own) as Record<string, T>) };
}

/** The payload with defaults filled in and every value checked against its field. */
export function completePayload(event: CompiledEvent, payload: Payload): Record<string, number | string | boolean> {
  // A game hands in whatever it has.
  if (!isRecord(payload)) throw new DocumentError(['payload'], `expected fields and their values, found ${show(payload)}`);
  const values: Record<string, number | string | boolean> = {};
  for (const field of event.fields) values[field.name] = field.default;
  for (const [name, value] of Object.entries(payload)) {
    const field = event.fields.find((candidate) => candidate.name === name);
    if (!field) {
      throw new DocumentError(
        ['payload', name],
        `expected a field of the event "${event.id}" (${event.fields.map((known) => known.name).join(', ')})`,
      );
    }
    if (typeof value !== typeof field.default || (typeof value === 'number' && !Number.isFinite(value))) {
      throw new DocumentError(['payload', name], `expected a ${typeof field.default}, found ${show(value)}`);
    }
    if (field.options && !field.options.includes(String(value))) {
      throw new DocumentError(['payload', name], `expected one of ${field.options.join(', ')}, found ${show(value)}`);
    }
    values[name] = value;
  }
  return values;
}
