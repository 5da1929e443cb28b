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
  /** What flew, of an event that a projectile raised, or that came of one. */
  readonly projectile?: Combatant | undefined;
  /** Where what flew touched the target. */
  readonly met?: Place | undefined;
}
