import { partyOf } from '../parts/asking.js';
import { nearly, snap, told } from '../parts/memory.js';
import { maybeNumberRule, nameRule, numberRule, partyRule, ruleLimits } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

const seconds = { unit: 's', min: 0, max: ruleLimits.seconds } as const;

export const window = defineCondition({
  condition: 'window',
  title: 'Time since a status began',
  about: 'A status of a party began some time ago, on the party’s own clock. The first instant counts, the last does not.',
  search: 'parry timing perfect age window',
  fields: {
    of: partyRule('Whose status.'),
    status: nameRule('status', 'Status', 'Which status.'),
    from: numberRule({ label: 'From', about: 'Seconds since it began.', ...seconds, default: 0 }),
    to: maybeNumberRule({ label: 'To', about: 'Seconds since it began at which it is over; left out, as long as it lasts.', ...seconds }),
  },
  span: { from: 'from', to: 'to' },
  compile(reader) {
    const of = reader.choice('of');
    const { id, label } = reader.status('status');
    const from = reader.number('from');
    const to = reader.maybeNumber('to') ?? Infinity;
    if (to <= from) reader.refuse(`expected an end after the window opens at ${from}`, 'to');
    const span = to === Infinity ? `from ${told(from)} s on` : `${told(from)} to ${told(to)} s`;
    return {
      holds(asking) {
        const found = partyOf(asking, of);
        const held = found?.held.get(id);
        if (!found || !held) return false;
        const age = snap(found.shown(asking.at) - held.began);
        return age >= from - nearly && age < to - nearly;
      },
      tell(asking) {
        const found = partyOf(asking, of);
        if (!found) return `there is no ${of}`;
        const held = found.held.get(id);
        return held ? `${label} is ${told(found.shown(asking.at) - held.began)} s old, not ${span}` : `${of} is not ${label}`;
      },
    };
  },
  words: ({ of, status, from, to }) =>
    to === undefined ? `${of}’s ${status} since ${told(from)} s` : `${of}’s ${status} ${told(from)}–${told(to)} s old`,
});
