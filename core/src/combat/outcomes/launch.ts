import type { Aim } from '../flights/flightKeeper.js';
import { partyOf, placeOf, type Asking } from '../parts/asking.js';
import { payloadFor } from '../parts/given.js';
import { told } from '../parts/memory.js';
import {
  choiceRule,
  flagRule,
  givenRule,
  maybeNumberRule,
  nameRule,
  numberRule,
  partyRule,
  ruleLimits,
  type Party,
  type RuleField,
} from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

/** How far what flies ahead goes, where nothing is said. */
export const farthest = 2000;

/** A field that counts only for some ways to go. */
function forWays<F extends RuleField>(field: F, ...is: readonly ('after' | 'place' | 'ahead' | 'point')[]): F {
  return { ...field, when: { field: 'to', is } };
}

const across = { unit: 'px', min: -ruleLimits.px, max: ruleLimits.px, default: 0 } as const;

export const launch = defineOutcome({
  outcome: 'launch',
  title: 'Launch a projectile',
  about: 'Launches an actor: toward a party, to a place, or ahead until it meets a body.',
  search: 'shoot throw bullet arrow missile homing fly',
  fields: {
    actor: nameRule('actor', 'What', 'The actor that flies: its body, its size, its pictures.'),
    from: partyRule('From whom it flies.', 'source'),
    to: choiceRule(
      'To',
      'after: after a party wherever it goes; place: to where it is now; ahead: straight on; point: to coordinates.',
      ['after', 'place', 'ahead', 'point'],
      'after',
    ),
    whom: forWays(partyRule('After whom, or to whose place.'), 'after', 'place'),
    x: forWays(numberRule({ label: 'Across', about: 'The point’s distance to the right of the middle of the stage.', ...across }), 'point'),
    y: forWays(numberRule({ label: 'Down', about: 'The point’s distance below the middle of the stage.', ...across }), 'point'),
    speed: numberRule({ label: 'Speed', about: 'How fast it flies.', unit: 'px/s', min: 1, max: ruleLimits.px, default: 600 }),
    range: forWays(
      maybeNumberRule({
        label: 'Range',
        about: `How far it flies ahead; ${farthest} px, when left out.`,
        unit: 'px',
        min: 1,
        max: ruleLimits.px,
      }),
      'ahead',
    ),
    meets: forWays(
      nameRule('event', 'On whom it meets', 'The event raised on each whom it meets; none, when empty.', ''),
      'after',
      'ahead',
    ),
    lands: nameRule('event', 'Where it ends', 'The event raised where it ends; none, when empty.', ''),
    pierce: forWays(
      numberRule({
        label: 'Goes through',
        about: 'How many it goes on through.',
        unit: '',
        min: 0,
        max: 100,
        whole: true,
        default: 0,
      }),
      'ahead',
    ),
    spares: forWays(choiceRule('Spares', 'Who is not met on the way.', ['launcher', 'own side', 'nobody'], 'launcher'), 'ahead'),
    hop: forWays(
      numberRule({
        label: 'Hop',
        about: 'How high it rises half-way to a place, as it is drawn.',
        unit: 'px',
        min: 0,
        max: 4000,
        default: 0,
      }),
      'place',
      'point',
    ),
    sequence: nameRule(
      'sequence',
      'Drawn by',
      'A sequence that it plays, as its source, from where it is let go to where it ends; none, when empty.',
      '',
    ),
    stays: flagRule('Stays', 'It stays where it ends; it is gone then otherwise.'),
    payload: givenRule('What the payloads of its events have besides the fields of the same names.'),
  },
  compile(reader) {
    const actor = reader.actor('actor');
    const from = reader.choice('from');
    const to = reader.choice('to');
    const whom = reader.choice('whom');
    const speed = reader.number('speed');
    const point = { x: reader.number('x'), y: reader.number('y') };
    const range = reader.maybeNumber('range') ?? farthest;
    const meets = reader.maybeEvent('meets');
    const lands = reader.maybeEvent('lands');
    const pierce = reader.number('pierce');
    const spares = reader.choice('spares');
    const hop = reader.number('hop');
    const sequence = reader.maybeSequence('sequence');
    const stays = reader.flag('stays');
    const fields = [
      ...(meets?.fields ?? []),
      ...(lands?.fields ?? []).filter(({ name }) => !meets?.fields.some((one) => one.name === name)),
    ];
    const given = reader.given('payload', fields, 'its events');
    const aimOf = (asking: Asking): Aim | undefined => {
      if (to === 'point') return { type: 'place', ...point };
      const target = partyOf(asking, whom);
      if (to === 'after') return target && { type: 'after', whom: target, ahead: aheadOf(asking, from) };
      if (to === 'ahead') return { type: 'along', angle: aheadOf(asking, from), range };
      const place = target ? { x: target.xAt(asking.at), y: target.yAt(asking.at) } : placeOf(asking);
      return place && { type: 'place', ...place };
    };
    return {
      happen(asking, doing) {
        const by = partyOf(asking, from);
        const begin = by ? { x: by.xAt(asking.at), y: by.yAt(asking.at) } : placeOf(asking);
        const aim = aimOf(asking);
        if (!begin || !aim) return;
        const payload = payloadFor(fields, given, asking);
        doing.launch(actor, begin, { aim, speed, pierce, spares, hop, meets, lands, payload, sequence, stays }, by);
      },
    };
  },
  leads({ actor, from = 'source', to = 'after', whom = 'target', meets = '', lands = '', pierce = 0, stays }) {
    // After whoever lets it go it is there at once.
    const later = to === 'ahead' || to === 'point' || from !== whom;
    return [
      ...(meets === '' ? [] : [lead('event', meets, { later, most: pierce + 1 })]),
      ...(lands === '' ? [] : [lead('event', lands, { later })]),
      ...(stays === true ? [lead('body', actor, { later: true })] : []),
    ];
  },
  doubt: ({ to = 'after', meets = '', lands = '' }) =>
    meets !== '' && meets === lands && (to === 'after' || to === 'ahead')
      ? 'raises the same event on whom the projectile meets and where it ends: a hit counts twice; keep one of the two'
      : undefined,
  words: ({ actor, to = 'after', whom = 'target', x = 0, y = 0, speed = 600, range }) =>
    `let ${actor} fly ${to === 'point' ? `to ${told(x)}, ${told(y)}` : to === 'ahead' ? `ahead${range === undefined ? '' : `, ${told(range)} px`}` : to === 'after' ? `after ${whom}` : `to where ${whom} is`} at ${told(speed)} px/s`,
});

/** The way that an event goes: its direction, or the way somebody faces. */
function aheadOf(asking: Asking, from: Party): number {
  const field = asking.event.fields.find(({ type }) => type === 'direction');
  if (field) return Number(asking.payload[field.name]);
  return partyOf(asking, from)?.facing === -1 ? 180 : 0;
}
