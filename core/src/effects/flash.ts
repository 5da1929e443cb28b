import type { ActorFrame, Frame } from '../contract.js';
import { choiceField, colourField, envelopeField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';
import type { Firing } from '../take/firing.js';

const modes = ['mix', 'multiply', 'add'] as const;

const fields = {
  colour: colourField('Colour', 'The colour the body turns toward.', '#ffffff'),
  mode: choiceField('Mode', 'mix reaches any colour; multiply can only darken; add can only brighten.', modes, 'mix'),
  amount: valueField({
    label: 'Amount',
    about: 'How far it turns at the envelope’s full height.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 1,
    scaled: true,
  }),
  envelope: envelopeField('Envelope', 'The flash over its life.', [
    { at: 0, value: 1 },
    { at: 0.35, value: 1, ease: 'ease-out' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const flash = defineKind({
  kind: 'flash',
  family: 'body',
  lengthField: 'duration',
  channel: { label: 'flash amount', unit: '', signed: false, full: 1 },
  about: 'Turns a body toward a colour: m = amount · strength · envelope(u), kept within 0..1.',
  search: 'blink tint whiten white colour hurt',
  common: { clock: 'game', duration: 0.12, durationAbout: 'Seconds from first to last light.', on: 'target' },
  fields,
  leads: ['amount', 'colour', 'duration', 'mode', 'strength', 'delay'],
  compile(reader) {
    const party = reader.choice('on');
    const mode = reader.choice('mode');
    const colour = reader.colour('colour');
    const amount = reader.value('amount');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration): Firing {
        const peak = draws.number(amount) * strength;
        const packed = draws.packedColour(colour);
        const height = (age: number): number => Math.min(1, Math.max(0, peak * envelope.at(age / duration)));
        return {
          extent: duration,
          channel: height,
          sample(now, frame: Frame) {
            const age = now[0];
            strongest(frame[party], height(age), packed, mode);
          },
        };
      },
    };
  },
});

/** Where flashes overlap on one body the strongest shows; they never add up beyond it. */
function strongest(actor: ActorFrame, amount: number, colour: number, mode: (typeof modes)[number]): void {
  if (amount <= actor.flash) return;
  actor.flash = amount;
  actor.flashColour = colour;
  actor.flashMode = mode;
}
