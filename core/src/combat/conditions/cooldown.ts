import type { Asking } from '../parts/asking.js';
import { nearly, snap, told } from '../parts/memory.js';
import { choiceRule, keepers, numberRule, ruleLimits } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

export const cooldown = defineCondition({
  condition: 'cooldown',
  title: 'Cooldown',
  about: 'The rung has not matched for some seconds; at that instant it may match again.',
  search: 'throttle limit every invulnerable wait',
  fields: {
    per: choiceRule('For', 'Who waits: a party, the two together, or all alike.', keepers, 'target'),
    seconds: numberRule({
      label: 'Seconds',
      about: 'From one answer to the next, on the clock of who waits.',
      unit: 's',
      min: 0,
      max: ruleLimits.seconds,
      default: 1,
    }),
  },
  span: { to: 'seconds' },
  compile(reader) {
    const per = reader.choice('per');
    const seconds = reader.number('seconds');
    const { key } = reader;
    const since = (asking: Asking): number => {
      const memory = asking.run.memoryOf(per, asking);
      if (!memory) return NaN;
      const last = memory.lasts.get(key);
      return last === undefined ? Infinity : snap(asking.run.shownBy(per, asking) - last);
    };
    return {
      answers(asking) {
        asking.run.memoryOf(per, asking)?.lasts.set(key, asking.run.shownBy(per, asking));
      },
      holds: (asking) => since(asking) >= seconds - nearly,
      tell(asking) {
        const passed = since(asking);
        return Number.isNaN(passed) ? `there is no ${per}` : `it answered ${told(passed)} s ago, not ${told(seconds)} s`;
      },
    };
  },
  words: ({ per, seconds }) => `at most every ${told(seconds)} s for ${per === 'pair' ? 'the two' : per === 'all' ? 'all' : `the ${per}`}`,
});
