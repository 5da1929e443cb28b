import * as z from 'zod';
import {
  blendField,
  choiceField,
  directionField,
  envelopeField,
  gradientField,
  lazySchema,
  optionalPictureField,
  valueField,
} from '../model/field.js';
import { origins, spots } from '../take/draws.js';
import type { DocumentReader } from '../take/documentReader.js';
import { highest } from '../take/compiledValue.js';
import { BurstFiring, type BurstLook } from './burstFiring.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { emissionShapes } from './emission.js';
import { particlePictures } from './particlePictures.js';

const aims = ['direction', 'outward'] as const;
const colourings = ['gradient', 'hue'] as const;
const byHue = { field: 'colouring', is: ['hue'] } as const;

/** No burst or stream lets more than this many particles go in one firing. */
export const mostParticles = 100000;

/** The fields of everything that lets particles go. */
export function burstShape() {
  return {
    from: choiceField('From', 'Where the particles come from. What comes from a party follows its body.', origins, 'contact'),
    spot: choiceField('Spot', 'The part of the party’s body.', spots, 'middle'),
    shape: choiceField(
      'Shape',
      'What they are let go from. cone: a mouth across the direction that fans out; body: the outline of the party’s body.',
      emissionShapes,
      'point',
    ),
    radius: valueField({
      label: 'Radius',
      about: 'Half the shape’s width; around a body, how far off its outline.',
      unit: 'px',
      min: 0,
      max: 1000,
      default: 0,
    }),
    aim: choiceField('Aim', 'direction: by the direction; outward: away from the shape’s middle.', aims, 'direction'),
    direction: directionField('Direction', 'Where they fly; spread is the whole opening angle.', { mode: 'along', angle: 0, spread: 70 }),
    speed: valueField({ label: 'Speed', about: 'Speed at birth.', unit: 'px/s', min: 0, max: 10000, default: { range: [120, 420] } }),
    carry: valueField({
      label: 'Carry',
      about: 'Share of the moving body’s speed that a particle takes along.',
      unit: '×',
      min: -2,
      max: 2,
      default: 0,
    }),
    drag: valueField({
      label: 'Drag',
      about: 'Share of the speed lost per second, continuously.',
      unit: '1/s',
      min: 0,
      max: 50,
      default: 4,
    }),
    gravity: valueField({
      label: 'Gravity',
      about: 'Downward pull; negative floats up.',
      unit: 'px/s²',
      min: -10000,
      max: 10000,
      default: 300,
    }),
    life: valueField({
      label: 'Life',
      about: 'Seconds that a particle is seen.',
      unit: 's',
      min: 0.001,
      max: 120,
      default: { range: [0.2, 0.5] },
    }),
    size: valueField({ label: 'Size', about: 'Diameter at full size.', unit: 'px', min: 0, max: 1000, default: { range: [3, 8] } }),
    sizeIn: choiceField(
      'Size in',
      'world: grows with the view’s zoom; screen: keeps its size on the screen.',
      ['world', 'screen'],
      'world',
    ),
    spin: valueField({ label: 'Spin', about: 'Turning speed.', unit: '°/s', min: -7200, max: 7200, default: { range: [-180, 180] } }),
    facing: choiceField('Facing', 'spin: turns freely; motion: points the way it flies.', ['spin', 'motion'], 'spin'),
    sizeOverLife: envelopeField('Size over life', 'Scales the size over a particle’s life.', [
      { at: 0, value: 1, ease: 'ease-in' },
      { at: 1, value: 0 },
    ]),
    colourOverLife: gradientField('Colour over life', 'Colour and alpha over a particle’s life.', [
      { at: 0, colour: '#fff4d6' },
      { at: 1, colour: '#e0823d00' },
    ]),
    colouring: choiceField(
      'Colouring',
      'gradient: as it is; hue: multiplied by one colour drawn for the whole burst.',
      colourings,
      'gradient',
    ),
    hue: valueField({
      label: 'Hue',
      about: 'Of the drawn colour, in OKLCH.',
      unit: '°',
      min: 0,
      max: 360,
      default: { range: [0, 360] },
      when: byHue,
    }),
    lightness: valueField({
      label: 'Lightness',
      about: 'Of the drawn colour, in OKLCH.',
      unit: '',
      min: 0,
      max: 1,
      default: 0.8,
      when: byHue,
    }),
    chroma: valueField({
      label: 'Chroma',
      about: 'Of the drawn colour, in OKLCH.',
      unit: '',
      min: 0,
      max: 0.4,
      default: 0.14,
      when: byHue,
    }),
    picture: choiceField('Picture', 'What a particle looks like.', particlePictures, 'dot'),
    strip: optionalPictureField('Own picture', 'A picture of the project in place of that; with several cells it is played as a strip.'),
    stripRate: valueField({
      label: 'Strip rate',
      about: 'Cells a second, over and over; 0 plays the strip once over each life.',
      unit: 'Hz',
      min: 0,
      max: 120,
      default: 0,
    }),
    blend: blendField('normal'),
  };
}

