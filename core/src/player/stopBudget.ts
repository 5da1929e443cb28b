import type { WarpWindow } from '../maths/timeWarp.js';
import type { ClockParty, TimeBend } from '../take/firing.js';
import type { Fraction, Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import { latestEnd, withHalt, type Halt, type StopBudget } from './stopRoom.js';

export type { StopBudget } from './stopRoom.js';

/**
 * What bends time in one strike, as long as the player wants it and the budget of each clock leaves: a stop that would take more
 * ends earlier; what only slows is not counted. In any `within` seconds no clock stands still for more than `seconds`; stops that
 * overlap are counted once.
 */
export function heldTo(
  bends: readonly TimeBend[],
  clocks: Readonly<Record<ClockParty, GameClock>>,
  contact: Seconds,
  wanted: Fraction,
  budget: StopBudget | undefined,
): readonly TimeBend[] {
  if (wanted === 1 && !budget) return bends;
  const halts: Partial<Record<ClockParty, readonly Halt[]>> = {};
  return bends.flatMap((bend) => {
    const windows = wanted === 1 ? bend.windows : bend.windows.map((window) => lasting(window, (window.end - window.start) * wanted));
    if (!budget) return [{ ...bend, windows }];
    const own = bend.parties.map((party): TimeBend => {
      const held = windows.map((window) => {
        const { start, end, rate } = window;
        if (rate > 0) return window;
        const own = halts[party] ?? clocks[party].halts(contact - budget.within, Infinity);
        const length = latestEnd(contact + start, contact + end, own, budget) - (contact + start);
        halts[party] = withHalt(own, [contact + start, contact + start + length]);
        return length === end - start ? window : lasting(window, length);
      });
      return { windows: held, parties: [party], holdLater: false };
    });
    // Whatever waits for it waits for the longest.
    const longest = own.reduce<TimeBend | undefined>((best, one) => (best && lengthOf(best) >= lengthOf(one) ? best : one), undefined);
    return own.map((one) => (one === longest ? { ...one, holdLater: bend.holdLater } : one));
  });
}

function lasting(window: WarpWindow, length: Seconds): WarpWindow {
  return { ...window, end: window.start + length };
}

function lengthOf({ windows }: TimeBend): Seconds {
  return windows.reduce((sum, { start, end }) => sum + end - start, 0);
}
