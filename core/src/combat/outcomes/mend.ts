import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf } from '../parts/asking.js';
import { amountRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const mend = defineOutcome({
  outcome: 'mend',
  title: 'Heal',
  about: 'Gives health back, up to the full health. Does nothing while a status prevents healing.',
  search: 'regenerate restore hp health mend cure',
  fields: {
    of: partyRule('Who is mended.'),
    points: amountRule({ label: 'Points', about: 'How many.', unit: 'points', min: 0, max: ruleLimits.points, default: 10 }),
  },
  compile(reader) {
    const of = reader.choice('of');
    const points = reader.amount('points');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.mend(who, amountIn(asking, points), asking);
      },
    };
  },
  words: ({ of, points = 10 }) => `mend ${of} by ${amountWords(points)}`,
});
