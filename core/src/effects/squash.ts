import * as z from 'zod';
import { spring } from '../maths/spring.js';
import { envelopeField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

/** A body is never pressed flatter than this. */
const flattest = -0.9;

export const squashSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('squash'),
    ...commonFields({ clock: 'game', duration: 0.5, durationAbout: 'Seconds until the body has its shape again.', on: 'target' }),
    amount: valueField({
      label: 'Amount',
      about: 'Where the spring starts: negative is flat, positive is tall.',
      unit: '×',
      min: -0.9,
      max: 2,
      default: -0.28,
    }),
    bump: valueField({
      label: 'Bump',
      about: 'Speed it starts with; negative presses, positive stretches.',
      unit: '1/s',
      min: -60,
      max: 60,
      default: 0,
    }),
    frequency: valueField({ label: 'Frequency', about: 'Swings per second.', unit: 'Hz', min: 0.2, max: 40, default: 6 }),
    damping: valueField({ label: 'Damping', about: 'Below 1 it rings, at 1 it settles at once.', unit: '', min: 0, max: 3, default: 0.28 }),
    envelope: envelopeField('Envelope', 'Scales the swing over its life, so that it ends at rest.', [
      { at: 0, value: 1 },
      { at: 0.6, value: 1, ease: 'ease-in-out' },
      { at: 1, value: 0 },
    ]),
  }),
);

/** Presses and stretches a body about its feet: scale y = 1 + s, scale x = 1 / (1 + s), s a spring. */
export const squash: EffectKind = {
  kind: 'squash',
  family: 'body',
  lengthField: 'duration',
  channel: { label: 'squash', unit: '×', signed: true },
  compile(reader) {
    const party = reader.choice('on', ['source', 'target'] as const);
    const amount = reader.value('amount');
    const bump = reader.value('bump');
    const frequency = reader.value('frequency');
    const damping = reader.value('damping');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const v0 = draws.number(bump) * strength;
        const rate = draws.number(frequency);
        const ratio = draws.number(damping);
        const swing = (age: number): number => Math.max(flattest, envelope.at(age / duration) * spring(x0, v0, rate, ratio, age));
        return {
          extent: duration,
          channel: swing,
          sample(age, frame) {
            const s = 1 + swing(age);
            frame[party].scaleY *= s;
            frame[party].scaleX /= s;
          },
        };
      },
    };
  },
};
