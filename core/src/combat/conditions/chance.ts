import { chanceIn } from '../parts/asking.js';
import { told } from '../parts/memory.js';
import { numberRule } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

export const chance = defineCondition({
  condition: 'chance',
  title: 'Chance',
  about: 'True by chance; the seed of the run decides.',
  search: 'random probability odds critical percent',
  fields: { share: numberRule({ label: 'Share', about: 'How often, of 1.', unit: '', min: 0, max: 1, default: 0.5 }) },
  compile(reader) {
    const share = reader.number('share');
    const { key } = reader;
    return {
      holds: (asking) => chanceIn(asking, key) < share,
      tell: (asking) => `chance drew ${told(chanceIn(asking, key))}, not below ${told(share)}`,
    };
  },
  words: ({ share }) => `${told(share * 100)} % chance`,
});
