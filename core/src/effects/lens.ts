import * as z from 'zod';
import { colourField, envelopeField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

export const lensSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('lens'),
    ...commonFields({ clock: 'wall', duration: 0.3, durationAbout: 'Seconds until the picture is clear again.', on: 'target' }),
    split: valueField({ label: 'Colour split', about: 'How far red and blue part from green.', unit: 'px', min: 0, max: 100, default: 4 }),
    vignette: valueField({ label: 'Vignette', about: 'How dark the corners become.', unit: '', min: 0, max: 1, default: 0 }),
    flash: valueField({
      label: 'Full-view flash',
      about: 'How far the whole picture turns toward the colour.',
      unit: '',
      min: 0,
      max: 1,
      default: 0,
    }),
    colour: colourField('Colour', 'Of the full-view flash.', '#ffffff'),
    envelope: envelopeField('Envelope', 'All three over its life.', [
      { at: 0, value: 1, ease: 'ease-out' },
      { at: 1, value: 0 },
    ]),
  }),
);

/** What the view is seen through: colour split, dark corners, a flash over everything. The strongest of several shows. */
export const lens: EffectKind = {
  kind: 'lens',
  family: 'view',
  lengthField: 'duration',
  channel: { label: 'lens', unit: '', signed: false },
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
          sample(age, { view }) {
            const now = level(age);
            view.split = Math.max(view.split, apart * now);
            view.vignette = Math.max(view.vignette, Math.min(1, dark * now));
            const flashing = Math.min(1, bright * now);
            if (flashing <= view.flash) return;
            view.flash = flashing;
            view.flashColour = packed;
          },
        };
      },
    };
  },
};
