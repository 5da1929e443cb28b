import { partyOf } from '../parts/asking.js';
import { nameRule, partyRule } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const look = defineOutcome({
  outcome: 'look',
  about: 'Gives somebody a look, until another one or until being back; an empty one lets health decide again.',
  fields: {
    of: partyRule('Who looks so.'),
    look: nameRule('look', 'Look', 'One of the actor’s looks by health.', ''),
  },
  compile(reader) {
    const of = reader.choice('of');
    const id = reader.ownName('look');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.look(who, id);
      },
    };
  },
  words: ({ of, look: id }) => (id === '' ? `${of} looks as health says` : `${of} looks ${id}`),
});
