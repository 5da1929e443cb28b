import { EasingError, parseEasing, type Easing } from '../maths/easing.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { limits } from '../model/fields.js';
import { show } from '../model/json.js';

/** An easing as documents write it; linear where there is none. Throws DocumentError with its place. */
export function readEasing(raw: unknown, path: DocumentPath): Easing {
  if (raw === undefined) return parseEasing('linear');
  if (typeof raw !== 'string' || raw.length > limits.easing) throw new DocumentError(path, `expected a CSS easing, found ${show(raw)}`);
  try {
    return parseEasing(raw);
  } catch (error) {
    throw error instanceof EasingError ? new DocumentError(path, error.message) : error;
  }
}
