import type { LegStep } from '../combat/log.js';
import type { Combatant } from '../combat/parts/combatant.js';
import { isEven, isStill } from '../combat/walking/leg.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import type { LivePlayer } from './player.js';
import { afterwards, goingAt, often, tellWay } from './ways.js';
import { remembered } from './whereabouts.js';

/** Seconds that the player remembers of a body that turns. */
export const lookBack: Seconds = remembered * often;

/** A leg that a body is on, and the wall time up to which the player knows of it. */
interface Way {
  readonly leg: LegStep;
  readonly clock: GameClock;
  told: Seconds;
}

/**
 * Tells a player where bodies go by themselves, no sooner than it has to know: when somebody goes another way, or when a place is
 * asked for. Whatever is decided in one frame among thousands of bodies, the player hears only of those that it plays something on.
 */
export class LiveWays {
  /** Of those who go; who stands has been told where. */
  private readonly ways = new Map<string, Way>();
  /** Wall time up to which everybody's way is known. */
  private known: Seconds = 0;

  constructor(private readonly player: LivePlayer) {}

  /** Whether somebody is on its way. */
  goes(id: string): boolean {
    return this.ways.has(id);
  }

  /** Nobody goes another way than is known before a wall time. */
  knowTo(wall: Seconds): void {
    this.known = wall;
  }

  /** Somebody goes another way from here on, stands, or faces the other way. */
  turn({ clock }: Combatant, leg: LegStep): void {
    const { who, at, from, facing } = leg;
    this.end(who, at);
    // Somebody who is put elsewhere at once was where it was until then.
    if (from) this.player.went(who, at, { ...from, vx: 0, vy: 0, facing });
    this.player.went(who, from ? at + afterwards : at, goingAt(leg, clock, at));
    if (isStill({ ...leg, since: leg.shown })) return;
    const way: Way = { leg, clock, told: at };
    this.ways.set(who, way);
    this.player.follow(who, () => this.tell(way, this.known));
  }

  /** Somebody goes on by itself no more from a wall time on. */
  end(who: string, at: Seconds): void {
    const way = this.ways.get(who);
    if (!way) return;
    this.tell(way, at);
    this.ways.delete(who);
    this.player.follow(who, undefined);
  }

  private tell(way: Way, to: Seconds): void {
    if (to <= way.told) return;
    // Of one that turns and that nobody has asked for in a long time, what the player would forget at once is left out.
    const from = isEven({ ...way.leg, since: 0 }) ? way.told : Math.max(way.told, to - lookBack);
    tellWay(way.leg, way.clock, from, to, (wall, going) => this.player.went(way.leg.who, wall, going));
    way.told = to;
  }
}
