import { hash4 } from '../../maths/hash.js';
import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf, placeOf } from '../parts/asking.js';
import { inCommon, payloadFor } from '../parts/given.js';
import { amountRule, choiceRule, givenRule, nameRule, ruleLimits } from '../parts/ruleFields.js';
import { withNumbers } from '../../take/payload.js';
import { signalsOf } from '../../take/strike.js';
import { lead } from './lead.js';
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
    signal: nameRule('signal', 'At signal', 'The signal of the sequence at which an event is raised; none, when empty.', ''),
    raises: nameRule('event', 'Raises', 'The event raised at each of these signals, on the same parties; none, when empty.', ''),
  },
  compile(reader) {
    const sequence = reader.sequence('sequence');
    const on = reader.choice('on');
    const from = reader.choice('from');
    const after = reader.amount('after');
    const signal = reader.ownName('signal');
    const raises = reader.maybeEvent('raises');
    const plan = reader.references.planOf(sequence);
    const { event } = plan;
    const given = reader.given('payload', event.fields, `the sequence’s event "${event.id}"`);
    const { key } = reader;
    return {
      happen(asking, doing) {
        const party = (name: (typeof whom)[number]) => (name === 'nobody' ? undefined : partyOf(asking, name));
        const target = party(on);
        const place = target ? (target === asking.target ? (asking.touch?.place ?? asking.met) : undefined) : placeOf(asking);
        const seed = hash4(asking.run.seed, asking.number >>> 0, key, 0, 0);
        const parties = { source: party(from), target, place, projectile: asking.projectile };
        const payload = payloadFor(event.fields, given, asking);
        const delay = amountIn(asking, after);
        doing.play(sequence, parties, payload, seed, delay);
        if (!raises || signal === '') return;
        const own = inCommon(raises.fields, asking.payload);
        for (const one of signalsOf(plan, payload, seed, signal))
          doing.raise(raises, parties, withNumbers(own, one.parameters), delay + one.after);
      },
    };
  },
  leads: ({ raises = '', signal = '' }) => (raises === '' || signal === '' ? [] : [lead('event', raises, { later: true })]),
  words: ({ sequence, on, after = 0, signal = '', raises = '' }) =>
    `play ${sequence}${on === 'target' ? '' : on === 'source' || on === 'projectile' ? ` on ${on}` : ' where it happens'}${after === 0 ? '' : ` after ${amountWords(after)} s`}${raises === '' || signal === '' ? '' : `, raise ${raises} at ${signal}`}`,
});
