import { flagged } from '../parts/sayings.js';
import { nameRule, namesRule } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

export const oneOf = defineCondition({
  condition: 'one-of',
  title: 'Kind, text or flag',
  about: 'A kind, a text or a flag of the payload is one of some values.',
  search: 'type element damage critical tag choice',
  fields: {
    field: nameRule('field', 'Field', 'A field of the event.'),
    values: namesRule('option', 'Is', 'Any of these.'),
  },
  compile(reader) {
    const { name, type, options } = reader.payloadField('field');
    const values = reader.names('values');
    if (values.length === 0) reader.refuse('expected at least one value', 'values');
    if (type === 'number' || type === 'direction') reader.refuse(`expected a kind, a text or a flag; compare a ${type}`, 'field');
    const known = type === 'flag' ? ['on', 'off'] : options;
    values.forEach((value, i) => {
      if (known && !known.includes(value)) reader.refuse(`expected one of ${known.join(', ')}, found "${value}"`, 'values', i);
    });
    return {
      holds: ({ payload }) => values.includes(flagged(payload[name])),
      tell: ({ payload }) => `${name} is ${flagged(payload[name])}, not ${values.join(' or ')}`,
    };
  },
  words: ({ field, values }) => `${field} is ${values.join(' or ') || '…'}`,
});
