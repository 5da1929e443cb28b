import { DocumentError } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Actor, Asset, Drill, EventType, Project, Response, Sequence, Status } from '../model/project.js';
import { compileSequence } from '../take/compile.js';
import { checkParts } from './checkProject.js';
import { compileContext } from './compileContext.js';
import { checkRules } from './checkRules.js';

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

/** Everything the shape of a response, a status, a drill, or of what an actor does in fights alone cannot show, with no more of the project than it refers to. */
export function checkRuleAlone(
  collection: 'responses' | 'statuses' | 'drills' | 'actors',
  document: Response | Status | Drill | Actor,
  { events, actors, statuses, sequences }: Pick<Project, 'events' | 'actors' | 'statuses' | 'sequences'>,
): Problem[] {
  const alone = { responses: [], drills: [], statuses, actors, [collection]: [document] };
  const project = { events, sequences, assets: [], ...alone } as unknown as Project;
  const own = `${collection}[0].`;
  return checkRules(project, compileContext({ events, assets: [], actors: [] })).flatMap((problem) =>
    problem.severity === 'error' && problem.path.startsWith(own) ? [{ ...problem, path: problem.path.slice(own.length) }] : [],
  );
}
