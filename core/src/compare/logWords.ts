import type { Happening, LogEntry } from '../combat/log.js';

const number = (value: number): string => String(Number(value.toFixed(2)));

/** The rungs that matched an event, or the delay of an entry for a delayed outcome; empty if no rung matched. */
export function answeredWords({ rungs, after }: Pick<LogEntry, 'rungs' | 'after'>): string {
  if (after !== undefined) return `after ${number(after)} s`;
  return rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : [])).join(' + ');
}

/** Who did it to whom. */
export function partiesWords({ source, target }: Pick<LogEntry, 'source' | 'target'>): string {
  return `${source || '·'} → ${target || '·'}`;
}

/** How somebody was met by a move: with which, how far away and at what angle; empty where none was. */
export function touchWords({ touch }: Pick<LogEntry, 'touch'>): string {
  return touch ? `${touch.move}, ${touch.distance.toFixed(0)} px at ${touch.angle.toFixed(0)}°` : '';
}

/** What came of an event, in words; `bare` leaves out what it came to altogether, which hangs on all that was before. */
export function cameWords({ refused, happened }: Pick<LogEntry, 'refused' | 'happened'>, bare = false): string {
  return refused ?? happened.map((one) => happeningWords(one, bare)).join(', ');
}

function happeningWords(one: Happening, bare: boolean): string {
  const to = (health: number): string => (bare ? '' : ` to ${number(health)}`);
  switch (one.what) {
    case 'harm':
      return `${one.who} −${number(one.points)}${to(one.health)}${one.over > 0 ? `, ${number(one.over)} over` : ''}`;
    case 'mend':
      return `${one.who} +${number(one.points)}${to(one.health)}`;
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
