import * as z from 'zod';
import { spring } from '../maths/spring.js';
import { envelopeField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

/** The view never shrinks below this zoom. */
const smallest = 0.1;

export const punchSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('punch'),
    ...commonFields({ clock: 'wall', duration: 0.4, durationAbout: 'Seconds until the zoom is back.', on: 'target' }),
    amount: valueField({
      label: 'Amount',
      about: 'How much nearer the view jumps; negative is farther.',
      unit: '×',
      min: -0.5,
      max: 1,
      default: 0.06,
    }),
    frequency: valueField({ label: 'Frequency', about: 'Swings per second.', unit: 'Hz', min: 0.2, max: 40, default: 3.5 }),
    damping: valueField({ label: 'Damping', about: 'Below 1 it rings, at 1 it returns at once.', unit: '', min: 0, max: 3, default: 0.6 }),
    envelope: envelopeField('Envelope', 'Scales the swing over its life, so that it ends at rest.', [
      { at: 0, value: 1 },
      { at: 0.6, value: 1, ease: 'ease-in-out' },
      { at: 1, value: 0 },
    ]),
  }),
);

/** Zooms the view by a spring: zoom = 1 + s. */
export const punch: EffectKind = {
  kind: 'punch',
  family: 'view',
  lengthField: 'duration',
  channel: { label: 'zoom', unit: '×', signed: true },
  compile(reader) {
    const amount = reader.value('amount');
    const frequency = reader.value('frequency');
    const damping = reader.value('damping');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const rate = draws.number(frequency);
        const ratio = draws.number(damping);
        const nearer = (age: number): number => envelope.at(age / duration) * spring(x0, 0, rate, ratio, age);
        return {
          extent: duration,
          channel: nearer,
          sample(age, frame) {
            frame.view.zoom = Math.max(smallest, frame.view.zoom * (1 + nearer(age)));
          },
        };
      },
    };
  },
};
