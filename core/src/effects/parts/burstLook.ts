import {
  blendField,
  choiceField,
  directionField,
  envelopeField,
  gradientField,
  optionalPictureField,
  valueField,
  type Fields,
  spotField,
  spotsField,
} from '../../model/fields.js';
import { origins } from '../../take/draws.js';
import type { DocumentReader } from '../../take/documentReader.js';
import type { Seconds } from '../../units.js';
import type { Work } from '../effect.js';
import { firedFrom, partyFollowed, type BurstLook } from './burstFiring.js';
import type { CommonFields } from './common.js';
import { emissionShapes } from './emission.js';
import { floorWays } from './landings.js';
import { particlePictures } from './particlePictures.js';

const aims = ['direction', 'outward'] as const;
const colourings = ['gradient', 'hue'] as const;
const byHue = { field: 'colouring', is: ['hue'] } as const;

/** The fields of everything that lets particles go. */
export const burstFields = {
  from: choiceField('From', 'Where the particles come from. What comes from a party follows its body.', origins, 'contact', {
    group: 'place',
  }),
  spot: spotField('The part of the party’s body.', { absent: 'middle' }),
  alsoFrom: spotsField('Also from', 'More spots that particles come from.'),
  spotShare: choiceField(
    'Each spot',
    'share: each particle comes from one spot, by the seed; all: the count comes from every spot.',
    ['share', 'all'],
    'share',
    { group: 'place', absent: 'share' },
  ),
  shape: choiceField(
    'Shape',
    'What they are let go from. cone: a mouth across the direction that fans out; body: the outline of the party’s body.',
    emissionShapes,
    'point',
    { group: 'place' },
  ),
  radius: valueField({
    label: 'Radius',
    about: 'Half the shape’s width; around a body, how far off its outline.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 1000,
    default: 0,
    drawn: 'particle',
  }),
  aim: choiceField('Aim', 'direction: by the direction; outward: away from the shape’s middle.', aims, 'direction', {
    group: 'direction',
    absent: 'direction',
  }),
  direction: directionField('Direction', 'Where they fly; spread is the whole opening angle.', { mode: 'along', angle: 0, spread: 70 }),
  speed: valueField({
    label: 'Speed',
    about: 'Speed at birth.',
    group: 'direction',
    unit: 'px/s',
    min: 0,
    max: 10000,
    default: { range: [120, 420] },
    drawn: 'particle',
  }),
  carry: valueField({
    label: 'Carry',
    about: 'Share of the moving body’s speed that a particle takes along.',
    group: 'direction',
    unit: '×',
    min: -2,
    max: 2,
    default: 0,
    absent: 0,
  }),
  drag: valueField({
    label: 'Drag',
    about: 'Share of the speed lost per second, continuously.',
    group: 'direction',
    unit: '1/s',
    min: 0,
    max: 50,
    default: 4,
  }),
  gravity: valueField({
    label: 'Gravity',
    about: 'Downward pull; negative floats up.',
    group: 'direction',
    unit: 'px/s²',
    min: -10000,
    max: 10000,
    default: 300,
  }),
  floor: choiceField(
    'At the floor',
    'through: particles fall through; stop: they stay where they land; bounce: they bounce.',
    floorWays,
    'through',
    { group: 'direction', absent: 'through' },
  ),
  bounce: valueField({
    label: 'Bounce',
    about: 'Share of its speed that a particle keeps in each bounce.',
    group: 'direction',
    unit: '×',
    min: 0,
    max: 1,
    default: 0.4,
    when: { field: 'floor', is: ['bounce'] },
    absent: 0.4,
  }),
  life: valueField({
    label: 'Life',
    about: 'Seconds that a particle is seen.',
    group: 'time',
    unit: 's',
    min: 0.001,
    max: 120,
    default: { range: [0.2, 0.5] },
    drawn: 'particle',
  }),
  size: valueField({
    label: 'Size',
    about: 'Diameter at full size.',
    group: 'look',
    unit: 'px',
    min: 0,
    max: 1000,
    default: { range: [3, 8] },
    drawn: 'particle',
  }),
  sizeIn: choiceField('Size in', 'world: grows with the view’s zoom; screen: keeps its size on the screen.', ['world', 'screen'], 'world', {
    absent: 'world',
  }),
  spin: valueField({
    label: 'Spin',
    about: 'Turning speed.',
    group: 'direction',
    unit: '°/s',
    min: -7200,
    max: 7200,
    default: { range: [-180, 180] },
    drawn: 'particle',
  }),
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
    { absent: 'gradient' },
  ),
  hue: valueField({
    label: 'Hue',
    about: 'Of the drawn colour, in OKLCH.',
    group: 'look',
    unit: '°',
    min: 0,
    max: 360,
    default: { range: [0, 360] },
    when: byHue,
    absent: 0,
  }),
  lightness: valueField({
    label: 'Lightness',
    about: 'Of the drawn colour, in OKLCH.',
    group: 'look',
    unit: '',
    min: 0,
    max: 1,
    default: 0.8,
    when: byHue,
    absent: 0.8,
  }),
  chroma: valueField({
    label: 'Chroma',
    about: 'Of the drawn colour, in OKLCH.',
    group: 'look',
    unit: '',
    min: 0,
    max: 0.4,
    default: 0.14,
    when: byHue,
    absent: 0.14,
  }),
  picture: choiceField('Picture', 'What a particle looks like.', particlePictures, 'dot'),
  strip: optionalPictureField('Own picture', 'A picture of the project in place of that; with several cells it is played as a strip.'),
  stripRate: valueField({
    label: 'Strip rate',
    about: 'Cells a second, over and over; 0 plays the strip once over each life.',
    group: 'look',
    unit: 'Hz',
    min: 0,
    max: 120,
    default: 0,
    absent: 0,
  }),
  blend: blendField('normal'),
} satisfies Fields;

