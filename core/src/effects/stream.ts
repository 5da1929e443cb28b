import * as z from 'zod';
import { lazySchema, valueField } from '../model/field.js';
import { burstLook, burstShape } from './burst.js';
import { highest } from '../take/compiledValue.js';
import { BurstFiring } from './burstFiring.js';
import { commonFields } from './common.js';
import type { EffectKind } from './effect.js';

/** No stream lets more than this many particles go in one firing. */
const mostParticles = 20000;

export const streamSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    kind: z.literal('stream'),
    ...commonFields({ clock: 'game', duration: 0.8, durationAbout: 'Seconds for which it runs.', on: 'target' }),
    rate: valueField({ label: 'Rate', about: 'Particles a second; strength scales it.', unit: '1/s', min: 0, max: 5000, default: 60 }),
    ...burstShape(),
  }),
);

/** Lets particles go one after another for as long as it lasts: particle i is born at i ÷ rate. */
export const stream: EffectKind = {
  kind: 'stream',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'live particles', unit: '', signed: false },
  compile(reader) {
    const rate = reader.value('rate');
    const look = burstLook(reader);
    const most = highest(rate) * highest(reader.value('strength')) * highest(reader.value('duration'));
    return {
      mostParticles: Math.min(mostParticles, most),
      fire(draws, strength, duration) {
        const perSecond = draws.number(rate) * strength;
        const count = Math.min(mostParticles, Math.ceil(perSecond * duration));
        // At the ceiling the particles are spread over the whole of it, rather than ending early; a lone one is born at once.
        const over = count === mostParticles ? duration : count > 1 ? count / perSecond : 0;
        return new BurstFiring(look, draws, count, over);
      },
    };
  },
};
