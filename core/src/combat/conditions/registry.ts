import { plainNames, withNames, type FightNames } from '../parts/fightNames.js';
import { kindsByName, type RuleOf } from '../parts/ruleKind.js';
import type { ConditionKind } from './condition.js';
import * as kinds from './kinds.js';

type Kinds = (typeof kinds)[keyof typeof kinds];

export const groupNames = ['all', 'any', 'none'] as const;
export type GroupName = (typeof groupNames)[number];
export interface ConditionGroup {
  condition: GroupName;
  of: Condition[];
}

/** A condition without others in it, as documents hold it. */
export type SingleCondition = RuleOf<Kinds, 'condition'>;
export type Condition = SingleCondition | ConditionGroup;

/** Every kind by its name in documents. */
export const conditionKinds = kindsByName<ConditionKind, 'condition'>(kinds, 'condition');

export function isGroup(condition: { readonly condition: string }): condition is ConditionGroup {
  return groupNames.includes(condition.condition as never);
}

/** Describes a condition in a few words, with the conditions inside it. `event` is the event of its ladder. */
export function conditionWords(condition: Condition, names: FightNames = plainNames, event?: string): string {
  if (!isGroup(condition)) {
    const kind = conditionKinds[condition.condition];
    return kind.words(withNames(condition, kind.fields, names, event) as never);
  }
  const inner = condition.of.map((one) => conditionWords(one, names, event));
  if (inner.length === 0) return `${condition.condition} of nothing yet`;
  if (condition.condition === 'none') return `none of (${inner.join(', ')})`;
  return inner.length === 1 ? inner[0] : `(${inner.join(condition.condition === 'all' ? ' and ' : ' or ')})`;
}
