import { valueField, type Fields } from '../model/fields.js';
import { highest } from '../take/compiledValue.js';
import { defineKind } from './effect.js';
import { BurstFiring } from './parts/burstFiring.js';
import type { CommonFields } from './parts/common.js';
import { burstFields, burstLook, burstWork } from './parts/burstLook.js';

/** No burst lets more than this many particles go in one firing. */
const mostParticles = 100000;

const fields = {
  count: valueField({
    label: 'Count',
    about: 'How many particles; strength scales it.',
    group: 'amount',
    unit: '',
    min: 0,
    max: mostParticles,
    default: 24,
    scaled: true,
  }),
  ...burstFields,
} satisfies Fields;

export const burst = defineKind({
  kind: 'burst',
  family: 'space',
  lengthField: 'life',
  channel: { label: 'live particles', unit: '', signed: false, full: 60 },
  about: 'Lets particles go from a shape, all at once or over its duration; each then flies by itself.',
  search: 'particles explosion sparks debris shards pop',
  common: {
    clock: 'game',
    duration: 0,
    durationAbout: 'Seconds over which the particles are let go; 0 is all at once.',
    on: 'target',
  },
  fields,
  leads: ['count', 'life', 'speed', 'direction', 'size', 'gravity', 'shape', 'radius', 'picture'],
  compile(reader) {
    const count = reader.value('count');
    const look = burstLook(reader.part<typeof burstFields & CommonFields>());
    const most = Math.min(mostParticles, Math.round(highest(count) * highest(reader.value('strength'))));
    return {
      ...burstWork(look, most, highest(reader.value('duration'))),
      fire: (draws, strength, duration) =>
        new BurstFiring(look, draws, Math.min(mostParticles, Math.round(draws.number(count) * strength)), duration),
    };
  },
});
