import type { LogEntry } from '../combat/log.js';
import { plainNames, type FightNames } from '../combat/parts/fightNames.js';
import type { Seconds } from '../units.js';
import { answeredWords } from './logWords.js';

/** The first line in which two logs differ, in words; undefined where they do not. */
export function firstDifference(a: readonly LogEntry[], b: readonly LogEntry[], names = plainNames): string | undefined {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const [one, other] = [a.at(i), b.at(i)];
    if (one && other && gist(one) === gist(other)) continue;
    const when = `first at ${instantWords(Math.min(one?.at ?? Infinity, other?.at ?? Infinity))}`;
    const [then, now] = [line(one, names), line(other, names)];
    if (then !== now) return `${when}: ${then} — now ${now}`;
    // Where they say the same, their instants are what differs, or what they were struck with.
    const moved = one && other && one.at !== other.at;
    return moved ? `${when}: ${then} — now at ${instantWords(other.at)}` : `${when}: ${then}, struck with other numbers`;
  }
  return undefined;
}

/** What an event was and came to; why other rungs passed is no difference. */
function gist(entry: LogEntry): string {
  const { at, event, source, target, payload, refused, happened } = entry;
  return JSON.stringify([at, event, source, target, payload, refused, answeredWords(entry), happened]);
}

function instantWords(at: Seconds): string {
  return `${Number(at.toFixed(3))} s`;
}

function line(entry: LogEntry | undefined, names: FightNames): string {
  if (!entry) return 'nothing';
  const harm = entry.happened.flatMap((one) => (one.what === 'harm' ? [`harm ${Number(one.points.toFixed(3))}`] : []));
  const came = [answeredWords(entry, names), ...harm].filter(Boolean);
  const target = entry.target === '' ? 'nobody' : names.of('combatant', entry.target);
  return `${names.of('event', entry.event)} on ${target}: ${came.join(', ') || 'no rung'}`;
}
