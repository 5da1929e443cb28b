import type { Place } from '../parts/told.js';
import { amountIn } from '../parts/amount.js';
import { amountWords } from '../parts/amountWords.js';
import { chanceIn, partyOf, placeOf, type Asking } from '../parts/asking.js';
import type { Combatant } from '../parts/combatant.js';
import { payloadFor } from '../parts/given.js';
import { nearly, told } from '../parts/memory.js';
import {
  amountRule,
  choiceRule,
  givenRule,
  maybeNumberRule,
  nameRule,
  namesRule,
  numberRule,
  parties,
  ruleLimits,
  type RuleField,
} from '../parts/ruleFields.js';
import { anyOf } from '../parts/sayings.js';
import { lead, leastAmount } from './lead.js';
import { defineOutcome } from './outcome.js';

const whom = ['target', 'source', 'projectile', 'around'] as const;
const centres = ['target', 'source', 'projectile', 'place'] as const;

/** A field that counts only for what is told all around. */
function forMany<F extends RuleField>(field: F): F {
  return { ...field, when: { field: 'on', is: ['around'] } };
}

export const raise = defineOutcome({
  outcome: 'raise',
  title: 'Raise an event',
  about: 'Raises an event: on a party, on all bodies in a radius, or on some of them at random.',
  search: 'trigger send chain explosion area radius splash',
  fields: {
    event: nameRule('event', 'Event', 'What is raised.'),
    on: choiceRule('On', 'Who is told: a party, or all around.', whom, 'target'),
    from: choiceRule('From', 'Who is its source.', ['source', 'target', 'projectile'], 'source'),
    after: amountRule({ label: 'After', about: 'Seconds of the world’s clock.', unit: 's', min: 0, max: ruleLimits.seconds, default: 0 }),
    around: forMany(choiceRule('Around', 'Whose middle the radius is drawn about.', centres, 'target')),
    radius: forMany(
      numberRule({
        label: 'Radius',
        about: 'px; whoever is that far away is told too.',
        unit: 'px',
        min: 0,
        max: ruleLimits.px,
        default: 200,
      }),
    ),
    most: forMany(
      maybeNumberRule({
        label: 'At most',
        about: 'So many of them, chosen at random; all, when left out.',
        unit: '',
        min: 1,
        max: 1000,
        whole: true,
      }),
    ),
    speed: forMany(
      maybeNumberRule({
        label: 'Speed',
        about: 'px a second at which it goes out to those around; at once, when left out.',
        unit: 'px/s',
        min: 1,
        max: ruleLimits.px,
      }),
    ),
    except: forMany(namesRule('party', 'Except', 'Parties of this event who are not told.')),
    kinds: forMany(namesRule('kind', 'Kinds', 'Only those of any of these kinds.')),
    sides: forMany(namesRule('side', 'Sides', 'Only those on any of these sides.')),
    payload: givenRule('What its payload has besides the fields of the same names.'),
  },
  compile(reader) {
    const event = reader.event('event');
    const on = reader.choice('on');
    const from = reader.choice('from');
    const after = reader.amount('after');
    const around = reader.choice('around');
    const radius = reader.number('radius');
    const most = reader.maybeNumber('most') ?? Infinity;
    const speed = reader.maybeNumber('speed') ?? Infinity;
    const except = reader.names('except');
    except.forEach((name, i) => {
      if (!parties.includes(name as never)) reader.refuse(`expected one of ${parties.join(', ')}, found "${name}"`, 'except', i);
    });
    const kinds = reader.names('kinds');
    const sides = reader.names('sides');
    const given = reader.given('payload', event.fields, `the event "${event.id}"`);
    const key = reader.keyOf(['most']);
    const centreOf = (asking: Asking): Place | undefined => {
      if (around === 'place') return placeOf(asking);
      const who = partyOf(asking, around);
      return who && { x: who.xAt(asking.at), y: who.yAt(asking.at) };
    };
    const isNamed = kinds.length + sides.length > 0;
    const isTold = (who: Combatant, asking: Asking): boolean =>
      who.standing === 'up' &&
      // What flies is not around, and a place only for whom it is named.
      (!who.flight || (who.flight.over && who.flight.stays)) &&
      (isNamed || !who.actor.untouched) &&
      !except.some((party) => partyOf(asking, party as 'source') === who) &&
      (kinds.length === 0 || kinds.some((kind) => who.actor.kinds.includes(kind))) &&
      (sides.length === 0 || sides.includes(who.actor.side));
    return {
      happen(asking, doing) {
        const delay = amountIn(asking, after);
        const source = partyOf(asking, from);
        const { projectile } = asking;
        if (on !== 'around') {
          const target = partyOf(asking, on);
          doing.raise(event, { source, target, place: asking.place, projectile }, payloadFor(event.fields, given, asking), delay);
          return;
        }
        const centre = centreOf(asking);
        if (!centre) return;
        const place = { x: centre.x, y: centre.y };
        const near = asking.run.combatants.flatMap((who) => {
          const away = Math.hypot(who.xAt(asking.at) - place.x, who.yAt(asking.at) - place.y);
          return away <= radius + nearly && isTold(who, asking) ? [{ who, away }] : [];
        });
        for (const { who, away } of chosen(near, most, (item) => chanceIn(asking, key, item))) {
          asking.reach = away;
          const payload = payloadFor(event.fields, given, asking, who.index);
          asking.reach = undefined;
          doing.raise(event, { source, target: who, place, projectile }, payload, delay + away / speed);
        }
      },
    };
  },
  leads: ({ event, on = 'target', after, most = Infinity }) => [
    lead('event', event, { later: leastAmount(after) > 0, most: on === 'around' ? most : 1 }),
  ],
  words({ event, on, after = 0, around, radius, most, kinds = [], sides = [] }) {
    const later = after === 0 ? '' : ` after ${amountWords(after)} s`;
    if (on !== 'around') return `raise ${event} on ${on}${later}`;
    const whoever = kinds.length + sides.length > 0 ? anyOf([...kinds, ...sides]) : 'all';
    return `raise ${event} on ${most === undefined ? whoever : `${most} of ${whoever}`} within ${told(radius)} px of ${around}${later}`;
  },
});

/** At most so many of a list, each as likely (Fisher and Yates' shuffle, cut short), in the list's own order. */
function chosen<T>(list: readonly T[], most: number, drawn: (item: number) => number): readonly T[] {
  if (list.length <= most) return list;
  const order = list.map((_, i) => i);
  for (let i = 0; i < most; i++) {
    const j = i + Math.floor(drawn(i) * (order.length - i));
    [order[i], order[j]] = [order[j], order[i]];
  }
  return order
    .slice(0, most)
    .sort((a, b) => a - b)
    .map((i) => list[i]);
}
