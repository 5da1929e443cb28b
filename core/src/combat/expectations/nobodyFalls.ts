import { told } from '../parts/memory.js';
import { nameRule } from '../parts/ruleFields.js';
import { untilRule } from './at.js';
import { defineExpectation } from './expectation.js';

export const nobodyFalls = defineExpectation({
  expect: 'nobody-falls',
  title: 'Nobody is defeated',
  about: 'No body is defeated before an instant, or a certain one is not.',
  search: 'dies killed survives falls',
  fields: { who: nameRule('combatant', 'Who', 'Who does not fall; nobody does, when left empty.', ''), until: untilRule },
  judge({ history }, { who, until = Infinity }, names) {
    const fall = history.find(
      (step) => step.of === 'standing' && step.value === 'down' && step.at < until && (who === '' || step.who === who),
    );
    return fall
      ? { holds: false, found: `${names.of('combatant', fall.who)} falls at ${told(fall.at)} s`, at: fall.at }
      : { holds: true, found: 'nobody falls' };
  },
  words: ({ who, until }) =>
    `${who === '' ? 'nobody falls' : `${who} does not fall`}${until === undefined ? '' : ` before ${told(until)} s`}`,
});
