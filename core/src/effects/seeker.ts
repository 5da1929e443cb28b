import { hashText } from '../maths/hash.js';
import {
  blendField,
  choiceField,
  directionField,
  envelopeField,
  gradientField,
  textField,
  identifierPattern,
  valueField,
  type Fields,
  spotField,
} from '../model/fields.js';
import { highest } from '../take/compiledValue.js';
import { origins, type Draws } from '../take/draws.js';
import type { Scene } from '../take/firing.js';
import type { Spotted } from '../take/spotted.js';
import { atBirth, movable, partyOf } from '../take/motion.js';
import { defineKind } from './effect.js';
import type { Firing } from '../take/firing.js';
import { particlePictures } from './parts/particlePictures.js';
import { beginRibbon, nodesPerRibbon, RibbonNode, writeNode, type RibbonLook } from './parts/ribbonNodes.js';

const mostPulses = 200;
const targetChannel = hashText('target');

const fields = {
  count: valueField({ label: 'Count', about: 'How many pulses fly.', group: 'amount', unit: '', min: 0, max: mostPulses, default: 3 }),
  every: valueField({
    label: 'Apart',
    about: 'Seconds from one pulse to the next.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0.06,
  }),
  from: choiceField('From', 'Where they start.', origins, 'source', { group: 'place' }),
  spot: spotField('The part of the party’s body.'),
  targets: valueField({
    label: 'Targets',
    about: 'How many different targets they may pick: the effect’s party first, then others at random.',
    group: 'place',
    unit: '',
    min: 1,
    max: 20,
    default: 1,
  }),
  within: valueField({
    label: 'Within',
    about: 'How far from the start another target may stand.',
    group: 'place',
    unit: 'px',
    min: 0,
    max: 4000,
    default: 600,
  }),
  direction: directionField('Direction', 'Where they set out; a wide spread makes a fan.', { mode: 'against', angle: 0, spread: 160 }),
  speed: valueField({
    label: 'Speed',
    about: 'At the start.',
    group: 'direction',
    unit: 'px/s',
    min: 0,
    max: 10000,
    default: { range: [300, 620] },
    drawn: 'particle',
  }),
  sway: valueField({
    label: 'Sway',
    about: 'How far they swing across their way.',
    group: 'direction',
    unit: 'px',
    min: 0,
    max: 400,
    default: { range: [0, 14] },
    drawn: 'particle',
  }),
  swayRate: valueField({
    label: 'Sway rate',
    about: 'Swings per flight.',
    group: 'time',
    unit: '×',
    min: 0,
    max: 20,
    default: { range: [1, 2] },
    drawn: 'particle',
  }),
  size: valueField({
    label: 'Size',
    about: 'Diameter of a pulse; strength scales it.',
    group: 'look',
    unit: 'px',
    min: 0,
    max: 400,
    default: 12,
    scaled: true,
  }),
  length: valueField({
    label: 'Trail',
    about: 'Seconds of the way gone that its ribbon shows.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 5,
    default: 0.14,
  }),
  widthAlong: envelopeField('Width along it', 'Scales the ribbon’s width from head to tail.', [
    { at: 0, value: 1 },
    { at: 1, value: 0 },
  ]),
  colourAlong: gradientField('Colour along it', 'From the pulse itself to the ribbon’s tail.', [
    { at: 0, colour: '#eaffb0' },
    { at: 1, colour: '#6fbf3a00' },
  ]),
  blend: blendField('add'),
  arrival: textField(
    'On arrival',
    'The signal that each pulse raises when it arrives, with its target’s number: 0 is the party, 1 on are the others.',
    'seeker-arrives',
    {
      fault: (text) =>
        identifierPattern.test(text) ? undefined : 'expected lower-case letters, digits and hyphens, starting with a letter',
    },
  ),
} satisfies Fields;

