import { hash4 } from '../../maths/hash.js';
import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf, placeOf } from '../parts/asking.js';
import { payloadFor } from '../parts/given.js';
import { amountRule, choiceRule, givenRule, nameRule, ruleLimits } from '../parts/ruleFields.js';
import { defineOutcome } from './outcome.js';

const whom = ['target', 'source', 'projectile', 'nobody'] as const;

export const play = defineOutcome({
  outcome: 'play',
  title: 'Play a sequence',
  about: 'Plays a sequence. Its payload has this event’s fields of equal names, and what is given here.',
  search: 'effect feedback sound particles show',
  fields: {
    sequence: nameRule('sequence', 'Sequence', 'What is played.'),
    on: choiceRule('On', 'Whom it plays on as its target; on nobody, it plays at the event’s place.', whom, 'target'),
    from: choiceRule('From', 'Who is its source.', whom, 'source'),
    after: amountRule({ label: 'After', about: 'Seconds of the world’s clock.', unit: 's', min: 0, max: ruleLimits.seconds, default: 0 }),
    payload: givenRule('What its payload has besides.'),
  },
  compile(reader) {
    const sequence = reader.sequence('sequence');
    const on = reader.choice('on');
    const from = reader.choice('from');
    const after = reader.amount('after');
    const { event } = reader.references.planOf(sequence);
    const given = reader.given('payload', event.fields, `the sequence’s event "${event.id}"`);
    const { key } = reader;
    return {
      happen(asking, doing) {
        const party = (name: (typeof whom)[number]) => (name === 'nobody' ? undefined : partyOf(asking, name));
        const target = party(on);
        const place = target ? (target === asking.target ? (asking.touch?.place ?? asking.met) : undefined) : placeOf(asking);
        const seed = hash4(asking.run.seed, asking.number >>> 0, key, 0, 0);
        doing.play(
          sequence,
          { source: party(from), target, place, projectile: asking.projectile },
          payloadFor(event.fields, given, asking),
          seed,
          amountIn(asking, after),
        );
      },
    };
  },
  words: ({ sequence, on, after = 0 }) =>
    `play ${sequence}${on === 'target' ? '' : on === 'source' || on === 'projectile' ? ` on ${on}` : ' where it happens'}${after === 0 ? '' : ` after ${amountWords(after)} s`}`,
});
