import type { WarpWindow } from '../maths/timeWarp.js';
import { choicesField, valueField, type Fields } from '../model/fields.js';
import { clockParties } from '../take/firing.js';
import { defineKind } from './effect.js';

/** An ease is made of this many short stretches of even rate, so that the clock stays piecewise linear. */
const easeSteps = 8;

const fields = {
  rate: valueField({
    label: 'Rate',
    about: 'How fast the clocks run at the slowest.',
    group: 'amount',
    unit: '×',
    min: 0.01,
    max: 0.99,
    default: 0.3,
  }),
  easeIn: valueField({ label: 'Ease in', about: 'Seconds of slowing down.', group: 'time', unit: 's', min: 0, max: 10, default: 0 }),
  easeOut: valueField({
    label: 'Ease out',
    about: 'Seconds of speeding up again.',
    group: 'time',
    unit: 's',
    min: 0,
    max: 10,
    default: 0.2,
  }),
  parties: choicesField('Slows', 'Whose game clocks run slower; world is everything that belongs to no party.', clockParties),
} satisfies Fields;

export const slow = defineKind({
  kind: 'slow',
  family: 'time',
  lengthField: 'duration',
  channel: { label: 'slowing', unit: '×', signed: false, full: 1 },
  about: 'Slows the game clocks of the parties it names, easing in and out.',
  search: 'motion timescale bullet time slowdown',
  common: { clock: 'wall', duration: 0.5, durationAbout: 'Wall seconds from first to last slowing.', on: 'target' },
  fields,
  leads: ['rate', 'duration', 'easeIn', 'easeOut', 'parties', 'strength'],
  compile(reader) {
    const slowed = reader.choices('parties');
    const rate = reader.value('rate');
    const easeIn = reader.value('easeIn');
    const easeOut = reader.value('easeOut');
    return {
      work: { timeWindows: 2 * easeSteps + 1 },
      fire(draws, strength, duration) {
        const slowest = Math.max(0, 1 - (1 - draws.number(rate)) * strength);
        const into = Math.min(duration, draws.number(easeIn));
        const outOf = Math.min(duration - into, draws.number(easeOut));
        const rateAt = (age: number): number => {
          const depth = age < into ? age / into : age > duration - outOf ? (duration - age) / outOf : 1;
          return 1 - (1 - slowest) * depth;
        };
        return {
          extent: duration,
          channel: (age) => 1 - rateAt(age),
          warp(start) {
            const edges = [
              ...Array.from({ length: into > 0 ? easeSteps : 0 }, (_, i) => (into * i) / easeSteps),
              into,
              ...Array.from({ length: outOf > 0 ? easeSteps : 0 }, (_, i) => duration - outOf + (outOf * i) / easeSteps),
              duration,
            ];
            const windows = edges.slice(0, -1).map((from, i): WarpWindow => {
              const to = edges[i + 1];
              return { start: start + from, end: start + to, rate: rateAt((from + to) / 2) };
            });
            return { windows, parties: slowed, holdLater: false };
          },
        };
      },
    };
  },
});
