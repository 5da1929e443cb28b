import { choiceField, colourField, easeField, envelopeField, valueField, type Fields } from '../model/fields.js';
import type { Now } from '../take/firing.js';
import { defineKind } from './effect.js';

const showings = ['when hurt', 'always'] as const;

const byNumbers = { field: 'fullness', is: ['numbers'] } as const;

const fields = {
  fullness: choiceField(
    'Shows',
    'health: the health of the body it is on, before and after the strike; numbers: the two numbers below. Rules and games that know a body’s health always show that.',
    ['health', 'numbers'],
    'numbers',
    { absent: 'numbers', fresh: 'health' },
  ),
  before: valueField({
    label: 'Before',
    about: 'How full it was before the blow.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 1,
    when: byNumbers,
  }),
  after: valueField({
    label: 'After',
    about: 'How full it is after the blow.',
    group: 'amount',
    unit: '',
    min: 0,
    max: 1,
    default: 0.7,
    when: byNumbers,
  }),
  fall: valueField({ label: 'Fall', about: 'Seconds in which it falls.', group: 'time', unit: 's', min: 0, max: 5, default: 0.08 }),
  ease: easeField('Easing', 'How it falls, and how what lags follows.', 'ease-out'),
  lagDelay: valueField({
    label: 'Lag waits',
    about: 'Seconds for which what was lost stays lit.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 10,
    default: 0.45,
  }),
  lagTime: valueField({
    label: 'Lag falls',
    about: 'Seconds in which it then falls.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 10,
    default: 0.35,
  }),
  shows: choiceField('Seen', 'when hurt: only where something was lost; always: whatever happens.', showings, 'when hurt'),
  above: valueField({
    label: 'Above',
    about: 'How far above the body’s middle.',
    group: 'place',
    unit: 'px',
    min: -1000,
    max: 1000,
    default: 92,
  }),
  width: valueField({ label: 'Width', about: 'Of the whole bar.', group: 'look', unit: 'px', min: 1, max: 2000, default: 110 }),
  height: valueField({ label: 'Height', about: 'Of the bar.', group: 'look', unit: 'px', min: 1, max: 200, default: 9 }),
  fill: colourField('Full', 'Of what is left.', '#8fd06a'),
  lagFill: colourField('Lost', 'Of what was lost and lags behind.', '#ffd9a0'),
  back: colourField('Empty', 'Of what is empty.', '#241a16'),
  envelope: envelopeField('Alpha', 'Fade-in, hold and fade-out.', [
    { at: 0, value: 0, ease: 'ease-out' },
    { at: 0.05, value: 1 },
    { at: 0.8, value: 1, ease: 'ease-in' },
    { at: 1, value: 0 },
  ]),
} satisfies Fields;

export const meter = defineKind({
  kind: 'meter',
  family: 'words',
  lengthField: 'duration',
  channel: { label: 'full', unit: '', signed: false, full: 1 },
  about: 'A health bar over a body: it falls from the health before to the health after, and what was lost lags behind.',
  search: 'health bar gauge hp life',
  common: { clock: 'wall', duration: 1.6, durationAbout: 'Seconds from its first to its last sight.', on: 'target' },
  fields,
  leads: ['fullness', 'before', 'after', 'fall', 'lagDelay', 'lagTime', 'duration', 'above', 'width'],
  compile(reader) {
    const party = reader.choice('on');
    const byHealth = reader.choice('fullness') === 'health';
    const before = reader.value('before');
    const after = reader.value('after');
    const fall = reader.value('fall');
    const ease = reader.easing('ease');
    const lagDelay = reader.value('lagDelay');
    const lagTime = reader.value('lagTime');
    const always = reader.choice('shows') === 'always';
    const above = reader.value('above');
    const width = reader.value('width');
    const height = reader.value('height');
    const fill = reader.colour('fill');
    const lagFill = reader.colour('lagFill');
    const back = reader.colour('back');
    const envelope = reader.envelope('envelope');
    return {
      fire(draws, strength, duration) {
        const rest = draws.place(party);
        const known = byHealth ? draws.healthOf(party) : undefined;
        const first = fraction(known ? known.before : draws.number(before));
        // Strength scales what is lost, but never what is known of the body.
        const last = known ? fraction(known.after) : fraction(first + (draws.number(after) - first) * strength);
        const falls = draws.number(fall);
        const waits = draws.number(lagDelay);
        const lags = draws.number(lagTime);
        const scale = draws.scaleOf(party);
        const y = rest.y - draws.number(above) * scale;
        const wide = draws.number(width) * scale;
        const high = draws.number(height) * scale;
        const colours = [fill, lagFill, back].map((colour) => draws.packedColour(colour));
        const shown = always || last < first;
        const value = new Float64Array(1);
        const lag = new Float64Array(1);
        const seen = new Float64Array(1);
        /** Turns the seconds in a cell, since it began to fall, into where it stands then. */
        const fallen = (cell: Now, whole: number): void => {
          cell[0] = whole > 0 ? fraction(cell[0] / whole) : 1;
          ease.solve(cell);
          cell[0] = first + (last - first) * fraction(cell[0]);
        };
        /** Puts the bar at an age into `value`, and what lags behind it into `lag`. */
        const go = (now: Now): void => {
          value[0] = now[0];
          fallen(value, falls);
          // What is gained does not lag.
          if (last >= first) lag[0] = value[0];
          else if (now[0] < waits) lag[0] = first;
          else {
            lag[0] = now[0] - waits;
            fallen(lag, lags);
          }
        };
        return {
          extent: shown ? duration : 0,
          room: { meters: shown ? 1 : 0 },
          tells: () => [{ name: 'loses', value: (first - last) * 100, unit: '%' }],
          channel(age) {
            go(Float64Array.of(age));
            return value[0];
          },
          sample(now, { meters }) {
            go(now);
            seen[0] = now[0] / duration;
            envelope.solve(seen);
            const n = meters.count++;
            meters.party[n] = party === 'source' ? 1 : 2;
            meters.x[n] = rest.x;
            meters.y[n] = y;
            meters.width[n] = wide;
            meters.height[n] = high;
            meters.value[n] = value[0];
            meters.lag[n] = Math.max(meters.value[n], lag[0]);
            meters.alpha[n] = fraction(seen[0]);
            meters.fill[n] = colours[0];
            meters.lagFill[n] = colours[1];
            meters.back[n] = colours[2];
          },
        };
      },
    };
  },
});

function fraction(x: number): number {
  return Math.min(1, Math.max(0, x));
}
