import { findJsonFault, isTooDeep } from '../model/jsonFault.js';
import { errorAt, type Problem } from '../model/problem.js';

/** A text's JSON value, or where and why it has none. Never throws, whatever its size or depth. */
export function parseJson(text: string): { readonly value: unknown } | { readonly problem: Problem } {
  const json = text.replace(/^\uFEFF/, '');
  // Told before anything is made of it: nesting without end costs more than it is worth.
  if (!isTooDeep(json)) {
    try {
      return { value: JSON.parse(json) as unknown };
    } catch {
      // Told below, with its place.
    }
  }
  const fault = findJsonFault(json);
  const place = fault ? ` at line ${fault.line}, column ${fault.column}` : '';
  return { problem: errorAt(fault?.path ?? '(document)', `${fault?.expected ?? 'expected JSON'}${place}`) };
}
