import * as z from 'zod';
import { choiceField, envelopeField, lazySchema, valueField } from '../model/field.js';
import { poses } from '../take/frame.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

export const poseSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('pose'),
    ...commonFields({ clock: 'game', duration: 0.35, durationAbout: 'Seconds from rest to rest.', on: 'target' }),
    pose: choiceField('Pose', 'Which of the body’s poses it takes.', poses, 'hurt'),
    amount: valueField({
      label: 'Amount',
      about: 'How far it goes into the pose; strength scales it.',
      unit: '',
      min: 0,
      max: 1,
      default: 1,
    }),
    envelope: envelopeField('Envelope', 'Into the pose, held, and out of it.', [
      { at: 0, value: 0, ease: 'cubic-bezier(0.1, 0.8, 0.3, 1)' },
      { at: 0.12, value: 1 },
      { at: 0.55, value: 1, ease: 'ease-in-out' },
      { at: 1, value: 0 },
    ]),
  }),
);

/** Puts a body into a named pose by amount · envelope(u). Other poses and motions go on; of two in one pose the stronger shows. */
export const pose: EffectKind = {
  kind: 'pose',
  family: 'body',
  lengthField: 'duration',
  channel: { label: 'pose', unit: '', signed: false },
  compile(reader) {
    const party = reader.choice('on', ['source', 'target'] as const);
    const name = reader.choice('pose', poses);
    const amount = reader.value('amount');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const full = draws.number(amount) * strength;
        const held = (age: number): number => Math.min(1, Math.max(0, full * envelope.at(age / duration)));
        return {
          extent: duration,
          channel: held,
          sample(age, frame) {
            const { pose: body } = frame[party];
            body[name] = Math.max(body[name], held(age));
          },
        };
      },
    };
  },
};
