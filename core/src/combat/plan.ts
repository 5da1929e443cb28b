import type { CombatActor } from './parts/combatActor.js';
import type { SequencePlan } from '../take/plan.js';
import type { Uint32 } from '../units.js';
import type { CompiledCondition } from './conditions/condition.js';
import type { CompiledOutcome } from './outcomes/outcome.js';
import type { CompiledEventRules, CompiledStatus } from './parts/references.js';

export interface CompiledRung {
  readonly id: string;
  readonly label: string;
  readonly hash: Uint32;
  /** All must hold. */
  readonly conditions: readonly CompiledCondition[];
  readonly outcomes: readonly CompiledOutcome[];
  /** Whether the rungs below it are asked as well when it answers. */
  readonly goesOn: boolean;
  /** Whether it asks for somebody who is down or gone; others pass those over. */
  readonly asksStanding: boolean;
}

/** Everything that decides, ready to be run. */
export interface CombatPlan {
  readonly events: ReadonlyMap<string, CompiledEventRules>;
  readonly actors: ReadonlyMap<string, CombatActor>;
  readonly statuses: ReadonlyMap<string, CompiledStatus>;
  /** Rungs by event, top to bottom. */
  readonly ladders: ReadonlyMap<string, readonly CompiledRung[]>;
  /** Names of all sequences. */
  readonly sequences: ReadonlySet<string>;
  readonly planOf: (sequence: string) => SequencePlan;
}
