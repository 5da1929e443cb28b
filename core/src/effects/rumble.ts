import { envelopeField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';

const fields = {
  low: valueField({
    label: 'Low motor',
    about: 'The heavy motor at the envelope’s full height.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0.7,
    scaled: true,
  }),
  high: valueField({
    label: 'High motor',
    about: 'The light motor at the envelope’s full height.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0.4,
    scaled: true,
  }),
  envelope: envelopeField('Envelope', 'Both motors over its life.', [
    { at: 0, value: 1, ease: 'ease-in' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const rumble = defineKind({
  kind: 'rumble',
  family: 'hand',
  lengthField: 'duration',
  channel: { label: 'rumble', unit: '', signed: false, full: 1 },
  about: "Turns the controller's two motors. Where several rumbles meet the strongest is felt.",
  search: 'controller gamepad vibration haptics',
  common: { clock: 'wall', duration: 0.2, durationAbout: 'Seconds for which the motors turn.', on: 'target' },
  fields,
  leads: ['low', 'high', 'duration', 'strength'],
  compile(reader) {
    const low = reader.value('low');
    const high = reader.value('high');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const heavy = draws.number(low) * strength;
        const light = draws.number(high) * strength;
        const kept = (level: number): number => Math.min(1, Math.max(0, level));
        return {
          extent: duration,
          channel: (age) => kept(Math.max(heavy, light) * envelope.at(age / duration)),
          sample(now, frame) {
            const height = envelope.at(now[0] / duration);
            frame.rumble.low = Math.max(frame.rumble.low, kept(heavy * height));
            frame.rumble.high = Math.max(frame.rumble.high, kept(light * height));
          },
        };
      },
    };
  },
});
