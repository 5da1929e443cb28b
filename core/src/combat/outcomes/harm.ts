import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf } from '../parts/asking.js';
import { amountRule, partyRule, ruleLimits, type AmountDocument } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

/** The event's own harm. */
const own: AmountDocument = { of: { read: 'harm' } };

export const harm = defineOutcome({
  outcome: 'harm',
  title: 'Damage',
  about: 'Takes health: the event’s own damage, a part of it, or any other number.',
  search: 'hurt hit hp health harm lose',
  fields: {
    of: partyRule('Who is harmed.'),
    points: amountRule({
      label: 'Points',
      about: 'How many; the event’s harm comes after what its target resists.',
      unit: 'points',
      min: 0,
      max: ruleLimits.points,
      default: own,
    }),
  },
  compile(reader) {
    const of = reader.choice('of');
    const points = reader.amount('points');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.harm(who, amountIn(asking, points), asking);
      },
    };
  },
  leads: () => [lead('falls', '')],
  words: ({ of, points = own }) => `harm ${of} by ${amountWords(points)}`,
});