export const burstSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('burst'),
    ...commonFields({
      clock: 'game',
      duration: 0,
      durationAbout: 'Seconds over which the particles are let go; 0 is all at once.',
      on: 'target',
    }),
    count: valueField({
      label: 'Count',
      about: 'How many particles; strength scales it.',
      unit: '',
      min: 0,
      max: mostParticles,
      default: 24,
    }),
    ...burstShape(),
  }),
);

/** Lets particles go from a shape, all at once or over its duration; each then flies by itself. */
export const burst: EffectKind = {
  kind: 'burst',
  family: 'space',
  lengthField: 'life',
  channel: { label: 'live particles', unit: '', signed: false },
  compile(reader) {
    const count = reader.value('count');
    const look = burstLook(reader);
    return {
      mostParticles: Math.min(mostParticles, highest(count) * highest(reader.value('strength'))),
      fire: (draws, strength, duration) =>
        new BurstFiring(look, draws, Math.min(mostParticles, Math.round(draws.number(count) * strength)), duration),
    };
  },
};

/** Reads those fields. */
export function burstLook(reader: DocumentReader): BurstLook {
  const strip = reader.optionalPicture('strip');
  const picture = strip ? particlePictures.length + strip.index : particlePictures.indexOf(reader.choice('picture', particlePictures));
  if (picture > 255) reader.refuse('expected one of the first 250 pictures of the project', 'strip');
  return {
    origin: reader.choice('from', origins),
    spot: reader.choice('spot', spots, 'middle'),
    party: reader.choice('on', ['source', 'target'] as const),
    shape: reader.choice('shape', emissionShapes),
    radius: reader.value('radius'),
    outward: reader.choice('aim', aims, 'direction') === 'outward',
    direction: reader.direction('direction'),
    speed: reader.value('speed'),
    carry: reader.value('carry', 0),
    drag: reader.value('drag'),
    gravity: reader.value('gravity'),
    life: reader.value('life'),
    size: reader.value('size'),
    onScreen: reader.choice('sizeIn', ['world', 'screen'], 'world') === 'screen',
    spin: reader.value('spin'),
    facesMotion: reader.choice('facing', ['spin', 'motion'] as const) === 'motion',
    sizeTable: reader.envelope('sizeOverLife').table(),
    colourTables: reader.gradient('colourOverLife').tables(),
    drawnHue:
      reader.choice('colouring', colourings, 'gradient') === 'hue'
        ? { hue: reader.value('hue'), lightness: reader.value('lightness'), chroma: reader.value('chroma') }
        : undefined,
    picture,
    cells: strip?.cells ?? 1,
    cellRate: reader.value('stripRate', 0),
    blend: reader.blend('blend'),
  };
}
