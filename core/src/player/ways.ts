import type { LegStep } from '../combat/log.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import type { Going } from './player.js';

/** Where a body is at a wall time, of one that goes evenly on its own clock. */
export type Stretch = Pick<LegStep, 'x' | 'y' | 'vx' | 'vy' | 'shown' | 'facing'>;

/** A moment after an instant at which somebody is put elsewhere: until then it was where it was. */
export const afterwards: Seconds = 1e-9;

/** Where it is on a stretch at a wall time, and how it goes on from there on. */
export function goingAt(stretch: Stretch, clock: GameClock, wall: Seconds): Going {
  const passed = clock.shown(wall) - stretch.shown;
  const rate = clock.rateFrom(wall);
  const { x, y, vx, vy, facing } = stretch;
  return { x: x + vx * passed, y: y + vy * passed, vx: vx * rate, vy: vy * rate, facing };
}

/**
 * Tells where a body was each time that the clock which it goes by changed its rate within a stretch, after `from` and before
 * `to`, and where it is at `to`: between two of these it went evenly on the wall as well.
 */
export function tellWay(stretch: Stretch, clock: GameClock, from: Seconds, to: Seconds, tell: (wall: Seconds, going: Going) => void): void {
  if (stretch.vx !== 0 || stretch.vy !== 0)
    for (let edge = clock.changeAfter(from); edge < to; edge = clock.changeAfter(edge)) tell(edge, goingAt(stretch, clock, edge));
  tell(to, goingAt(stretch, clock, to));
}
