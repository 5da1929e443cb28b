import type { ClockParty, TimeBend } from '../take/firing.js';
import { clockParties } from '../take/firing.js';
import type { WarpWindow } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';

/** Lets what bends time in one strike, in seconds from its contact, bend the clocks of its parties. */
export function bendClocks(
  bends: readonly TimeBend[],
  clocks: Readonly<Record<ClockParty, GameClock>>,
  contact: Seconds,
  now: Seconds,
  horizon: Seconds,
): void {
  if (bends.length === 0) return;
  for (const party of clockParties) {
    const windows: WarpWindow[] = [];
    for (const bend of bends)
      if (bend.parties.includes(party))
        for (const { start, end, rate } of bend.windows) windows.push({ start: contact + start, end: contact + end, rate });
    if (windows.length > 0) clocks[party].add(windows, now, horizon);
  }
}
