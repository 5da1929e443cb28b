import { partyOf } from '../parts/asking.js';
import { standings } from '../parts/combatant.js';
import { choiceRule, partyRule } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

export const standing = defineCondition({
  condition: 'standing',
  title: 'Alive, defeated or despawned',
  about: 'A party is up, down or gone. Rungs without this condition are for targets that are up.',
  search: 'dead alive killed down gone state',
  fields: {
    of: partyRule('Who is looked at.'),
    is: choiceRule('Is', 'How it must be.', standings, 'down'),
  },
  compile(reader) {
    const of = reader.choice('of');
    const is = reader.choice('is');
    return {
      asksStanding: of === 'target' && is !== 'up',
      holds: (asking) => partyOf(asking, of)?.standing === is,
      tell(asking) {
        const found = partyOf(asking, of);
        return found ? `${of} is ${found.standing}, not ${is}` : `there is no ${of}`;
      },
    };
  },
  words: ({ of, is }) => `${of} is ${is}`,
});
