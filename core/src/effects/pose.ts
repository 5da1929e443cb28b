import { choiceField, envelopeField, valueField, type Fields } from '../model/fields.js';
import { poses } from '../take/frame.js';
import { defineKind } from './effect.js';

const fields = {
  pose: choiceField('Pose', 'Which of the body’s poses it takes.', poses, 'hurt'),
  amount: valueField({
    label: 'Amount',
    about: 'How far it goes into the pose; strength scales it.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 1,
    scaled: true,
  }),
  envelope: envelopeField('Envelope', 'Into the pose, held, and out of it.', [
    { at: 0, value: 0, ease: 'cubic-bezier(0.1, 0.8, 0.3, 1)' },
    { at: 0.12, value: 1 },
    { at: 0.55, value: 1, ease: 'ease-in-out' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const pose = defineKind({
  kind: 'pose',
  family: 'body',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'pose', unit: '', signed: false, full: 1 },
  about: 'Puts a body into a named pose by amount · envelope(u). Other poses and motions go on; of two in one pose the stronger shows.',
  search: 'animation stance lean bend clip',
  common: { clock: 'game', duration: 0.35, durationAbout: 'Seconds from rest to rest.', on: 'target' },
  fields,
  leads: ['pose', 'amount', 'duration', 'on', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const name = reader.choice('pose');
    const amount = reader.value('amount');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const full = draws.number(amount) * strength;
        const cell = new Float64Array(1);
        return {
          extent: duration,
          channel: (age) => Math.min(1, Math.max(0, full * envelope.at(age / duration))),
          sample(now, frame) {
            cell[0] = now[0] / duration;
            envelope.solve(cell);
            const held = Math.min(1, Math.max(0, full * cell[0]));
            const { pose, poseAge } = frame[party];
            // By their names written out: a number under a name that is looked up would be boxed. Of two the stronger shows.
            if (name === 'hurt') {
              if (held <= pose.hurt) return;
              pose.hurt = held;
              poseAge.hurt = now[0];
            } else if (name === 'lunge') {
              if (held <= pose.lunge) return;
              pose.lunge = held;
              poseAge.lunge = now[0];
            } else if (name === 'guard') {
              if (held <= pose.guard) return;
              pose.guard = held;
              poseAge.guard = now[0];
            } else {
              if (held <= pose.fall) return;
              pose.fall = held;
              poseAge.fall = now[0];
            }
          },
        };
      },
    };
  },
});
