import type { DrillRun } from '../drill.js';
import { kindsByName, type RuleOf } from '../parts/ruleKind.js';
import type { ExpectationKind, Verdict } from './expectation.js';
import * as kinds from './kinds.js';

type Kinds = (typeof kinds)[keyof typeof kinds];
/** Any expectation as documents hold it. */
export type Expectation = RuleOf<Kinds, 'expect'>;

/** Every kind by its name in documents. */
export const expectationKinds = kindsByName<ExpectationKind, 'expect'>(kinds, 'expect');

export function expectationWords(expectation: Expectation): string {
  return expectationKinds[expectation.expect].words(expectation as never);
}

/** What a drill came to, held against what was expected of it. */
export function judge(run: DrillRun, expectations: readonly Expectation[]): Verdict[] {
  return expectations.map((expectation) => expectationKinds[expectation.expect].judge(run, expectation as never));
}
