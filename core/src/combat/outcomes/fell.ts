import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const fell = defineOutcome({
  outcome: 'fell',
  about: 'Fells somebody, whatever health is left; not one that cannot fall.',
  fields: { of: partyRule('Who falls.') },
  compile(reader) {
    const of = reader.choice('of');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.fell(who, asking);
      },
    };
  },
  leads: () => [lead('falls', '')],
  words: ({ of }) => `fell ${of}`,
});
