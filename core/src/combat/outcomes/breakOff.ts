import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const breakOff = defineOutcome({
  outcome: 'break-off',
  title: 'Interrupt a move',
  about: 'Ends the move that a body is in. Contacts that are still to come do not happen.',
  search: 'cancel stagger stun stop break',
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
