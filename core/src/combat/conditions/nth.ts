import type { Asking } from '../parts/asking.js';
import { nearly, told } from '../parts/memory.js';
import { choiceRule, keepers, maybeNumberRule, numberRule, ruleLimits } from '../parts/ruleFields.js';
import { defineCondition } from './condition.js';

const counts = ['every', 'only', 'up to', 'from'] as const;

export const nth = defineCondition({
  condition: 'nth',
  title: 'Occurrence',
  about: 'The event is the first, the third or every third one for a party, counted since the start or the respawn.',
  search: 'nth every third combo first count',
  fields: {
    per: choiceRule('For', 'Who counts: a party, the two together, or all alike.', keepers, 'target'),
    count: choiceRule('Which', 'every 3rd, only the 3rd, up to the 3rd, from the 3rd on.', counts, 'every'),
    n: numberRule({ label: 'Number', about: 'Counted from 1.', unit: '', min: 1, max: 10_000, whole: true, default: 3 }),
    within: maybeNumberRule({
      label: 'Within',
      about: 'Only those count that happened less than so many seconds ago; all, when left out.',
      unit: 's',
      min: 0.001,
      max: ruleLimits.seconds,
    }),
  },
  span: { to: 'within' },
  compile(reader) {
    const per = reader.choice('per');
    const count = reader.choice('count');
    const n = reader.number('n');
    const within = reader.maybeNumber('within');
    const { key } = reader;
    const turn = (asking: Asking): number => {
      const memory = asking.run.memoryOf(per, asking);
      if (!memory) return NaN;
      return within === undefined ? (memory.tallies.get(key) ?? 0) : (memory.times.get(key)?.length ?? 0);
    };
    return {
      notes(asking) {
        const memory = asking.run.memoryOf(per, asking);
        if (!memory) return;
        if (within === undefined) {
          memory.tallies.set(key, (memory.tallies.get(key) ?? 0) + 1);
          return;
        }
        const now = asking.run.shownBy(per, asking);
        const times = memory.times.get(key) ?? [];
        let first = 0;
        while (first < times.length && now - times[first] >= within - nearly) first++;
        times.splice(0, first);
        times.push(now);
        memory.times.set(key, times);
      },
      holds(asking) {
        const found = turn(asking);
        switch (count) {
          case 'every':
            return found % n === 0;
          case 'only':
            return found === n;
          case 'up to':
            return found <= n;
          case 'from':
            return found >= n;
        }
      },
      tell(asking) {
        const found = turn(asking);
        return Number.isNaN(found) ? `there is no ${per}` : `it is number ${found} for ${whose(per)}, not ${count} ${n}`;
      },
    };
  },
  words: ({ per, count, n, within }) =>
    `${count === 'only' && n === 1 ? 'the first' : `${count} ${ordinal(n)}`} for ${whose(per)}${within === undefined ? '' : ` within ${told(within)} s`}`,
});

function whose(per: (typeof keepers)[number]): string {
  return per === 'pair' ? 'the two' : per === 'all' ? 'all' : `the ${per}`;
}

function ordinal(n: number): string {
  const tens = n % 100;
  const ones = n % 10;
  const end = tens > 10 && tens < 14 ? 'th' : ones === 1 ? 'st' : ones === 2 ? 'nd' : ones === 3 ? 'rd' : 'th';
  return `${n}${end}`;
}
