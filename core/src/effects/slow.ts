import * as z from 'zod';
import type { WarpWindow } from '../maths/timeWarp.js';
import { choicesField, lazySchema, valueField } from '../model/field.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';
import { clockParties } from './hitStop.js';

/** An ease is made of this many short stretches of even rate, so that the clock stays piecewise linear. */
const easeSteps = 8;

export const slowSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('slow'),
    ...commonFields({ clock: 'wall', duration: 0.5, durationAbout: 'Wall seconds from first to last slowing.', on: 'target' }),
    rate: valueField({ label: 'Rate', about: 'How fast the clocks run at the slowest.', unit: '×', min: 0.01, max: 0.99, default: 0.3 }),
    easeIn: valueField({ label: 'Ease in', about: 'Seconds of slowing down.', unit: 's', min: 0, max: 10, default: 0 }),
    easeOut: valueField({ label: 'Ease out', about: 'Seconds of speeding up again.', unit: 's', min: 0, max: 10, default: 0.2 }),
    parties: choicesField('Slows', 'Whose game clocks run slower; world is everything that belongs to no party.', clockParties),
  }),
);

/** Slows the game clocks of the parties it names, easing in and out. */
export const slow: EffectKind = {
  kind: 'slow',
  family: 'time',
  lengthField: 'duration',
  channel: { label: 'slowing', unit: '×', signed: false },
  compile(reader) {
    const slowed = reader.choices('parties', clockParties);
    const rate = reader.value('rate');
    const easeIn = reader.value('easeIn');
    const easeOut = reader.value('easeOut');
    return {
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
};
