import type { CombatActor } from './combatActor.js';
import type { SequencePlan } from '../../take/plan.js';
import type { CompiledEventRules, CompiledStatus } from './references.js';

/** What a rule may refer to. */
export interface RuleReferences {
  /** The event whose ladder it stands in. */
  readonly event: CompiledEventRules;
  readonly events: ReadonlyMap<string, CompiledEventRules>;
  readonly statuses: ReadonlyMap<string, CompiledStatus>;
  readonly actors: ReadonlyMap<string, CombatActor>;
  readonly sequences: ReadonlySet<string>;
  readonly planOf: (sequence: string) => SequencePlan;
}
