import type { FullPayload } from './fullPayload.js';
import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { show } from '../../model/json.js';
import { readNumber, readRecord } from '../../take/compileReferences.js';
import { completePayload } from '../../take/payload.js';
import type { CompiledEventRules } from './references.js';

/** Readings that several documents of rules share. Each throws DocumentError with the path of what cannot be used. */

export function readFlag(raw: unknown, path: DocumentPath): boolean {
  if (typeof raw === 'boolean') return raw;
  throw new DocumentError(path, `expected true or false, found ${show(raw)}`);
}

/** The payload of an event, whole: what `raw` does not say has its default. `path` is of what holds it. */
export function payloadAt(event: CompiledEventRules, raw: unknown, path: DocumentPath): FullPayload {
  const payload = readRecord(raw, [...path, 'payload']);
  try {
    return completePayload(event, payload as Record<string, number>);
  } catch (error) {
    // Its paths begin with the payload's own name.
    throw error instanceof DocumentError ? new DocumentError([...path, error.path], error.expected) : error;
  }
}

/** A place, in px. */
export function readPlace(raw: unknown, path: DocumentPath): { x: number; y: number } {
  const { x, y } = readRecord(raw, path);
  return { x: readNumber(x, [...path, 'x'], -100_000, 100_000), y: readNumber(y, [...path, 'y'], -100_000, 100_000) };
}
