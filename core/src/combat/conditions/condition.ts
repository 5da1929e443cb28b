import type { Asking } from '../parts/asking.js';
import type { RuleFields } from '../parts/ruleFields.js';
import type { DefinedRule, RuleDefinition, RuleKind } from '../parts/ruleKind.js';
import type { RuleReader } from '../parts/ruleReader.js';

/** A condition ready to be asked. */
export interface CompiledCondition {
  holds(asking: Asking): boolean;
  /** What it found, where it does not hold, in words: "damage is 12, not ≥ 30". */
  tell(asking: Asking): string;
  /** Told of every event of its ladder before it is asked, whoever answers. */
  notes?: ((asking: Asking) => void) | undefined;
  /** Told when its rung answers. */
  answers?: ((asking: Asking) => void) | undefined;
  /** Whether it asks for a target that is down or gone. */
  readonly asksStanding?: boolean;
}

/** One kind of condition: everything that the resolver, the documents and the chips know about it. */
export interface ConditionKind extends RuleKind {
  readonly condition: string;
  compile(reader: RuleReader): CompiledCondition;
}

/** Defines a kind: its `compile` may read only the fields that it has, each as what it is. */
export function defineCondition<const N extends string, F extends RuleFields>(
  kind: RuleDefinition<F> & { readonly condition: N; compile(reader: RuleReader<F>): CompiledCondition },
): DefinedRule<ConditionKind, 'condition', N, F> {
  return kind as unknown as DefinedRule<ConditionKind, 'condition', N, F>;
}
