import type { AmountDocument } from '../parts/ruleFields.js';

/** A way in which an outcome can raise an event, directly or through a status, a spawned body, a defeat or a respawn. */
export interface Lead {
  /** What raises the event: the outcome itself, ticks of a status, a spawned body, a defeat, or a respawn. */
  readonly to: 'event' | 'status' | 'body' | 'falls' | 'returns';
  /** Id of the event, status or actor; empty for defeats and respawns, which any body can have. */
  readonly id: string;
  /** True if time always passes before the event is raised. */
  readonly later: boolean;
  /** Highest number of events that one outcome raises. It is Infinity if the event is sent to all bodies in range. */
  readonly most: number;
}

/** Creates a lead. By default it raises one event without delay. */
export function lead(to: Lead['to'], id: string, { later = false, most = 1 }: Partial<Lead> = {}): Lead {
  return { to, id, later, most };
}

/** Returns the lowest value that an amount can have, as far as its document states it. */
export function leastAmount(amount: AmountDocument | undefined): number {
  if (amount === undefined || typeof amount === 'number') return amount ?? 0;
  if ('range' in amount) return amount.range[0];
  return 'out' in amount ? Math.min(...amount.out) : 0;
}
