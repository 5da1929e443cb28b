import type { PayloadField } from './project.js';

/** Whether a field of a payload may hold a value: of its type, and of its options. */
export function fitsField(field: PayloadField | undefined, value: unknown): value is number | string | boolean {
  return field !== undefined && typeof value === typeof field.default && (field.type !== 'kind' || field.options.includes(String(value)));
}

/** What of a payload an event's fields may hold. */
export function fittingPayload(
  fields: readonly PayloadField[],
  payload: Readonly<Record<string, unknown>>,
): Record<string, number | string | boolean> {
  return Object.fromEntries(
    Object.entries(payload).flatMap(([name, value]) => {
      const field = fields.find((one) => one.name === name);
      return fitsField(field, value) ? [[name, value]] : [];
    }),
  );
}
