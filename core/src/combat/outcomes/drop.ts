import { chanceIn, partyOf } from '../parts/asking.js';
import { told } from '../parts/memory.js';
import { namesRule, numberRule, partyRule } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const drop = defineOutcome({
  outcome: 'drop',
  title: 'Drop an item',
  about: 'Spawns one of some actors where a body is, for others to pick up.',
  search: 'loot pickup item spawn coin',
  fields: {
    of: partyRule('Where it falls.'),
    actors: namesRule('actor', 'What', 'One of these actors, each as likely; named twice, twice as likely.'),
    share: numberRule({ label: 'Chance', about: 'How likely it is that anything falls.', unit: '', min: 0, max: 1, default: 1 }),
    apart: numberRule({ label: 'Away', about: 'How far it is thrown, any way.', unit: 'px', min: 0, max: 4000, default: 40 }),
    seconds: numberRule({ label: 'In', about: 'How long it is thrown.', unit: 's', min: 0.01, max: 60, default: 0.3 }),
  },
  compile(reader) {
    const of = reader.choice('of');
    const { actors } = reader.references;
    const things = reader.names('actors').map((name, i) => {
      const actor = actors.get(name);
      return actor ?? reader.refuse(`expected an actor of the project (${[...actors.keys()].join(', ')}), found "${name}"`, 'actors', i);
    });
    const share = reader.number('share');
    const apart = reader.number('apart');
    const seconds = reader.number('seconds');
    const { key } = reader;
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        if (!who || things.length === 0 || chanceIn(asking, key) >= share) return;
        const actor = things[Math.min(things.length - 1, Math.floor(chanceIn(asking, key, 1) * things.length))];
        const place = { x: who.xAt(asking.at), y: who.yAt(asking.at) };
        const angle = chanceIn(asking, key, 2) * 360;
        doing.spawn({ how: 'lets fall', of: who, actor, rank: actor.ranks.length, count: 1, place, apart, seconds, angle }, who);
      },
    };
  },
  leads: ({ actors = [] }) => [...new Set(actors)].map((actor) => lead('body', actor, { later: true })),
  words: ({ of, actors = [], share = 1 }) =>
    `let ${actors.join(' or ') || 'nothing'} fall at ${of}${share === 1 ? '' : `, ${told(share * 100)} %`}`,
});
