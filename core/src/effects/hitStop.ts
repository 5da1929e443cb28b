import * as z from 'zod';
import { fieldRegistry, lazySchema } from '../model/field.js';
import { commonFields } from './common.js';
import type { ClockParty, EffectKind } from './effect.js';

const parties = ['source', 'target', 'world'] as const;

export const hitStopSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('hit-stop'),
    ...commonFields({ clock: 'wall', duration: 0.06, durationAbout: 'Seconds for which the clocks stand still.', on: 'target' }),
    parties: z
      .array(z.enum(parties))
      .min(1)
      .max(3)
      .default([...parties])
      .describe('Whose game clocks halt; world is everything that belongs to no party.')
      .register(fieldRegistry, { label: 'Halts', about: 'Whose game clocks stand still.', control: 'choices', options: parties }),
    holdLater: z
      .boolean()
      .default(false)
      .describe('Effects placed after its start wait until it has ended.')
      .register(fieldRegistry, { label: 'Hold later', about: 'Effects placed after its start wait until it has ended.', control: 'flag' }),
  }),
);

/** Halts the game clocks of the parties it names: their rate is 0 for its duration × strength. */
export const hitStop: EffectKind = {
  kind: 'hit-stop',
  family: 'time',
  lengthField: 'duration',
  channel: { label: 'clock halted', unit: '', signed: false },
  compile(reader) {
    const halted = reader.choices('parties', parties) as readonly ClockParty[];
    const holdLater = reader.flag('holdLater');
    return {
      fire(_draws, strength, duration) {
        const length = duration * strength;
        return {
          extent: length,
          channel: () => 1,
          warp: (start) => ({ window: { start, end: start + length, rate: 0 }, parties: halted, holdLater }),
        };
      },
    };
  },
};
