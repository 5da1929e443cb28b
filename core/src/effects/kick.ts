import * as z from 'zod';
import { spring } from '../maths/spring.js';
import { directionField, envelopeField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

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
    frequency: valueField({ label: 'Frequency', about: 'Swings per second.', unit: 'Hz', min: 0.2, max: 40, default: 5 }),
    damping: valueField({ label: 'Damping', about: 'Below 1 it rings, at 1 it returns at once.', unit: '', min: 0, max: 3, default: 0.5 }),
    envelope: envelopeField('Envelope', 'Scales the swing over its life, so that it ends at rest.', [
      { at: 0, value: 1 },
      { at: 0.6, value: 1, ease: 'ease-in-out' },
      { at: 1, value: 0 },
    ]),
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
    const frequency = reader.value('frequency');
    const damping = reader.value('damping');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(distance) * strength;
        const rate = draws.number(frequency);
        const ratio = draws.number(damping);
        const radians = (draws.direction(direction, 0) * Math.PI) / 180;
        const dx = Math.cos(radians);
        const dy = Math.sin(radians);
        const shift = (age: number): number => envelope.at(age / duration) * spring(x0, 0, rate, ratio, age);
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
