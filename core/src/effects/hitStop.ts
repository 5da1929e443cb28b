import * as z from 'zod';
import { choicesField, fieldRegistry, lazySchema } from '../model/field.js';
import { commonFields } from './common.js';
import type { ClockParty, EffectKind } from './effect.js';

export const clockParties = ['source', 'target', 'world'] as const satisfies readonly ClockParty[];

export const hitStopSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('hit-stop'),
    ...commonFields({ clock: 'wall', duration: 0.06, durationAbout: 'Seconds for which the clocks stand still.', on: 'target' }),
    parties: choicesField('Halts', 'Whose game clocks stand still; world is everything that belongs to no party.', clockParties),
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
    const halted = reader.choices('parties', clockParties);
    const holdLater = reader.flag('holdLater');
    return {
      fire(_draws, strength, duration) {
        const length = duration * strength;
        return {
          extent: length,
          channel: () => 1,
          warp: (start) => ({ windows: [{ start, end: start + length, rate: 0 }], parties: halted, holdLater }),
        };
      },
    };
  },
};
