import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const bringBack = defineOutcome({
  outcome: 'bring-back',
  about: 'Brings back somebody who is down or gone, as they were at first, with everything forgotten; nothing to one who is up.',
  fields: { of: partyRule('Who is brought back.') },
  compile(reader) {
    const of = reader.choice('of');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.bringBack(who);
      },
    };
  },
  words: ({ of }) => `bring ${of} back`,
});
