import type { Cue, LogEntry } from './log.js';
import { nearly } from './parts/memory.js';

/**
 * Returns the cues that no entry of a log mentions, in order of time: those played by statuses, moves and projectiles. A mentioned cue
 * comes at the time of its entry, or later if the outcome has a delay.
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
