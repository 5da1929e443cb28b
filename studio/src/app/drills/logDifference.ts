import type { LogEntry } from '@undatio/core/internal';

/** The first line in which two logs differ, in words. */
export function firstDifference(a: readonly LogEntry[], b: readonly LogEntry[]): string | undefined {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const [one, other] = [a.at(i), b.at(i)];
    if (one && other && gist(one) === gist(other)) continue;
    const at = Math.min(one?.at ?? Infinity, other?.at ?? Infinity);
    const [then, now] = [line(one), line(other)];
    const when = `first at ${words(at)}`;
    // Where they say the same, their instants are what differs, or what they were struck with.
    if (then !== now) return `${when}: ${then} — now ${now}`;
    return one && other && one.at !== other.at
      ? `${when}: ${then} — now at ${words(other.at)}`
      : `${when}: ${then}, struck with other numbers`;
  }
  return undefined;
}

/** What an event was and came to; why other rungs passed is no difference. */
function gist({ at, event, source, target, payload, refused, rungs, happened }: LogEntry): string {
  const answered = rungs.filter(({ answer }) => answer === 'answered').map(({ rung }) => rung);
  return JSON.stringify([at, event, source, target, payload, refused, answered, happened]);
}

const words = (at: number): string => `${Number(at.toFixed(3))} s`;

function line(entry: LogEntry | undefined): string {
  if (!entry) return 'nothing';
  const answered = entry.rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : []));
  const harm = entry.happened.flatMap((one) => (one.what === 'harm' ? [`harm ${Number(one.points.toFixed(3))}`] : []));
  return `${entry.event} on ${entry.target || 'nobody'}: ${[...answered, ...harm].join(', ') || 'no rung'}`;
}
