import { eased } from '../maths/easing.js';
import { readTable } from '../maths/envelope.js';
import { blendField, choiceField, easeField, envelopeField, gradientField, valueField, type Fields } from '../model/fields.js';
import { origins } from '../take/draws.js';
import { bindTo, movable } from '../take/motion.js';
import { defineKind } from './effect.js';

const fields = {
  from: choiceField('From', 'What it widens around.', origins, 'contact', { group: 'place' }),
  radiusFrom: valueField({
    label: 'First radius',
    about: 'Radius at its start.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 4000,
    default: 8,
  }),
  radiusTo: valueField({
    label: 'End radius',
    about: 'Radius at its end; strength scales it.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 4000,
    default: 90,
    scaled: true,
  }),
  width: valueField({
    label: 'Width',
    about: 'Width of the line at the envelope’s full height.',
    group: 'look',
    unit: 'px',
    min: 0,
    max: 400,
    default: 7,
  }),
  ease: easeField('Easing', 'How it widens.', 'cubic-bezier(0.1, 0.7, 0.2, 1)'),
  envelope: envelopeField('Width over life', 'Scales the width over its life.', [
    { at: 0, value: 1 },
    { at: 1, value: 0.1 },
  ]),
  colourOverLife: gradientField('Colour over life', 'Colour and alpha over its life.', [
    { at: 0, colour: '#fff6dc' },
    { at: 1, colour: '#ffb65400' },
  ]),
  blend: blendField('add'),
} satisfies Fields;

export const ring = defineKind({
  kind: 'ring',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'radius', unit: 'px', signed: false, full: 120 },
  about: 'An outline that widens from one radius to another by its easing.',
  search: 'shockwave circle wave pulse ripple',
  common: { clock: 'game', duration: 0.32, durationAbout: 'Seconds from its first to its last line.', on: 'target' },
  fields,
  leads: ['radiusTo', 'width', 'duration', 'from', 'radiusFrom', 'strength'],
  compile(reader) {
    const origin = reader.choice('from');
    const radiusFrom = reader.value('radiusFrom');
    const radiusTo = reader.value('radiusTo');
    const width = reader.value('width');
    const ease = reader.easing('ease');
    const envelope = reader.envelope('envelope');
    const colours = reader.gradient('colourOverLife');
    const blend = reader.blend('blend');
    return {
      fire(draws, strength, duration) {
        const { r, g, b, a } = colours.tables();
        const place = movable(draws.place(origin));
        const first = draws.number(radiusFrom);
        const last = draws.number(radiusTo) * strength;
        const line = draws.number(width);
        const radius = (age: number): number => Math.max(0, first + (last - first) * eased(ease, age / duration));
        return {
          extent: duration,
          room: { rings: 1 },
          bind: bindTo(place, origin),
          channel: radius,
          sample(now, { rings }) {
            const age = now[0];
            const u = age / duration;
            const n = rings.count++;
            rings.x[n] = place.x;
            rings.y[n] = place.y;
            rings.radius[n] = radius(age);
            rings.width[n] = Math.max(0, line * envelope.at(u));
            rings.r[n] = readTable(r, u);
            rings.g[n] = readTable(g, u);
            rings.b[n] = readTable(b, u);
            rings.a[n] = readTable(a, u);
            rings.blend[n] = blend;
          },
        };
      },
    };
  },
});
