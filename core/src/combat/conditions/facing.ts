import type { Degrees, Seconds } from '../../units.js';
import type { Asking } from '../parts/asking.js';
import type { Combatant } from '../parts/combatant.js';
import { nearly, told } from '../parts/memory.js';
import { choiceRule, numberRule } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

/** Degrees between where a blow comes from and where its target faces: 0 from the front, 180 from behind. */
function off({ event, payload, source, target, at }: Asking): number {
  if (!target) return NaN;
  const field = event.fields.find(({ type }) => type === 'direction');
  const blow = field ? Number(payload[field.name]) : source ? degreesFrom(source, target, at) : NaN;
  const from = blow + 180 - (target.facing === 1 ? 0 : 180);
  return Math.abs(((((from + 180) % 360) + 360) % 360) - 180);
}

/** Which way somebody is from somebody else, in degrees: 0 to the right, rising downward. */
function degreesFrom(from: Combatant, to: Combatant, at: Seconds): Degrees {
  return (Math.atan2(to.yAt(at) - from.yAt(at), to.xAt(at) - from.xAt(at)) * 180) / Math.PI;
}

export const facing = defineCondition({
  condition: 'facing',
  title: 'Hit from front or back',
  about: 'The blow comes from the front or the back of the target: by its direction, or by where the source is.',
  search: 'behind backstab direction angle side',
  fields: {
    from: choiceRule('From', 'Which side of the target.', ['front', 'behind'], 'front'),
    within: numberRule({ label: 'Within', about: 'Degrees to either side, the last included.', unit: '°', min: 0, max: 180, default: 90 }),
  },
  compile(reader) {
    const from = reader.choice('from');
    const within = reader.number('within');
    const side = from === 'front' ? 'front' : 'back';
    const found = (asking: Asking): number => (from === 'front' ? off(asking) : 180 - off(asking));
    return {
      holds: (asking) => found(asking) <= within + nearly,
      tell(asking) {
        const degrees = found(asking);
        return Number.isNaN(degrees)
          ? 'the blow has no direction'
          : `the blow is ${told(degrees)}° off the ${side}, not within ${told(within)}°`;
      },
    };
  },
  words: ({ from, within }) => `from the ${from === 'front' ? 'front' : 'back'} ± ${told(within)}°`,
});
