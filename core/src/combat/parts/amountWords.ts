import { told } from './memory.js';
import { measureLabel } from './measure.js';
import type { AmountDocument } from './ruleFields.js';

/** An amount in a few words: "12", "3 to 5", "0.25 × harm", "25 to 0 over distance 0 to 120". */
export function amountWords(amount: AmountDocument): string {
  if (typeof amount === 'number') return told(amount);
  if ('range' in amount) return `${told(amount.range[0])} to ${told(amount.range[1])}`;
  const label = measureLabel(amount.of);
  if ('in' in amount)
    return `${told(amount.out[0])} to ${told(amount.out[1])} over ${label} ${told(amount.in[0])} to ${told(amount.in[1])}`;
  const { times = 1, plus = 0 } = amount;
  const scaled = times === 1 ? label : `${told(times)} × ${label}`;
  return plus === 0 ? scaled : `${scaled} ${plus < 0 ? '−' : '+'} ${told(Math.abs(plus))}`;
}
