import type { AmountDocument } from '../parts/ruleFields.js';

/** What an outcome leads to by itself: an event, or what a status or a body that it gives or makes will raise of its own. */
export interface Lead {
  /** An event; what a status raises as it ticks; what a new body raises; or what bodies raise that fall or come back. */
  readonly to: 'event' | 'status' | 'body' | 'falls' | 'returns';
  /** Which of them; empty for what falls or comes back, which may be any body. */
  readonly id: string;
  /** Whether some of the world's time passes before it comes, whatever the values are. */
  readonly later: boolean;
  /** How many come of one at most; Infinity for all who are there. */
  readonly most: number;
}

/** A lead that comes at once, of one; the fields given say otherwise. */
export function lead(to: Lead['to'], id: string, { later = false, most = 1 }: Partial<Lead> = {}): Lead {
  return { to, id, later, most };
}

/** The least that an amount may come to, as far as its document tells. */
export function leastAmount(amount: AmountDocument | undefined): number {
  if (amount === undefined || typeof amount === 'number') return amount ?? 0;
  if ('range' in amount) return amount.range[0];
  return 'out' in amount ? Math.min(...amount.out) : 0;
}
