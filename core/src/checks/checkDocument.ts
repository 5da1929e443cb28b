import { DocumentError } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Actor, Asset, EventType, Sequence } from '../model/project.js';
import { compileSequence } from '../take/compile.js';
import { checkParts, compileContext } from './checkProject.js';

/** The documents that one document refers to, as far as they are there. */
export interface Referred {
  readonly events: readonly EventType[];
  readonly assets: readonly Asset[];
}

/** Everything a sequence's shape alone cannot show, with no more of the project than it refers to. Paths are its own. */
export function checkSequenceAlone(sequence: Sequence, { events, assets }: Referred): Problem[] {
  try {
    compileSequence(sequence, [], compileContext({ events: [...events], assets: [...assets], actors: [] }));
    return [];
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return [errorAt(error.path, error.expected)];
  }
}

/** The same for an actor. */
export function checkActorAlone(actor: Actor, { assets }: Referred): Problem[] {
  return checkParts(actor, '', new Set(assets.filter(({ type }) => type === 'picture').map(({ id }) => id)));
}
