import { told } from '../parts/memory.js';
import { maybeNumberRule, nameRule, numberRule } from '../parts/ruleFields.js';
import { untilRule } from './at.js';
import { defineExpectation } from './expectation.js';

export const plays = defineExpectation({
  expect: 'plays',
  title: 'Sequence plays',
  about: 'A sequence plays some number of times.',
  search: 'effect feedback count',
  fields: {
    sequence: nameRule('sequence', 'Sequence', 'Which sequence.'),
    on: nameRule('combatant', 'On', 'On whom; on anybody, when left empty.', ''),
    least: numberRule({ label: 'At least', about: 'Times.', unit: '', min: 0, max: 100_000, whole: true, default: 1 }),
    most: maybeNumberRule({ label: 'At most', about: 'Times; any number, when left out.', unit: '', min: 0, max: 100_000, whole: true }),
    until: untilRule,
  },
  judge({ cues }, { sequence, on, least, most = Infinity, until = Infinity }) {
    const there = cues.filter((cue) => cue.sequence === sequence && cue.at < until && (on === '' || cue.target === on));
    return { holds: there.length >= least && there.length <= most, found: `it plays ${there.length} times`, at: there.at(-1)?.at };
  },
  words: ({ sequence, on, least, most, until }) =>
    `${sequence} plays ${most === undefined ? `at least ${least}` : most === least ? `${least}` : `${least} to ${most}`} times${on === '' ? '' : ` on ${on}`}${until === undefined ? '' : ` before ${told(until)} s`}`,
});
