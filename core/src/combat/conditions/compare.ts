import { nearly, told } from '../parts/memory.js';
import { measureLabel } from '../parts/measure.js';
import { choiceRule, comparisons, measureRule, numberRule, ruleLimits, type Comparison } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

/** Whether a number stands so to another; numbers nearer than a billionth are equal, and what is no number never does. */
export function compares(found: number, is: Comparison, value: number): boolean {
  switch (is) {
    case '≥':
      return found >= value - nearly;
    case '>':
      return found > value + nearly;
    case '≤':
      return found <= value + nearly;
    case '<':
      return found < value - nearly;
    case '=':
      return Math.abs(found - value) <= nearly;
    case '≠':
      return Math.abs(found - value) > nearly;
  }
}

export const compare = defineCondition({
  condition: 'compare',
  title: 'Compare a number',
  about: 'A number of the event or of a body is above, below or equal to another.',
  search: 'damage health hp distance counter stacks amount threshold more less size',
  fields: {
    of: measureRule('What', 'The number that is looked at.'),
    is: choiceRule('Is', 'How it must stand to the value.', comparisons, '≥'),
    value: numberRule({
      label: 'Value',
      about: 'What it is held against.',
      unit: '',
      min: -ruleLimits.points,
      max: ruleLimits.points,
      default: 1,
    }),
  },
  compile(reader) {
    const of = reader.measure('of');
    const is = reader.choice('is');
    const value = reader.number('value');
    return {
      holds: (asking) => compares(of.read(asking), is, value),
      tell(asking) {
        const found = of.read(asking);
        return Number.isNaN(found) ? `there is no ${of.label}` : `${of.label} is ${told(found)}, not ${is} ${told(value)}`;
      },
    };
  },
  words: ({ of, is, value }) => `${measureLabel(of)} ${is} ${told(value)}`,
});
