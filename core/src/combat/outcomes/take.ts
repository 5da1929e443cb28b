import { partyOf } from '../parts/asking.js';
import { maybeNumberRule, nameRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const take = defineOutcome({
  outcome: 'take',
  title: 'Remove a status',
  about: 'Removes a status from a body, or some of its stacks.',
  search: 'cleanse dispel cure take end',
  fields: {
    of: partyRule('Who loses it.'),
    status: nameRule('status', 'Status', 'Which status.'),
    stacks: maybeNumberRule({
      label: 'Stacks',
      about: 'How many are taken; all, when left out.',
      unit: '',
      min: 1,
      max: ruleLimits.stacks,
      whole: true,
    }),
  },
  compile(reader) {
    const of = reader.choice('of');
    const status = reader.status('status');
    const stacks = reader.maybeNumber('stacks');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.take(who, status, stacks, asking);
      },
    };
  },
  words: ({ of, status, stacks }) => `${of} loses ${stacks === undefined ? '' : `${stacks} of `}${status}`,
});
