import type { DrillRun } from '../drill.js';
import { plainNames, withNames, type FightNames } from '../parts/fightNames.js';
import { kindsByName, type RuleOf } from '../parts/ruleKind.js';
import type { ExpectationKind, Verdict } from './expectation.js';
import * as kinds from './kinds.js';

type Kinds = (typeof kinds)[keyof typeof kinds];
/** Any expectation as documents hold it. */
export type Expectation = RuleOf<Kinds, 'expect'>;

/** Every kind by its name in documents. */
export const expectationKinds = kindsByName<ExpectationKind, 'expect'>(kinds, 'expect');

/** Describes an expectation of a drill as a sentence. */
export function expectationWords(expectation: Expectation, names: FightNames = plainNames): string {
  const kind = expectationKinds[expectation.expect];
  const event = 'event' in expectation ? expectation.event : undefined;
  return kind.words(withNames(expectation, kind.fields, names, event) as never);
}

/** Compares a drill's run with its expectations. What was found is said with `names`. */
export function judge(run: DrillRun, expectations: readonly Expectation[], names: FightNames = plainNames): Verdict[] {
  return expectations.map((expectation) => expectationKinds[expectation.expect].judge(run, expectation as never, names));
}
