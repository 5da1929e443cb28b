import { defineKind } from '../effects/effect.js';
import { compileSwing, springFields, type SpringFields } from '../effects/parts/springSwing.js';
import { valueField, type Fields } from '../model/fields.js';

/** A kind that the product does not have. Specs add it to show that a kind is one file and one line. */

const fields = {
  lean: valueField({
    label: 'Lean',
    about: 'How far the body leans about its feet at first.',
    group: 'amount',
    unit: '°',
    min: -90,
    max: 90,
    default: 12,
    scaled: true,
  }),
  ...springFields({ frequency: 4, damping: 0.2 }),
} satisfies Fields;

export const wobble = defineKind({
  kind: 'wobble',
  family: 'body',
  lengthField: 'duration',
  channel: { label: 'lean', unit: '°', signed: true, full: 20 },
  about: 'Leans a body about its feet: envelope(u) · spring(lean · s, 0), in degrees.',
  search: 'tremble',
  common: { clock: 'game', duration: 0.6, durationAbout: 'Seconds until the body stands upright again.', on: 'target' },
  fields,
  leads: ['lean', 'frequency', 'damping', 'duration'],
  compile(reader) {
    const party = reader.choice('on');
    const lean = reader.value('lean');
    const swing = compileSwing(reader.part<SpringFields>());
    return {
      fire(draws, strength, duration) {
        const angle = swing(draws, duration, draws.number(lean) * strength, 0);
        return {
          extent: duration,
          channel: angle,
          sample(now, frame) {
            frame[party].rotation += angle(now[0]);
          },
        };
      },
    };
  },
});
