import { partyOf } from '../parts/asking.js';
import { choiceRule, nameRule, partyRule } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

export const status = defineCondition({
  condition: 'status',
  title: 'Status on or off',
  about: 'A status is on or off a party.',
  search: 'buff debuff burning poisoned stunned effect',
  fields: {
    of: partyRule('Whose status.'),
    status: nameRule('status', 'Status', 'Which status.'),
    is: choiceRule('Is', 'Whether it must be there.', ['on', 'off'], 'on'),
  },
  compile(reader) {
    const of = reader.choice('of');
    const { id, label } = reader.status('status');
    const is = reader.choice('is');
    return {
      holds(asking) {
        const found = partyOf(asking, of);
        return found !== undefined && found.held.has(id) === (is === 'on');
      },
      tell: (asking) => (partyOf(asking, of) ? `${of} is ${is === 'on' ? 'not ' : ''}${label}` : `there is no ${of}`),
    };
  },
  words: ({ of, status: id, is }) => `${of} is ${is === 'on' ? '' : 'not '}${id}`,
});
