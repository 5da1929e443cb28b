import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { partyOf, type Asking } from '../parts/asking.js';
import { amountRule, choiceRule, nameRule, numberRule, partyRule } from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

export const shove = defineOutcome({
  outcome: 'shove',
  title: 'Push',
  about: 'Pushes a body. It slows down until it stands, or until an edge of the stage stops it.',
  search: 'knockback move throw pull shove',
  fields: {
    of: partyRule('Who is moved.'),
    distance: amountRule({ label: 'Distance', about: 'How far, if nothing stops it.', unit: 'px', min: 0, max: 4000, default: 80 }),
    seconds: numberRule({ label: 'In', about: 'How long it goes, on its own clock.', unit: 's', min: 0.01, max: 60, default: 0.3 }),
    way: choiceRule('Way', 'With the blow, or against it.', ['with', 'against'], 'with'),
    edge: nameRule('event', 'At an edge', 'The event raised on it where an edge stops it, with its speed; none, when empty.', ''),
  },
  compile(reader) {
    const of = reader.choice('of');
    const distance = reader.amount('distance');
    const seconds = reader.number('seconds');
    const way = reader.choice('way');
    const edge = reader.maybeEvent('edge');
    return {
      happen(asking, doing) {
        const who = partyOf(asking, of);
        const angle = blowOf(asking);
        if (!who || angle === undefined) return;
        const by = who === asking.source ? asking.target : asking.source;
        doing.shove(who, { distance: amountIn(asking, distance), seconds, angle: way === 'with' ? angle : angle + 180, edge, by });
      },
    };
  },
  leads: ({ edge = '' }) => (edge === '' ? [] : [lead('event', edge, { later: true })]),
  words: ({ of, distance = 80, way = 'with' }) => `move ${of} ${amountWords(distance)} px ${way} the blow`,
});

/** Which way a blow goes: its direction, or from source to target; undefined where it has none. */
function blowOf({ event, payload, source, target, at }: Asking): number | undefined {
  const field = event.fields.find(({ type }) => type === 'direction');
  if (field) return Number(payload[field.name]);
  if (!source || !target) return undefined;
  return (Math.atan2(target.yAt(at) - source.yAt(at), target.xAt(at) - source.xAt(at)) * 180) / Math.PI;
}
