import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf } from '../parts/asking.js';
import { amountRule, choiceRule, nameRule, ruleLimits } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

export const count = defineOutcome({
  outcome: 'count',
  title: 'Count',
  about: 'Changes a counter of a body, or one that all share.',
  search: 'counter score combo variable increment set',
  fields: {
    counter: nameRule('counter', 'Counter', 'Its name.'),
    of: choiceRule('Of', 'Whose counter, or that of all.', ['target', 'source', 'all'], 'target'),
    how: choiceRule('How', 'Counts on by the number, or sets it to it.', ['by', 'to'], 'by'),
    number: amountRule({
      label: 'Number',
      about: 'By how much, or to what.',
      unit: '',
      min: -ruleLimits.points,
      max: ruleLimits.points,
      default: 1,
    }),
  },
  compile(reader) {
    const counter = reader.ownName('counter');
    const of = reader.choice('of');
    const how = reader.choice('how');
    const number = reader.amount('number');
    return {
      happen(asking, doing) {
        const who = of === 'all' ? undefined : partyOf(asking, of);
        if (of !== 'all' && !who) return;
        const value = amountIn(asking, number);
        doing.count(who, counter, how === 'to' ? value : undefined, how === 'to' ? 0 : value);
      },
    };
  },
  words: ({ counter, of, how, number = 1 }) => `count ${of === 'all' ? '' : `${of}’s `}${counter} ${how} ${amountWords(number)}`,
});
