import { textField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';

const fields = {
  name: textField('Name', 'What the game listens for.', 'now'),
  amount: valueField({
    label: 'Amount',
    about: 'A number for the game, handed over with the name.',
    group: 'amount',
    unit: '',
    min: -1000000,
    max: 1000000,
    default: 1,
    scaled: true,
  }),
} satisfies Fields;

export const signal = defineKind({
  kind: 'signal',
  family: 'logic',
  lengthField: 'duration',
  channel: { label: 'signal', unit: '', signed: false, full: 1 },
  about: 'A named moment for the game to act on.',
  search: 'event marker trigger cue callback',
  common: { clock: 'wall', duration: 0.05, durationAbout: 'Only how wide its lane draws it.', on: 'target' },
  fields,
  leads: ['name', 'amount', 'delay'],
  signalsOf: ({ name }) => [String(name)],
  compile(reader) {
    const name = reader.text('name');
    const amount = reader.value('amount');
    return {
      signals: new Map([[name, 1]]),
      fire(draws, strength, duration) {
        const parameters = { amount: draws.number(amount) * strength };
        return { extent: duration, channel: () => 1, signals: (wallAt) => [{ name, start: wallAt(0), parameters }] };
      },
    };
  },
});
