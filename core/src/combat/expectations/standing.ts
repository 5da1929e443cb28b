import { standings } from '../parts/combatant.js';
import { told } from '../parts/memory.js';
import { choiceRule, nameRule } from '../parts/ruleFields.js';
import { Histories } from '../readHistory.js';
import { atRule } from './at.js';
import { defineExpectation } from './expectation.js';

export const standing = defineExpectation({
  expect: 'standing',
  title: 'Alive, defeated or despawned',
  about: 'A body is up, down or gone at this instant.',
  search: 'dead alive killed state',
  fields: {
    at: atRule,
    who: nameRule('combatant', 'Who', 'Who is looked at.'),
    is: choiceRule('Is', 'How it is.', standings, 'down'),
  },
  pinned: 'at',
  judge(run, { at, who, is }, names) {
    const found = new Histories(run).standing(who, at);
    return { holds: found === is, found: `${names.of('combatant', who)} is ${found}`, at };
  },
  words: ({ at, who, is }) => `at ${told(at)} s ${who} is ${is}`,
});
