import { readTable } from '../maths/envelope.js';
import {
  blendField,
  choiceField,
  directionField,
  easeField,
  envelopeField,
  gradientField,
  valueField,
  type Fields,
  spotField,
} from '../model/fields.js';
import { origins } from '../take/draws.js';
import type { Scene } from '../take/firing.js';
import { movable, partyOf } from '../take/motion.js';
import { defineKind } from './effect.js';

const ways = ['turned', 'mirrored'] as const;

const fields = {
  from: choiceField('From', 'What it turns around. Around a party it follows the body.', origins, 'source', { group: 'place' }),
  spot: spotField('The part of the party’s body.'),
  direction: directionField('Direction', 'The middle of the sweep.', { mode: 'along', angle: 0, spread: 0 }),
  sweep: valueField({
    label: 'Sweep',
    about: 'How far it turns; negative sweeps the other way round.',
    group: 'amount',
    unit: '°',
    min: -720,
    max: 720,
    default: 130,
  }),
  leftward: choiceField(
    'Going left',
    'turned: the same way round wherever it points; mirrored: where it points to the left, as in a mirror, as a body that faces left.',
    ways,
    'turned',
    { group: 'amount', absent: 'turned' },
  ),
  reach: valueField({
    label: 'Reach',
    about: 'The radius within which the weapon truly hits.',
    group: 'amount',
    unit: 'px',
    min: 0,
    max: 4000,
    default: 150,
  }),
  drawn: valueField({
    label: 'Drawn',
    about: 'Outer radius that is drawn against the true reach; strength scales it.',
    group: 'amount',
    unit: '×',
    min: 0,
    max: 4,
    default: 1,
    scaled: true,
  }),
  width: valueField({
    label: 'Width',
    about: 'Of the band at the envelope’s full height.',
    group: 'look',
    unit: 'px',
    min: 0,
    max: 2000,
    default: 46,
  }),
  ease: easeField('Easing', 'How it sweeps.', 'cubic-bezier(0.2, 0.6, 0.2, 1)'),
  tail: valueField({
    label: 'Tail',
    about: 'Seconds that its path stays visible behind it.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0.09,
  }),
  envelope: envelopeField('Width over life', 'Scales the band over its life.', [
    { at: 0, value: 0.4, ease: 'ease-out' },
    { at: 0.4, value: 1, ease: 'ease-in' },
    { at: 1, value: 0.2 },
  ]),
  colourOverLife: gradientField('Colour over life', 'Colour and alpha of the leading edge over its life.', [
    { at: 0, colour: '#fff9e8' },
    { at: 0.6, colour: '#ffd98ae0' },
    { at: 1, colour: '#ff9a3d00' },
  ]),
  blend: blendField('add'),
} satisfies Fields;

export const arc = defineKind({
  kind: 'arc',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'swept', unit: '°', signed: false, full: 130 },
  about: "A weapon's path: a band that sweeps by its easing and whose tail runs the same path `tail` seconds later.",
  search: 'slash swing swipe weapon blade crescent',
  common: { clock: 'game', duration: 0.12, durationAbout: 'Seconds of the sweep.', on: 'source' },
  fields,
  leads: ['reach', 'sweep', 'width', 'duration', 'direction', 'drawn', 'tail'],
  compile(reader) {
    const origin = reader.choice('from');
    const spot = reader.spot('spot');
    const direction = reader.direction('direction');
    const turn = reader.value('sweep');
    const isMirrored = reader.choice('leftward') === 'mirrored';
    const reach = reader.value('reach');
    const drawn = reader.value('drawn');
    const width = reader.value('width');
    const ease = reader.easing('ease');
    const tail = reader.value('tail');
    const envelope = reader.envelope('envelope');
    const colours = reader.gradient('colourOverLife');
    const blend = reader.blend('blend');
    return {
      work: { followings: 1 },
      follows: partyOf(origin),
      fire(draws, strength, duration) {
        const { r, g, b, a } = colours.tables();
        const rest = draws.place(origin, spot);
        const at = movable(rest);
        const middle = draws.direction(direction, 0);
        const heading = draws.base(direction) - direction.angle;
        // Straight up and straight down are not to the left.
        const mirrors = isMirrored && Math.cos((heading * Math.PI) / 180) < -1e-9;
        const whole = draws.number(turn) * (mirrors ? -1 : 1);
        const begin = (mirrors ? 2 * heading - middle : middle) - whole / 2;
        const hits = draws.number(reach);
        const outer = hits * draws.number(drawn) * strength;
        const band = draws.number(width);
        const behind = draws.number(tail);
        const extent = duration + behind;
        const cell = new Float64Array(1);
        /** Turns the age in the cell into how far it has swept by then. */
        const sweep = (): void => {
          cell[0] = duration > 0 ? Math.min(1, Math.max(0, cell[0] / duration)) : 1;
          ease.solve(cell);
          cell[0] *= whole;
        };
        const swept = (age: number): number => {
          cell[0] = age;
          sweep();
          return cell[0];
        };
        let scene: Scene | undefined;
        return {
          extent,
          room: { arcs: 1 },
          tells() {
            const party = origin === 'target' ? 'source' : 'target';
            const { width } = draws.body(party);
            const goal = draws.place(party);
            const far = Math.hypot(goal.x - rest.x, goal.y - rest.y) - width / 2;
            return [
              { name: 'true reach', value: hits, unit: 'px' },
              { name: 'drawn beyond it', value: outer - hits, unit: 'px' },
              { name: `the ${party} begins`, value: far, unit: 'px away' },
              { name: 'reaches it', value: hits >= far ? 'yes' : 'no' },
            ];
          },
          channel: (age) => Math.abs(swept(age) - swept(age - behind)),
          bind: (bound) => (scene = bound),
          sample(now, { arcs }) {
            const age = now[0];
            at.x = rest.x;
            at.y = rest.y;
            scene?.addTo(at, partyOf(origin), now);
            const u = age / extent;
            const n = arcs.count++;
            arcs.x[n] = at.x;
            arcs.y[n] = at.y;
            arcs.outer[n] = outer;
            // Through a cell: what a call returns would be boxed here.
            cell[0] = u;
            envelope.solve(cell);
            arcs.inner[n] = Math.max(0, outer - Math.max(0, band * cell[0]));
            cell[0] = age - behind;
            sweep();
            arcs.from[n] = begin + cell[0];
            cell[0] = age;
            sweep();
            arcs.to[n] = begin + cell[0];
            arcs.reach[n] = hits;
            arcs.live[n] = age < duration ? 1 : 0;
            arcs.r[n] = readTable(r, u);
            arcs.g[n] = readTable(g, u);
            arcs.b[n] = readTable(b, u);
            arcs.a[n] = readTable(a, u);
            arcs.blend[n] = blend;
          },
        };
      },
    };
  },
});
