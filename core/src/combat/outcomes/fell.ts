import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const fell = defineOutcome({
  outcome: 'fell',
  title: 'Defeat',
  about: 'Defeats a body, whatever health it has left. A body that cannot be defeated keeps its last point.',
  search: 'kill die death destroy fell',
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
