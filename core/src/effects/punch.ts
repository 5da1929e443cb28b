import * as z from 'zod';
import { lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { compileSwing, springFields } from './springSwing.js';

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
    ...springFields({ frequency: 3.5, damping: 0.6 }),
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
    const swing = compileSwing(reader);
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const nearer = swing(draws, duration, x0, 0);
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
