import { chanceIn, partyOf } from '../parts/asking.js';
import { told } from '../parts/memory.js';
import { flagRule, nameRule, numberRule, partyRule } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const split = defineOutcome({
  outcome: 'split',
  title: 'Split',
  about: 'Splits a body into bodies of the next smaller size tier, thrown apart. Bodies of the smallest tier do not split.',
  search: 'pieces break divide fragments spawn shatter',
  fields: {
    of: partyRule('Who splits.'),
    into: nameRule('actor', 'Into', 'Which actor they are; the same, when empty.', ''),
    count: numberRule({ label: 'How many', about: 'How many there are.', unit: '', min: 1, max: 16, whole: true, default: 2 }),
    apart: numberRule({ label: 'Apart', about: 'How far each is thrown.', unit: 'px', min: 0, max: 4000, default: 80 }),
    seconds: numberRule({ label: 'In', about: 'How long each is thrown.', unit: 's', min: 0.01, max: 60, default: 0.4 }),
    stays: flagRule('Stays', 'The one that splits is not gone.'),
  },
  compile(reader) {
    const of = reader.choice('of');
    const into = reader.maybeActor('into');
    const count = reader.number('count');
    const apart = reader.number('apart');
    const seconds = reader.number('seconds');
    const stays = reader.flag('stays');
    const { key } = reader;
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (!who || who.rank <= 1) return;
        const actor = into ?? who.actor;
        const rank = Math.min(actor.ranks.length, who.rank - 1);
        const place = { x: who.xAt(asking.at), y: who.yAt(asking.at) };
        if (!stays) doing.away(who, undefined, 'replaced');
        doing.spawn({ how: 'splits', of: who, actor, rank, count, place, apart, seconds, angle: chanceIn(asking, key) * 360 }, who);
      },
    };
  },
  leads: ({ into = '' }) => (into === '' ? [] : [lead('body', into, { later: true })]),
  sum({ into = '', count = 2 }, { actors }) {
    const tiers = actors.filter(({ id, ranks = [] }) => ranks.length > 1 && (into === '' || id === into));
    const lines = tiers.map(({ label, ranks = [] }) => {
      const steps = Array.from({ length: ranks.length - 1 }, (_, i) => count ** (i + 1));
      const all = steps.reduce((sum, step) => sum + step, 0);
      return `${label}: ${steps.join(' + ')}${steps.length > 1 ? ` = ${all}` : ''} pieces of one`;
    });
    return lines.length === 0 ? 'No actor has several sizes: nothing splits.' : `If every piece splits alike, ${lines.join('; ')}.`;
  },
  words: ({ of, into = '', count = 2 }) => `split ${of} into ${told(count)}${into === '' ? '' : ` ${into}`} of the next lower rank`,
});
