import * as z from 'zod';
import { lazySchema, textField, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

export const signalSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('signal'),
    ...commonFields({ clock: 'wall', duration: 0.05, durationAbout: 'Only how wide its lane draws it.', on: 'target' }),
    name: textField('Name', 'What the game listens for.', 'now'),
    amount: valueField({
      label: 'Amount',
      about: 'A number for the game, handed over with the name.',
      unit: '',
      min: -1000000,
      max: 1000000,
      default: 1,
    }),
  }),
);

/** A named moment for the game to act on. */
export const signal: EffectKind = {
  kind: 'signal',
  family: 'logic',
  lengthField: 'duration',
  channel: { label: 'signal', unit: '', signed: false },
  compile(reader) {
    const name = reader.text('name');
    const amount = reader.value('amount');
    return {
      fire(draws, strength, duration) {
        const parameters = { amount: draws.number(amount) * strength };
        return { extent: duration, channel: () => 1, signals: (wallAt) => [{ name, start: wallAt(0), parameters }] };
      },
    };
  },
};
