import type { Seconds } from '../../units.js';
import type { DrillRun } from '../drill.js';
import type { FightNames } from '../parts/fightNames.js';
import type { RuleFields } from '../parts/ruleFields.js';
import type { DefinedRule, RuleDefinition, RuleKind, RuleRecord } from '../parts/ruleKind.js';

/** Whether what was expected came, and what came, in words. */
export interface Verdict {
  readonly holds: boolean;
  readonly found: string;
  /** The instant that shows it, where there is one. */
  readonly at?: Seconds | undefined;
}

/** One kind of expectation: what a drill must come to. */
export interface ExpectationKind extends RuleKind {
  readonly expect: string;
  /** The field that is the instant it is pinned to; undefined for one of the whole drill. */
  readonly pinned?: string | undefined;
  judge(run: DrillRun, document: Readonly<Record<string, unknown>>, names: FightNames): Verdict;
}

export function defineExpectation<const N extends string, F extends RuleFields>(
  kind: RuleDefinition<F> & {
    readonly expect: N;
    readonly pinned?: keyof F & string;
    judge(run: DrillRun, document: RuleRecord<F>, names: FightNames): Verdict;
  },
): DefinedRule<ExpectationKind, 'expect', N, F> {
  return kind as unknown as DefinedRule<ExpectationKind, 'expect', N, F>;
}
