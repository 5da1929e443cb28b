import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf } from '../parts/asking.js';
import { maybeAmountRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { returnIn, returnRules, returnWords } from '../parts/returning.js';
import { lead, leastAmount } from './lead.js';
import { defineOutcome } from './outcome.js';

/** Fields of the respawn are shown only if the body respawns. */
const ifRespawned = { when: { field: 'back', is: 'set' } } as const;
const respawnFields = {
  where: { ...returnRules.where, ...ifRespawned },
  spread: { ...returnRules.spread, ...ifRespawned },
  health: { ...returnRules.health, ...ifRespawned },
};

export const away = defineOutcome({
  outcome: 'away',
  title: 'Despawn',
  about: 'Despawns a body. With a delay, the body respawns as it was at first.',
  search: 'remove gone vanish respawn disappear hide destroy',
  fields: {
    of: partyRule('Who is taken away.'),
    back: maybeAmountRule({
      label: 'Back after',
      about: 'Seconds of the world’s clock; never, when left out.',
      unit: 's',
      min: 0,
      max: ruleLimits.seconds,
    }),
    ...respawnFields,
  },
  compile(reader) {
    const of = reader.choice('of');
    const back = reader.maybeAmount('back');
    const returnOf = returnIn(reader.choice('where'), reader.number('spread'), reader.maybeNumber('health'), reader.key);
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (who) doing.away(who, back && { after: amountIn(asking, back), to: returnOf(who, asking) });
      },
    };
  },
  leads: ({ back }) => (back === undefined ? [] : [lead('returns', '', { later: leastAmount(back) > 0 })]),
  words: ({ of, back, ...where }) =>
    `take ${of} away${back === undefined ? ' for good' : `, back after ${amountWords(back)} s${returnWords(where)}`}`,
});