export const seeker = defineKind({
  kind: 'seeker',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'pulses', unit: '', signed: false, full: 6 },
  about: 'Pulses that fly to a target and meet it, however it moves; to one at rest by the way of least acceleration.',
  search: 'homing orb pickup experience magnet drain projectile',
  common: { clock: 'game', duration: 0.5, durationAbout: 'Seconds of a pulse’s flight.', on: 'target' },
  fields,
  leads: ['count', 'duration', 'every', 'from', 'direction', 'speed', 'size', 'sway'],
  signalsOf: ({ arrival }) => (arrival === '' ? [] : [String(arrival)]),
  compile(reader) {
    const count = reader.value('count');
    const every = reader.value('every');
    const origin = reader.choice('from');
    const spot = reader.spot('spot');
    const party = reader.choice('on');
    const targets = reader.value('targets');
    const within = reader.value('within');
    const direction = reader.direction('direction');
    const speed = reader.value('speed');
    const sway = reader.value('sway');
    const swayRate = reader.value('swayRate');
    const size = reader.value('size');
    const length = reader.value('length');
    const arrival = reader.text('arrival');
    const look: RibbonLook = {
      widthAlong: reader.envelope('widthAlong'),
      colourAlong: reader.gradient('colourAlong'),
      blend: reader.blend('blend'),
      layer: 1,
    };
    const most = Math.min(mostPulses, Math.round(highest(count)));
    return {
      work: { particles: most * nodesPerRibbon, ribbonNodes: most * nodesPerRibbon, followings: most * (nodesPerRibbon + 1) },
      signals: new Map([[arrival, most]]),
      follows: party,
      aims: true,
      fire(draws, strength, duration): Firing {
        const start = movable(draws.place(origin, spot));
        const goals = pickTargets(draws, party, Math.round(draws.number(targets)), draws.number(within), start);
        const pulses = Array.from({ length: Math.min(mostPulses, Math.round(draws.number(count))) }, (_, i) => {
          const radians = (draws.direction(direction, i) * Math.PI) / 180;
          const v0 = draws.number(speed, i);
          return {
            birth: i * draws.number(every),
            goal: goals[i % goals.length],
            vx: Math.cos(radians) * v0,
            vy: Math.sin(radians) * v0,
            sway: draws.number(sway, i),
            swings: draws.number(swayRate, i),
          };
        });
        const flight = Math.max(0.001, duration);
        const behind = draws.number(length);
        const wide = draws.number(size) * strength;
        const last = pulses.at(-1)?.birth ?? 0;
        const at = new RibbonNode();
        at.width = wide;
        const then = new Float64Array(1);
        let scene: Scene | undefined;
        /** Moves `at` to where the pulse is at `own[0]` seconds after its birth. */
        const own = new Float64Array(1);
        const fly = (pulse: (typeof pulses)[number]): void => {
          const t = own[0];
          const u = t / flight;
          at.x = pulse.goal.x;
          at.y = pulse.goal.y;
          then[0] = pulse.birth + t;
          if (pulse.goal.index === 0) scene?.addTo(at, party, then);
          const dx = at.x - start.x;
          const dy = at.y - start.y;
          const pull = (3 * u * u - u * u * u) / 2;
          const far = Math.sqrt(dx * dx + dy * dy) || 1;
          const aside = pulse.sway * Math.sin(2 * Math.PI * pulse.swings * u) * Math.sin(Math.PI * u);
          at.x = start.x + pulse.vx * t + (dx - pulse.vx * flight) * pull - (dy / far) * aside;
          at.y = start.y + pulse.vy * t + (dy - pulse.vy * flight) * pull + (dx / far) * aside;
        };
        return {
          extent: pulses.length === 0 ? 0 : last + flight + behind,
          room: { particles: pulses.length, ribbons: pulses.length, ribbonNodes: pulses.length * nodesPerRibbon },
          bind(bound) {
            scene = bound;
            bound.addTo(start, partyOf(origin), atBirth);
          },
          tells: () => [
            { name: 'pulses', value: pulses.length },
            { name: 'targets', value: new Set(pulses.map(({ goal }) => goal.index)).size },
            { name: 'last arrives after', value: last + flight, unit: 's' },
          ],
          channel: (age) => pulses.reduce((sum, { birth }) => sum + (age >= birth && age < birth + flight ? 1 : 0), 0),
          signals: (wallAt) =>
            pulses.map(({ birth, goal }, i) => ({
              name: arrival,
              start: wallAt(birth + flight),
              parameters: { target: goal.index, pulse: i },
            })),
          sample(now, { particles, ribbons }) {
            const age = now[0];
            for (let k = 0; k < pulses.length; k++) {
              const pulse = pulses[k];
              const since = age - pulse.birth;
              if (since < 0 || since >= flight + behind) continue;
              if (behind > 0) {
                beginRibbon(ribbons, look);
                for (let i = 0; i < nodesPerRibbon; i++) {
                  at.along = i / (nodesPerRibbon - 1);
                  own[0] = Math.min(flight, Math.max(0, since - at.along * behind));
                  fly(pulse);
                  writeNode(ribbons, look, at);
                }
              }
              if (since >= flight) continue;
              own[0] = since;
              fly(pulse);
              particles.item[particles.count] = k;
              writePulse(particles, look, at);
            }
          },
        };
      },
    };
  },
});

function writePulse(
  particles: Parameters<NonNullable<Firing['sample']>>[1]['particles'],
  look: RibbonLook,
  { x, y, width }: RibbonNode,
): void {
  const n = particles.count++;
  const { r, g, b, a } = look.colourAlong.tables();
  particles.x[n] = x;
  particles.y[n] = y;
  particles.size[n] = width;
  particles.rotation[n] = 0;
  particles.r[n] = r[0];
  particles.g[n] = g[0];
  particles.b[n] = b[0];
  particles.a[n] = a[0];
  particles.picture[n] = particlePictures.indexOf('dot');
  particles.cell[n] = 0;
  particles.blend[n] = look.blend;
}

interface Goal {
  readonly x: number;
  readonly y: number;
  /** 0 is the party, 1 on are the others. */
  readonly index: number;
}

/** The party itself and, drawn at random, others in range, `most` in all. */
function pickTargets(draws: Draws, party: 'source' | 'target', most: number, within: number, start: Spotted): Goal[] {
  const others = draws.places.others
    .map((place, i): Goal => ({ ...place, index: i + 1 }))
    .filter(({ x, y }) => Math.hypot(x - start.x, y - start.y) <= within)
    .map((goal) => ({ goal, order: draws.drawn(targetChannel, goal.index) }))
    .sort((a, b) => a.order - b.order || a.goal.index - b.goal.index)
    .map(({ goal }) => goal);
  return [{ ...draws.place(party), index: 0 }, ...others].slice(0, Math.max(1, most));
}
