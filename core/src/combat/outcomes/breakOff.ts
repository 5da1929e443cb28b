import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const breakOff = defineOutcome({
  outcome: 'break-off',
  about: 'Breaks off the move that somebody is in: what it would still have reached it does not reach.',
  fields: { of: partyRule('Whose move.') },
  compile(reader) {
    const of = reader.choice('of');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.breakOff(who);
      },
    };
  },
  words: ({ of }) => `break off ${of}’s move`,
});
