import * as z from 'zod';
import { lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { compileSwing, springFields } from './springSwing.js';

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
    ...springFields({ frequency: 6, damping: 0.28 }),
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
    const swing = compileSwing(reader);
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const v0 = draws.number(bump) * strength;
        const free = swing(draws, duration, x0, v0);
        const pressed = (age: number): number => Math.max(flattest, free(age));
        return {
          extent: duration,
          channel: pressed,
          sample(age, frame) {
            const s = 1 + pressed(age);
            frame[party].scaleY *= s;
            frame[party].scaleX /= s;
          },
        };
      },
    };
  },
};
