import { plainNames, withNames, type FightNames } from '../parts/fightNames.js';
import { kindsByName, type RuleOf } from '../parts/ruleKind.js';
import * as kinds from './kinds.js';
import type { OutcomeKind } from './outcome.js';

type Kinds = (typeof kinds)[keyof typeof kinds];

/** Any outcome as documents hold it. */
export type Outcome = RuleOf<Kinds, 'outcome'>;

/** Every kind by its name in documents. */
export const outcomeKinds = kindsByName<OutcomeKind, 'outcome'>(kinds, 'outcome');

/** Describes an outcome in a few words. `event` is the event of its ladder. */
export function outcomeWords(outcome: Outcome, names: FightNames = plainNames, event?: string): string {
  const kind = outcomeKinds[outcome.outcome];
  return kind.words(withNames(outcome, kind.fields, names, event) as never);
}
