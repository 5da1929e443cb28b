import { nearly, told } from '../parts/memory.js';
import { nameRule, numberRule, ruleLimits } from '../parts/ruleFields.js';
import { Histories } from '../readHistory.js';
import { atRule } from './at.js';
import { defineExpectation } from './expectation.js';

const points = { unit: 'points', min: 0, max: ruleLimits.points } as const;

export const health = defineExpectation({
  expect: 'health',
  title: 'Health',
  about: 'A body has this health at this instant, after the events of that instant.',
  search: 'hp points damage',
  fields: {
    at: atRule,
    who: nameRule('combatant', 'Who', 'Whose health.'),
    is: numberRule({ label: 'Is', about: 'How much it is.', ...points, default: 0 }),
    within: numberRule({ label: 'Give or take', about: 'How much it may differ.', ...points, default: 0 }),
  },
  pinned: 'at',
  judge(run, { at, who, is, within }, names) {
    const found = new Histories(run).health(who, at);
    return {
      holds: Math.abs(found - is) <= within + nearly,
      found: Number.isNaN(found) ? `there is no ${names.of('combatant', who)}` : `it is ${told(found)}`,
      at,
    };
  },
  words: ({ at, who, is, within }) => `at ${told(at)} s the health of ${who} is ${told(is)}${within > 0 ? ` ± ${told(within)}` : ''}`,
});
