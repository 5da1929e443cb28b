import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf } from '../parts/asking.js';
import { maybeAmountRule, nameRule, numberRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const give = defineOutcome({
  outcome: 'give',
  title: 'Apply a status',
  about: 'Applies a status to a body. The status says what happens if it is on already.',
  search: 'buff debuff burn poison stun invulnerable give',
  fields: {
    of: partyRule('Who gets it.'),
    status: nameRule('status', 'Status', 'Which status.'),
    stacks: numberRule({ label: 'Stacks', about: 'How many at once.', unit: '', min: 1, max: ruleLimits.stacks, whole: true, default: 1 }),
    length: maybeAmountRule({
      label: 'Length',
      about: 'Seconds of its actor’s clock; the status’s own, when left out.',
      unit: 's',
      min: 0,
      max: ruleLimits.seconds,
    }),
  },
  compile(reader) {
    const of = reader.choice('of');
    const status = reader.status('status');
    const stacks = reader.number('stacks');
    const length = reader.maybeAmount('length');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.give(who, status, stacks, length && amountIn(asking, length), asking);
      },
    };
  },
  leads: ({ status }) => [lead('status', status, { later: true })],
  words: ({ of, status, stacks = 1, length }) =>
    `${of} gets ${status}${stacks === 1 ? '' : ` × ${stacks}`}${length === undefined ? '' : ` for ${amountWords(length)} s`}`,
});
