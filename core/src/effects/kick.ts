import * as z from 'zod';
import { directionField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { compileSwing, springFields } from './springSwing.js';

export const kickSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('kick'),
    ...commonFields({ clock: 'wall', duration: 0.35, durationAbout: 'Seconds until the view is back.', on: 'target' }),
    direction: directionField('Direction', 'Where the view is pushed.', { mode: 'along', angle: 0, spread: 0 }),
    distance: valueField({
      label: 'Distance',
      about: 'How far the view is pushed at the start.',
      unit: 'px',
      min: 0,
      max: 400,
      default: 12,
    }),
    ...springFields({ frequency: 5, damping: 0.5 }),
  }),
);

/** Pushes the view along a line and lets a spring bring it back. */
export const kick: EffectKind = {
  kind: 'kick',
  family: 'view',
  lengthField: 'duration',
  channel: { label: 'shift', unit: 'px', signed: true },
  compile(reader) {
    const direction = reader.direction('direction');
    const distance = reader.value('distance');
    const swing = compileSwing(reader);
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(distance) * strength;
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const dx = Math.cos(radians);
        const dy = Math.sin(radians);
        const shift = swing(draws, duration, x0, 0);
        return {
          extent: duration,
          channel: shift,
          sample(age, frame) {
            frame.view.x += shift(age) * dx;
            frame.view.y += shift(age) * dy;
          },
        };
      },
    };
  },
};
