import { told } from '../parts/memory.js';
import { nameRule, numberRule } from '../parts/ruleFields.js';
import { atRule } from './at.js';
import { defineExpectation } from './expectation.js';

export const answered = defineExpectation({
  expect: 'answered',
  title: 'Rung that matches',
  about: 'An event at this instant is matched by this rung, or by none if it is left empty.',
  search: 'answer ladder rule event',
  fields: {
    at: atRule,
    by: nameRule('rung', 'By', 'The rung that answers.', ''),
    event: nameRule('event', 'Event', 'Which event; any, when left empty.', ''),
    target: nameRule('combatant', 'Target', 'On whom; on anybody, when left empty.', ''),
    within: numberRule({ label: 'Within', about: 'Seconds that it may be earlier or later.', unit: 's', min: 0, max: 60, default: 0.001 }),
  },
  pinned: 'at',
  judge({ log }, { at, by, event, target, within }, names) {
    const there = log.filter(
      // Entries of delayed outcomes have no rungs and are skipped.
      (entry) =>
        entry.after === undefined &&
        Math.abs(entry.at - at) <= within &&
        (event === '' || entry.event === event) &&
        (target === '' || entry.target === target),
    );
    const who = (entry: (typeof log)[number]): string[] => entry.rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : []));
    const fits = there.find((entry) => (by === '' ? who(entry).length === 0 : who(entry).includes(by)));
    if (fits) return { holds: true, found: `${names.of('event', fits.event)} at ${told(fits.at)} s`, at: fits.at };
    const line = (entry: (typeof log)[number]): string => {
      const rungs = who(entry).map((rung) => names.of('rung', rung, entry.event));
      return `${names.of('event', entry.event)}: ${rungs.join(', ') || 'no rung'}`;
    };
    const found = there.map(line).join('; ');
    return { holds: false, found: found === '' ? 'no such event then' : `answered by ${found}`, at };
  },
  words: ({ at, by, event, target }) =>
    `at ${told(at)} s ${event === '' ? 'the event' : event}${target === '' ? '' : ` on ${target}`} is answered by ${by === '' ? 'no rung' : by}`,
});
