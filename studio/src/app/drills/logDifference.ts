import type { LogEntry } from '@undatio/core/internal';

/** The first line in which two logs differ, in words. */
export function firstDifference(a: readonly LogEntry[], b: readonly LogEntry[]): string | undefined {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const [one, other] = [a.at(i), b.at(i)];
    if (JSON.stringify(one) === JSON.stringify(other)) continue;
    const at = Math.min(one?.at ?? Infinity, other?.at ?? Infinity);
    return `first at ${Number(at.toFixed(3))} s: ${line(one)} — now ${line(other)}`;
  }
  return undefined;
}

function line(entry: LogEntry | undefined): string {
  if (!entry) return 'nothing';
  const answered = entry.rungs.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : []));
  const harm = entry.happened.flatMap((one) => (one.what === 'harm' ? [`harm ${Number(one.points.toFixed(3))}`] : []));
  return `${entry.event} on ${entry.target || 'nobody'}: ${[...answered, ...harm].join(', ') || 'no rung'}`;
}
