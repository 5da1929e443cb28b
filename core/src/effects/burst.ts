import * as z from 'zod';
import type { ParticlePicture } from '../contract.js';
import { choiceField, directionField, envelopeField, gradientField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { DocumentReader } from '../take/documentReader.js';
import { BurstFiring, type BurstLook } from './burstFiring.js';
import type { EffectKind } from './effect.js';

export const particlePictures = ['dot', 'spark', 'chip', 'puff'] as const satisfies readonly ParticlePicture[];
const shapes = ['point', 'disc', 'circle', 'segment'] as const;
const origins = ['contact', 'source', 'target'] as const;

/** The fields of everything that lets particles go. */
export function burstShape() {
  return {
    from: choiceField('From', 'Where the particles come from.', origins, 'contact'),
    shape: choiceField('Shape', 'What they are let go from.', shapes, 'point'),
    radius: valueField({
      label: 'Radius',
      about: 'Half the shape’s width; a segment lies across the direction.',
      unit: 'px',
      min: 0,
      max: 1000,
      default: 0,
    }),
    direction: directionField('Direction', 'Where they fly; spread is the whole opening angle.', { mode: 'along', angle: 0, spread: 70 }),
    speed: valueField({ label: 'Speed', about: 'Speed at birth.', unit: 'px/s', min: 0, max: 10000, default: { range: [120, 420] } }),
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
    picture: choiceField('Picture', 'What a particle looks like.', particlePictures, 'dot'),
    blend: choiceField('Blend', 'add glows on dark; normal covers.', ['normal', 'add'], 'normal'),
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
    count: valueField({ label: 'Count', about: 'How many particles; strength scales it.', unit: '', min: 0, max: 100000, default: 24 }),
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
      fire: (draws, strength, duration) =>
        new BurstFiring(look, draws, Math.min(100000, Math.round(draws.number(count) * strength)), duration),
    };
  },
};

/** Reads those fields. */
export function burstLook(reader: DocumentReader): BurstLook {
  return {
    origin: reader.choice('from', origins),
    shape: reader.choice('shape', shapes),
    radius: reader.value('radius'),
    direction: reader.direction('direction'),
    speed: reader.value('speed'),
    drag: reader.value('drag'),
    gravity: reader.value('gravity'),
    life: reader.value('life'),
    size: reader.value('size'),
    spin: reader.value('spin'),
    facesMotion: reader.choice('facing', ['spin', 'motion'] as const) === 'motion',
    sizeTable: reader.envelope('sizeOverLife').table(),
    colourTables: reader.gradient('colourOverLife').tables(),
    picture: particlePictures.indexOf(reader.choice('picture', particlePictures)),
    blend: reader.choice('blend', ['normal', 'add'] as const) === 'add' ? 1 : 0,
  };
}
