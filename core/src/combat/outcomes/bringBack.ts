import { partyOf } from '../parts/asking.js';
import { partyRule } from '../parts/ruleFields.js';
import { returnIn, returnRules, returnWords } from '../parts/returning.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const bringBack = defineOutcome({
  outcome: 'bring-back',
  title: 'Respawn',
  about: 'Respawns a body that is defeated or despawned, as it was at first. Does nothing to a body that is up.',
  search: 'revive resurrect back spawn return',
  fields: { of: partyRule('Who is brought back.'), ...returnRules },
  compile(reader) {
    const of = reader.choice('of');
    const returnOf = returnIn(reader.choice('where'), reader.number('spread'), reader.maybeNumber('health'), reader.key);
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
