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
  parties,
  ruleLimits,
  type Party,
  type RuleField,
} from '../parts/ruleFields.js';
import { lead } from './lead.js';
import { defineOutcome } from './outcome.js';

/** How far what flies ahead goes, where nothing is said. */
export const farthest = 2000;

/** A field that counts only for some values of *To*. */
function forWays<F extends RuleField>(field: F, ...is: readonly ('after' | 'place' | 'ahead' | 'point')[]): F {
  return { ...field, when: { field: 'to', is } };
}

const coordinate = { unit: 'px', min: -ruleLimits.px, max: ruleLimits.px, default: 0 } as const;

export const launch = defineOutcome({
  outcome: 'launch',
  title: 'Launch a projectile',
  about: 'Launches an actor: toward a party, to a place, or ahead until it meets a body.',
  search: 'shoot throw bullet arrow missile homing fly',
  fields: {
    actor: nameRule('actor', 'Projectile', 'The actor that flies, with its size and pictures.'),
    from: choiceRule('From', 'The party that launches the projectile.', parties, 'source'),
    to: choiceRule(
      'To',
      'after: homes in on a party; place: flies to where a party is now; ahead: flies straight; point: flies to coordinates.',
      ['after', 'place', 'ahead', 'point'],
      'after',
    ),
    whom: forWays(
      choiceRule('Target', 'The party that the projectile homes in on, or whose position it flies to.', parties, 'target'),
      'after',
      'place',
    ),
    x: forWays(
      numberRule({ label: 'Point x', about: 'Distance of the point to the right of the stage’s middle.', ...coordinate }),
      'point',
    ),
    y: forWays(numberRule({ label: 'Point y', about: 'Distance of the point below the stage’s middle.', ...coordinate }), 'point'),
    speed: numberRule({ label: 'Speed', about: 'Speed of the projectile.', unit: 'px/s', min: 1, max: ruleLimits.px, default: 600 }),
    range: forWays(
      maybeNumberRule({
        label: 'Range',
        about: `Distance that the projectile flies ahead; ${farthest} px, when left out.`,
        unit: 'px',
        min: 1,
        max: ruleLimits.px,
      }),
      'ahead',
    ),
    meets: forWays(
      nameRule('event', 'Event on hit', 'The event raised on each body that the projectile hits; none, when empty.', ''),
      'after',
      'ahead',
    ),
    lands: nameRule('event', 'Event at the end', 'The event raised where the flight ends; none, when empty.', ''),
    pierce: forWays(
      numberRule({
        label: 'Pierce count',
        about: 'Bodies that the projectile passes through before it stops.',
        unit: '',
        min: 0,
        max: 100,
        whole: true,
        default: 0,
      }),
      'ahead',
    ),
    spares: forWays(
      choiceRule('Ignores', 'Bodies that the projectile never hits.', ['launcher', 'own side', 'nobody'], 'launcher'),
      'ahead',
    ),
    hop: forWays(
      numberRule({
        label: 'Hop',
        about: 'Height of the drawn arc half-way to the place.',
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
      'Sequence in flight',
      'The sequence that the projectile plays as its source from launch to the end of its flight; none, when empty.',
      '',
    ),
    stays: flagRule('Stays', 'The projectile stays where its flight ends; otherwise it is despawned.'),
    payload: givenRule('Payload of the events, besides the fields of the same names.'),
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
  doer: ({ from = 'source' }) => from,
  leads({ actor, from = 'source', to = 'after', whom = 'target', meets = '', lands = '', pierce = 0, stays }) {
    // A projectile that homes in on its own launcher arrives at once.
    const later = !(to === 'after' || to === 'place') || from !== whom;
    return [
      ...(meets === '' ? [] : [lead('event', meets, { later, most: pierce + 1 })]),
      ...(lands === '' ? [] : [lead('event', lands, { later })]),
      ...(stays === true ? [lead('body', actor, { later: true })] : []),
    ];
  },
  doubt: ({ to = 'after', meets = '', lands = '' }) =>
    meets !== '' && meets === lands && (to === 'after' || to === 'ahead')
      ? 'raises the same event on hit and at the end of the flight, so a hit counts twice; clear one of the two'
      : undefined,
  words({ actor, to = 'after', whom = 'target', x = 0, y = 0, speed = 600, range }) {
    const way = {
      after: `homing in on ${whom}`,
      place: `to the position of ${whom}`,
      ahead: `ahead${range === undefined ? '' : `, ${told(range)} px`}`,
      point: `to ${told(x)}, ${told(y)}`,
    };
    return `launch ${actor} ${way[to]}, ${told(speed)} px/s`;
  },
});

/** The way that an event goes: its direction, or the way somebody faces. */
function aheadOf(asking: Asking, from: Party): number {
  const field = asking.event.fields.find(({ type }) => type === 'direction');
  if (field) return Number(asking.payload[field.name]);
  return partyOf(asking, from)?.facing === -1 ? 180 : 0;
}
