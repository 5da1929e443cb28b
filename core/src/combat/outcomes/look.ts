import { partyOf } from '../parts/asking.js';
import { nameRule, partyRule } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const look = defineOutcome({
  outcome: 'look',
  title: 'Change the look',
  about: 'Shows a damage state of a body until another one is set or the body respawns. An empty look lets health decide again.',
  search: 'sprite picture damage state skin appearance',
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
