import { colourField, envelopeField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';

const fields = {
  split: valueField({
    label: 'Colour split',
    about: 'How far red and blue part from green.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 100,
    default: 4,
    scaled: true,
  }),
  vignette: valueField({
    label: 'Vignette',
    about: 'How dark the corners become.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0,
    scaled: true,
  }),
  flash: valueField({
    label: 'Full-view flash',
    about: 'How far the whole picture turns toward the colour.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0,
    scaled: true,
  }),
  colour: colourField('Colour', 'Of the full-view flash.', '#ffffff'),
  envelope: envelopeField('Envelope', 'All three over its life.', [
    { at: 0, value: 1, ease: 'ease-out' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const lens = defineKind({
  kind: 'lens',
  family: 'view',
  lengthField: 'duration',
  channel: { label: 'lens', unit: '', signed: false, full: 1 },
  about: 'What the view is seen through: colour split, dark corners, a flash over everything. The strongest of several shows.',
  search: 'vignette aberration fullscreen screen darken tint',
  common: { clock: 'wall', duration: 0.3, durationAbout: 'Seconds until the picture is clear again.', on: 'target' },
  fields,
  leads: ['split', 'vignette', 'flash', 'duration', 'colour', 'strength'],
  compile(reader) {
    const split = reader.value('split');
    const vignette = reader.value('vignette');
    const flash = reader.value('flash');
    const colour = reader.colour('colour');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const apart = draws.number(split) * strength;
        const dark = draws.number(vignette) * strength;
        const bright = draws.number(flash) * strength;
        const packed = draws.packedColour(colour);
        const level = (age: number): number => Math.max(0, envelope.at(age / duration));
        return {
          extent: duration,
          channel: level,
          sample(now, { view }) {
            const age = now[0];
            const height = level(age);
            view.split = Math.max(view.split, apart * height);
            view.vignette = Math.max(view.vignette, Math.min(1, dark * height));
            const flashing = Math.min(1, bright * height);
            if (flashing <= view.flash) return;
            view.flash = flashing;
            view.flashColour = packed;
          },
        };
      },
    };
  },
});
