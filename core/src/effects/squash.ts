import { valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';
import { compileSwing, springFields, type SpringFields } from './parts/springSwing.js';

/** A body is never pressed flatter than this. */
const flattest = -0.9;

const fields = {
  amount: valueField({
    label: 'Amount',
    about: 'Where the spring starts: negative is flat, positive is tall.',
    group: 'amount',
    unit: '×',
    min: -0.9,
    max: 2,
    default: -0.28,
    scaled: true,
  }),
  bump: valueField({
    label: 'Bump',
    about: 'Speed it starts with; negative presses, positive stretches.',
    group: 'amount',
    unit: '1/s',
    min: -60,
    max: 60,
    default: 0,
    scaled: true,
  }),
  ...springFields({ frequency: 6, damping: 0.28 }),
} satisfies Fields;

export const squash = defineKind({
  kind: 'squash',
  family: 'body',
  onlyMoves: true,
  lengthField: 'duration',
  channel: { label: 'squash', unit: '×', signed: true, full: 0.5 },
  about: 'Presses and stretches a body about its feet: scale y = 1 + s, scale x = 1 / (1 + s), s a spring.',
  search: 'stretch scale bounce elastic jelly',
  common: { clock: 'game', duration: 0.5, durationAbout: 'Seconds until the body has its shape again.', on: 'target' },
  fields,
  leads: ['amount', 'bump', 'frequency', 'damping', 'duration', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const amount = reader.value('amount');
    const bump = reader.value('bump');
    const swing = compileSwing(reader.part<SpringFields>());
    return {
      fire(draws, strength, duration) {
        const x0 = draws.number(amount) * strength;
        const v0 = draws.number(bump) * strength;
        const free = swing(draws, duration, x0, v0);
        const pressed = (age: number): number => Math.max(flattest, free(age));
        return {
          extent: duration,
          channel: pressed,
          sample(now, frame) {
            const age = now[0];
            const s = 1 + pressed(age);
            frame[party].scaleY *= s;
            frame[party].scaleX /= s;
          },
        };
      },
    };
  },
});
