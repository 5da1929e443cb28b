import type { Combatant } from './combatant.js';

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Whom something is raised on or played for, and where. */
export interface Told {
  readonly source: Combatant | undefined;
  readonly target: Combatant | undefined;
  readonly place?: Place | undefined;
  /** The projectile that raised the event, or that raised an earlier event of its chain. */
  readonly projectile?: Combatant | undefined;
  /** Where the projectile touched the target. */
  readonly met?: Place | undefined;
}
