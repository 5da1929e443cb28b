import { kindsByName, type RuleOf } from '../parts/ruleKind.js';
import * as kinds from './kinds.js';
import type { OutcomeKind } from './outcome.js';

type Kinds = (typeof kinds)[keyof typeof kinds];

/** Any outcome as documents hold it. */
export type Outcome = RuleOf<Kinds, 'outcome'>;

/** Every kind by its name in documents. */
export const outcomeKinds = kindsByName<OutcomeKind, 'outcome'>(kinds, 'outcome');

/** An outcome as a sentence. */
export function outcomeWords(outcome: Outcome): string {
  return outcomeKinds[outcome.outcome].words(outcome as never);
}
