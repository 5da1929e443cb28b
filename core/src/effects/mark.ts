import { choiceField, colourField, envelopeField, pictureField, valueField, type Fields } from '../model/fields.js';
import { defineKind } from './effect.js';
import { firePicture } from './parts/picture.js';

const origins = ['contact', 'source', 'target'] as const;

const fields = {
  picture: pictureField('Picture', 'What is left behind.'),
  stays: choiceField('Stays', 'On the ground where it was made, or on the body that it follows.', ['ground', 'body'], 'ground', {
    group: 'place',
  }),
  from: choiceField('From', 'Where on the ground; on a body it is the party it acts on.', origins, 'target', { group: 'place' }),
  x: valueField({
    label: 'Across',
    about: 'How far to the right.',
    group: 'place',
    unit: 'px',
    min: -2000,
    max: 2000,
    default: { range: [-14, 14] },
  }),
  y: valueField({
    label: 'Down',
    about: 'How far below the ground line, or below the body’s middle.',
    group: 'place',
    unit: 'px',
    min: -1000,
    max: 1000,
    default: 4,
  }),
  size: valueField({
    label: 'Size',
    about: 'Width of the picture.',
    group: 'look',
    unit: 'px',
    min: 1,
    max: 4000,
    default: { range: [90, 120] },
  }),
  turn: valueField({
    label: 'Turn',
    about: 'How far the picture is turned.',
    group: 'look',
    unit: '°',
    min: -360,
    max: 360,
    default: { range: [-8, 8] },
  }),
  alpha: valueField({
    label: 'Alpha',
    about: 'At the envelope’s full height; strength scales it.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0.8,
    scaled: true,
  }),
  tint: colourField('Tint', 'Multiplies the picture’s colours.', '#ffffff'),
  envelope: envelopeField('Envelope', 'How it fades.', [
    { at: 0, value: 1 },
    { at: 0.6, value: 1, ease: 'ease-in-out' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const mark = defineKind({
  kind: 'mark',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'alpha', unit: '', signed: false, full: 1 },
  about: 'What a blow leaves on the ground or on a body, and how it fades.',
  search: 'decal scorch stain splat crater ground',
  common: { clock: 'wall', duration: 3, durationAbout: 'Seconds until it has faded.', on: 'target' },
  fields,
  leads: ['picture', 'alpha', 'size', 'duration', 'stays', 'strength'],
  compile(reader) {
    const party = reader.choice('on');
    const onBody = reader.choice('stays') === 'body';
    const origin = reader.choice('from');
    const y = reader.value('y');
    const look = {
      picture: reader.picture('picture').id,
      layer: onBody ? 'over' : 'ground',
      party: onBody ? party : undefined,
      origin: onBody ? party : origin,
      x: reader.value('x'),
      y,
      size: reader.value('size'),
      turn: reader.value('turn'),
      alpha: reader.value('alpha'),
      tint: reader.colour('tint'),
      blend: 0,
      envelope: reader.envelope('envelope'),
      onGround: !onBody,
    } as const;
    return { fire: (draws, strength, duration) => firePicture(look, draws, strength, duration) };
  },
});
