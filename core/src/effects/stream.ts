import { valueField, type Fields } from '../model/fields.js';
import type { CommonFields } from './parts/common.js';
import { burstFields, burstLook, burstWork } from './parts/burstLook.js';
import { highest } from '../take/compiledValue.js';
import { BurstFiring } from './parts/burstFiring.js';
import { defineKind } from './effect.js';

/** No stream lets more than this many particles go in one firing. */
const mostParticles = 20000;

const fields = {
  rate: valueField({
    label: 'Rate',
    about: 'Particles a second; strength scales it.',
    group: 'amount',
    unit: '1/s',
    min: 0,
    max: 5000,
    default: 60,
    scaled: true,
  }),
  ...burstFields,
} satisfies Fields;

export const stream = defineKind({
  kind: 'stream',
  family: 'space',
  lengthField: 'duration',
  channel: { label: 'live particles', unit: '', signed: false, full: 60 },
  about: 'Lets particles go one after another for as long as it lasts: particle i is born at i ÷ rate.',
  search: 'particles fire smoke flames emitter steam',
  common: { clock: 'game', duration: 0.8, durationAbout: 'Seconds for which it runs.', on: 'target' },
  fields,
  leads: ['rate', 'duration', 'life', 'speed', 'direction', 'size', 'gravity', 'shape', 'picture'],
  compile(reader) {
    const rate = reader.value('rate');
    const look = burstLook(reader.part<typeof burstFields & CommonFields>());
    const most = highest(rate) * highest(reader.value('strength')) * highest(reader.value('duration'));
    return {
      ...burstWork(look, Math.min(mostParticles, Math.ceil(most)), highest(reader.value('duration'))),
      fire(draws, strength, duration) {
        const perSecond = draws.number(rate) * strength;
        const count = Math.min(mostParticles, Math.ceil(perSecond * duration));
        // At the ceiling the particles are spread over the whole of it, rather than ending early; a lone one is born at once.
        const over = count === mostParticles ? duration : count > 1 ? count / perSecond : 0;
        return new BurstFiring(look, draws, count, over);
      },
    };
  },
});
