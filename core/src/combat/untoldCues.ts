import type { Cue, LogEntry } from './log.js';
import { nearly } from './parts/memory.js';

/**
 * The cues that no entry of a log tells of, in order of time: what statuses play as they begin, hold and end, and moves as they are
 * done. A cue that an entry tells of comes at its instant, or later by the outcome's delay.
 */
export function untoldCues<T extends Pick<Cue, 'at' | 'sequence' | 'target'>>(
  log: readonly Pick<LogEntry, 'at' | 'happened'>[],
  cues: readonly T[],
): T[] {
  const told = new Map<string, number>();
  let next = 0;
  return cues.filter(({ at, sequence, target }) => {
    for (; next < log.length && log[next].at <= at + nearly; next++)
      for (const one of log[next].happened) if (one.what === 'plays') count(told, `${one.sequence} ${one.on}`, 1);
    const key = `${sequence} ${target}`;
    if ((told.get(key) ?? 0) === 0) return true;
    count(told, key, -1);
    return false;
  });
}

function count(told: Map<string, number>, key: string, by: number): void {
  told.set(key, (told.get(key) ?? 0) + by);
}
