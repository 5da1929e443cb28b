import type { Happening, LogEntry } from '../combat/log.js';
import { plainNames, type FightNames } from '../combat/parts/fightNames.js';

const number = (value: number): string => String(Number(value.toFixed(2)));

/** The rungs that matched an event, or the delay of an entry for a delayed outcome; empty if no rung matched. */
export function answeredWords(
  { rungs, after, event }: Pick<LogEntry, 'rungs' | 'after'> & Partial<Pick<LogEntry, 'event'>>,
  names = plainNames,
): string {
  if (after !== undefined) return `after ${number(after)} s`;
  return rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [names.of('rung', rung, event)] : [])).join(' + ');
}

/** Names the source and the target of an event. */
export function partiesWords({ source, target }: Pick<LogEntry, 'source' | 'target'>, names = plainNames): string {
  const name = (id: string): string => (id === '' ? '·' : names.of('combatant', id));
  return `${name(source)} → ${name(target)}`;
}

/** Describes how a move met its target: which move, how far away and at what angle; empty for an event that no move raised. */
export function touchWords({ touch }: Pick<LogEntry, 'touch'>, names = plainNames): string {
  return touch ? `${names.of('move', touch.move)}, ${touch.distance.toFixed(0)} px at ${touch.angle.toFixed(0)}°` : '';
}

/** Describes what an event caused. `bare` leaves out the totals, which depend on all earlier events. */
export function cameWords({ refused, happened }: Pick<LogEntry, 'refused' | 'happened'>, bare = false, names = plainNames): string {
  return refused ?? happened.map((one) => happeningWords(one, bare, names)).join(', ');
}

/** A happening with names in place of ids. */
function named(one: Happening, names: FightNames): Happening {
  const of = (name: string, what: Parameters<FightNames['of']>[0]): object => {
    const id = (one as unknown as Readonly<Record<string, unknown>>)[name];
    return typeof id === 'string' && id !== '' ? { [name]: names.of(what, id) } : {};
  };
  return {
    ...one,
    ...of('who', 'combatant'),
    ...of('on', 'combatant'),
    ...of('body', 'combatant'),
    ...of('into', 'actor'),
    ...of('status', 'status'),
    ...of('sequence', 'sequence'),
    ...of('event', 'event'),
    ...of('move', 'move'),
  };
}

function happeningWords(happening: Happening, bare: boolean, names: FightNames): string {
  const one = names === plainNames ? happening : named(happening, names);
  const to = (health: number): string => (bare ? '' : ` to ${number(health)}`);
  switch (one.what) {
    case 'harm':
      return `${one.who} −${number(one.points)}${to(one.health)}${one.over > 0 ? `, ${number(one.over)} over` : ''}`;
    case 'mend':
      return `${one.who} +${number(one.points - one.over)}${to(one.health)}`;
    case 'gets':
      return `${one.who} gets ${one.status}${one.stacks > 1 ? ` × ${one.stacks}` : ''}`;
    case 'loses':
      return `${one.who} loses ${one.status}`;
    case 'plays':
      return `plays ${one.sequence}`;
    case 'raises':
      return `raises ${one.event}${one.on ? ` on ${one.on}` : ''}`;
    case 'counts':
      return `${one.counter} is ${number(one.value)}`;
    case 'lets go':
    case 'lets fall':
      return `${one.who} ${one.what} ${one.body}`;
    case 'splits':
      return `${one.who} splits into ${one.count} ${one.into}`;
    case 'throws':
      return `${one.who} is moved ${number(one.distance)} px`;
    case 'too many':
      return `${one.body} is not spawned: the limit of ${one.most} bodies is reached`;
    case 'too many events':
      return `${one.event} is not raised: ${one.most} raised events are waiting already`;
    case 'later':
      return `${one.outcome} in ${number(one.after)} s`;
    case 'too late':
      return `${one.outcome} cancelled: its body was despawned`;
    case 'too many outcomes':
      return `${one.outcome} dropped: the limit of ${one.most} delayed outcomes is reached`;
    case 'breaks off':
      return `${one.who} breaks off ${one.move}`;
    case 'looks':
      return `${one.who} looks ${one.look || 'as before'}`;
    default:
      return `${one.who} ${one.what}`;
  }
}
