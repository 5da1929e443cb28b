import { blendField, choiceField, colourField, envelopeField, pictureField, valueField, type Fields, spotField } from '../model/fields.js';
import { defineKind } from './effect.js';
import { firePicture } from './parts/picture.js';

const fields = {
  picture: pictureField('Picture', 'What is put on the body.'),
  layer: choiceField('Layer', 'Over the body or behind it.', ['over', 'behind'], 'over', { group: 'place' }),
  spot: spotField('The part of the body it is put on.', { absent: 'middle' }),
  x: valueField({
    label: 'Across',
    about: 'How far to the right of that spot.',
    group: 'place',
    unit: 'px',
    min: -1000,
    max: 1000,
    default: 0,
  }),
  y: valueField({ label: 'Down', about: 'How far below that spot.', group: 'place', unit: 'px', min: -1000, max: 1000, default: 0 }),
  size: valueField({ label: 'Size', about: 'Width of the picture.', group: 'look', unit: 'px', min: 1, max: 4000, default: 180 }),
  turn: valueField({ label: 'Turn', about: 'How far the picture is turned.', group: 'look', unit: '°', min: -360, max: 360, default: 0 }),
  alpha: valueField({
    label: 'Alpha',
    about: 'At the envelope’s full height; strength scales it.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 1,
    scaled: true,
  }),
  tint: colourField('Tint', 'Multiplies the picture’s colours.', '#ffffff'),
  blend: blendField('normal'),
  envelope: envelopeField('Envelope', 'Fade-in, hold and fade-out.', [
    { at: 0, value: 0, ease: 'ease-out' },
    { at: 0.15, value: 1 },
    { at: 0.7, value: 1, ease: 'ease-in' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const overlay = defineKind({
  kind: 'overlay',
  family: 'body',
  lengthField: 'duration',
  channel: { label: 'alpha', unit: '', signed: false, full: 1 },
  about: 'A picture on a body: it moves, turns and is squashed with it.',
  search: 'sprite picture image icon aura shield',
  common: { clock: 'wall', duration: 1.2, durationAbout: 'Seconds from first to last sight.', on: 'target' },
  fields,
  leads: ['picture', 'alpha', 'size', 'duration', 'spot', 'layer'],
  compile(reader) {
    const party = reader.choice('on');
    const look = {
      picture: reader.picture('picture').id,
      layer: reader.choice('layer'),
      party,
      origin: party,
      spot: reader.spot('spot'),
      x: reader.value('x'),
      y: reader.value('y'),
      size: reader.value('size'),
      turn: reader.value('turn'),
      alpha: reader.value('alpha'),
      tint: reader.colour('tint'),
      blend: reader.blend('blend'),
      envelope: reader.envelope('envelope'),
    } as const;
    return { fire: (draws, strength, duration) => firePicture(look, draws, strength, duration) };
  },
});