/** Reads those fields. */
export function burstLook(reader: DocumentReader<typeof burstFields & CommonFields>): BurstLook {
  const strip = reader.optionalPicture('strip');
  const picture = strip ? particlePictures.length + strip.index : particlePictures.indexOf(reader.choice('picture'));
  // Read whatever the colouring is, so that what is out of bounds is refused before somebody turns to it.
  const drawn = { hue: reader.value('hue'), lightness: reader.value('lightness'), chroma: reader.value('chroma') };
  if (picture > 255) reader.refuse('expected one of the first 250 pictures of the project', 'strip');
  return {
    origin: reader.choice('from'),
    spots: [reader.spot('spot'), ...reader.spots('alsoFrom')],
    fromAll: reader.choice('spotShare') === 'all',
    party: reader.choice('on'),
    shape: reader.choice('shape'),
    radius: reader.value('radius'),
    outward: reader.choice('aim') === 'outward',
    direction: reader.direction('direction'),
    speed: reader.value('speed'),
    carry: reader.value('carry'),
    drag: reader.value('drag'),
    gravity: reader.value('gravity'),
    floor: reader.choice('floor'),
    bounce: reader.value('bounce'),
    life: reader.value('life'),
    size: reader.value('size'),
    onScreen: reader.choice('sizeIn') === 'screen',
    spin: reader.value('spin'),
    facesMotion: reader.choice('facing') === 'motion',
    sizeOverLife: reader.envelope('sizeOverLife'),
    colourOverLife: reader.gradient('colourOverLife'),
    drawnHue: reader.choice('colouring') === 'hue' ? drawn : undefined,
    picture,
    cells: strip?.cells ?? 1,
    cellRate: reader.value('stripRate'),
    blend: reader.blend('blend'),
  };
}

/** The most that one firing of up to `count` particles costs; those born apart follow their body each by itself. */
export function burstWork(
  look: BurstLook,
  count: number,
  longest: Seconds,
): { work: Partial<Work>; follows: BurstLook['party'] | undefined } {
  const follows = partyFollowed(look);
  const all = count * firedFrom(look);
  const births = longest > 0 ? all : Math.min(1, all);
  const carried = look.carry.type !== 'fixed' || look.carry.value !== 0;
  return { work: { particles: all, followings: follows ? births * (carried ? 3 : 1) : 0 }, follows };
}
