import { told } from '../parts/memory.js';
import { nameRule, numberRule, ruleLimits } from '../parts/ruleFields.js';
import { Histories } from '../readHistory.js';
import { atRule } from './at.js';
import { defineExpectation } from './expectation.js';

const axis = { unit: 'px', min: -ruleLimits.px, max: ruleLimits.px, default: 0 } as const;

export const place = defineExpectation({
  expect: 'place',
  title: 'Place',
  about: 'A body is at a place at this instant.',
  search: 'position where x y',
  fields: {
    at: atRule,
    who: nameRule('combatant', 'Who', 'Who is looked at.'),
    x: numberRule({ label: 'X', about: 'px to the right.', ...axis }),
    y: numberRule({ label: 'Y', about: 'px down.', ...axis }),
    within: numberRule({ label: 'Give or take', about: 'px that it may be off.', unit: 'px', min: 0, max: ruleLimits.px, default: 1 }),
  },
  pinned: 'at',
  judge(run, { at, who, x, y, within }, names) {
    const name = names.of('combatant', who);
    const found = new Histories(run).place(who, at);
    const off = Math.hypot(found.x - x, found.y - y);
    if (Number.isNaN(off)) return { holds: false, found: `there is no ${name}`, at };
    return { holds: off <= within + 1e-6, found: `${name} is at ${told(found.x)}, ${told(found.y)}, ${told(off)} px off`, at };
  },
  words: ({ at, who, x, y, within }) =>
    `at ${told(at)} s ${who} is at ${told(x)}, ${told(y)}${within === 0 ? '' : ` ± ${told(within)} px`}`,
});
