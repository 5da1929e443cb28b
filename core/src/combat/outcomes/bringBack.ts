import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { returnIn, returnRules, returnWords } from '../parts/returning.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const bringBack = defineOutcome({
  outcome: 'bring-back',
  about: 'Brings back somebody who is down or gone, as they were at first; nothing to one who is up.',
  fields: { of: partyRule('Who is brought back.'), ...returnRules },
  compile(reader) {
    const of = reader.choice('of');
    const returnOf = returnIn(reader.choice('where'), reader.number('spread'), reader.key);
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.bringBack(who, returnOf(who, asking));
      },
    };
  },
  leads: () => [lead('returns', '')],
  words: ({ of, ...where }) => `bring ${of} back${returnWords(where)}`,
});
