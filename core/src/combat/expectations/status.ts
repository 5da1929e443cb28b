import { told } from '../parts/memory.js';
import { nameRule, numberRule, ruleLimits } from '../parts/ruleFields.js';
import { Histories } from '../readHistory.js';
import { atRule } from './at.js';
import { defineExpectation } from './expectation.js';

export const status = defineExpectation({
  expect: 'status',
  title: 'Status',
  about: 'A body has some stacks of a status at this instant; 0 means that the status is off.',
  search: 'buff debuff stacks',
  fields: {
    at: atRule,
    who: nameRule('combatant', 'Who', 'Who is looked at.'),
    status: nameRule('status', 'Status', 'Which status.'),
    stacks: numberRule({ label: 'Stacks', about: 'How many.', unit: '', min: 0, max: ruleLimits.stacks, whole: true, default: 1 }),
  },
  pinned: 'at',
  judge(run, { at, who, status: id, stacks }, names) {
    const [name, status] = [names.of('combatant', who), names.of('status', id)];
    const found = new Histories(run).stacks(who, id, at);
    return { holds: found === stacks, found: found === 0 ? `${name} has no ${status}` : `${name} has ${status} × ${found}`, at };
  },
  words: ({ at, who, status: id, stacks }) =>
    `at ${told(at)} s ${who} has ${stacks === 0 ? `no ${id}` : stacks === 1 ? id : `${id} × ${stacks}`}`,
});
