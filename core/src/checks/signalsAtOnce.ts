import { leastAmount } from '../combat/outcomes/lead.js';
import type { Outcome } from '../combat/outcomes/registry.js';
import { DocumentError } from '../model/documentError.js';
import type { Project, Sequence } from '../model/project.js';
import { compileSequence, type CompileContext } from '../take/compile.js';
import { completePayload } from '../take/payload.js';
import { signalsOf } from '../take/strike.js';
import { compileContext } from './compileContext.js';

/** What decides when the signals of a sequence come. */
export type Played = Pick<Project, 'events' | 'assets' | 'actors' | 'sequences'>;

/**
 * Returns a function that is true for an outcome that plays a sequence and raises an event at a signal in the same instant: with the
 * defaults of the sequence's event, one of the signals is at 0 s. Nothing is compiled until a project has such an outcome.
 */
export function signalsAtOnce(project: Played): (outcome: Outcome) => boolean {
  let context: CompileContext | undefined;
  return (outcome) => {
    if (outcome.outcome !== 'play' || leastAmount(outcome.after) > 0) return false;
    const { signal = '', raises = '' } = outcome;
    const sequence = project.sequences.find(({ id }) => id === outcome.sequence);
    if (signal === '' || raises === '' || !sequence) return false;
    context ??= compileContext(project);
    return isAtZero(sequence, signal, context);
  };
}

function isAtZero(sequence: Sequence, signal: string, context: CompileContext): boolean {
  try {
    const plan = compileSequence(sequence as never, ['sequences'], context);
    return signalsOf(plan, completePayload(plan.event, {}), 1, signal).some(({ after }) => after === 0);
  } catch (error) {
    // A sequence that cannot be compiled is reported by its own check.
    if (!(error instanceof DocumentError)) throw error;
    return false;
  }
}
