import type { LegStep } from '../combat/log.js';
import { alongX, alongY, isEven, isStill, speedX, speedY } from '../combat/walking/leg.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import type { Going } from './player.js';

/** Where a body is at a wall time, of one that goes evenly on its own clock. */
export type Stretch = Pick<LegStep, 'x' | 'y' | 'vx' | 'vy' | 'ax' | 'ay' | 'bends' | 'shown' | 'facing'>;

/** A moment after an instant at which somebody is put elsewhere: until then it was where it was. */
export const afterwards: Seconds = 1e-9;

/** Where it is on a stretch at a wall time, and how it goes on from there on. */
export function goingAt(stretch: Stretch, clock: GameClock, wall: Seconds): Going {
  const passed = clock.shown(wall) - stretch.shown;
  const rate = clock.rateFrom(wall);
  const leg = { ...stretch, since: stretch.shown };
  return {
    x: alongX(leg, passed),
    y: alongY(leg, passed),
    vx: speedX(leg, passed) * rate,
    vy: speedY(leg, passed) * rate,
    facing: stretch.facing,
    bends: !isEven(leg),
  };
}

/**
 * Tells where a body was at `from`, each time that the clock which it goes by changed its rate within a stretch, before
 * `to`, and where it is at `to`: between two of these it went evenly on the wall as well.
 */
export function tellWay(stretch: Stretch, clock: GameClock, from: Seconds, to: Seconds, tell: (wall: Seconds, going: Going) => void): void {
  // One that slows down, or turns, is told often enough for what is drawn after it.
  const leg = { ...stretch, since: stretch.shown };
  const isCurved = !isEven(leg);
  // It may set off another way than it came.
  tell(from, goingAt(stretch, clock, from));
  if (!isStill(leg))
    for (let edge = from; edge < to;) {
      edge = Math.min(clock.changeAfter(edge), isCurved ? (Math.floor(edge / often + 1e-6) + 1) * often : Infinity);
      if (edge < to) tell(edge, goingAt(stretch, clock, edge));
    }
  tell(to, goingAt(stretch, clock, to));
}

/** Seconds between two places of a body that slows down or turns. */
export const often: Seconds = 1 / 480;
