import { partyOf } from '../parts/asking.js';
import { namesRule, partyRule } from '../parts/ruleFields.js';
import { anyOf } from '../parts/sayings.js';
import { defineCondition } from './condition.js';

export const who = defineCondition({
  condition: 'who',
  title: 'Party is',
  about: 'A party is of some kind, on some side, or one of some actors. What is left empty is not asked.',
  search: 'actor kind side team enemy boss player hero',
  fields: {
    of: partyRule('Who is looked at.'),
    kinds: namesRule('kind', 'Kind', 'Has any of these kinds.'),
    sides: namesRule('side', 'Side', 'Is on any of these sides.'),
    actors: namesRule('actor', 'Actor', 'Is any of these actors.'),
  },
  compile(reader) {
    const of = reader.choice('of');
    const kinds = reader.names('kinds');
    const sides = reader.names('sides');
    const actors = reader.names('actors');
    actors.forEach((id, i) => {
      if (!reader.references.actors.has(id)) reader.refuse(`expected an actor of the project, found "${id}"`, 'actors', i);
    });
    const wanted = anyOf([...kinds, ...sides, ...actors]);
    return {
      holds(asking) {
        const actor = partyOf(asking, of)?.actor;
        if (!actor) return false;
        return (
          (kinds.length === 0 || kinds.some((kind) => actor.kinds.includes(kind))) &&
          (sides.length === 0 || sides.includes(actor.side)) &&
          (actors.length === 0 || actors.includes(actor.id))
        );
      },
      tell(asking) {
        const actor = partyOf(asking, of)?.actor;
        return actor ? `${of} is ${[actor.id, ...actor.kinds, actor.side].filter(Boolean).join(', ')}, not ${wanted}` : `there is no ${of}`;
      },
    };
  },
  words: ({ of, kinds, sides, actors }) => `${of} is ${anyOf([...kinds, ...sides, ...actors])}`,
});
