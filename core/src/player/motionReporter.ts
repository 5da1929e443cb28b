import type { LegStep } from '../combat/log.js';
import type { Combatant } from '../combat/parts/combatant.js';
import { isEven, isStill } from '../combat/walking/leg.js';
import type { Seconds } from '../units.js';
import type { GameClock } from './gameClock.js';
import type { LivePlayer } from './player.js';
import { afterwards, goingAt, often, tellWay } from './ways.js';
import { remembered } from './whereabouts.js';

/** Seconds for which a player remembers the path of a body whose velocity changes all the time. */
export const rememberedPath: Seconds = remembered * often;

/** A leg under way, and the wall time up to which the player has its positions. */
interface ReportedLeg {
  readonly leg: LegStep;
  readonly clock: GameClock;
  reported: Seconds;
}

/**
 * Reports the motion of an arena's bodies to its player. Positions along a leg are reported when the leg ends, or when the player reads
 * the body's position. Bodies that no effect follows cost nothing between the start and the end of a leg.
 */
export class MotionReporter {
  /** Legs under way, by body. A body that stands still has none. */
  private readonly legs = new Map<string, ReportedLeg>();
  /** Wall time up to which no body changes its leg any more. */
  private settled: Seconds = 0;

  constructor(private readonly player: LivePlayer) {}

  isMoving(id: string): boolean {
    return this.legs.has(id);
  }

  /** Called before time passes in the player: no body changes its leg before this wall time. */
  settleUntil(wall: Seconds): void {
    this.settled = wall;
  }

  /** A body starts a leg: it sets off, turns, stops or faces the other way. */
  startLeg({ clock }: Combatant, leg: LegStep): void {
    const { who, at, from, facing } = leg;
    this.endLeg(who, at);
    // A teleported body was at its old place up to this instant.
    if (from) this.player.went(who, at, { ...from, vx: 0, vy: 0, facing });
    this.player.went(who, from ? at + afterwards : at, goingAt(leg, clock, at));
    if (isStill(leg)) return;
    const started: ReportedLeg = { leg, clock, reported: at };
    this.legs.set(who, started);
    this.player.follow(who, () => this.report(started, this.settled));
  }

  /** A body's leg, if it has one, ends at this wall time. */
  endLeg(id: string, at: Seconds): void {
    const ended = this.legs.get(id);
    if (!ended) return;
    this.report(ended, at);
    this.legs.delete(id);
    this.player.follow(id, undefined);
  }

  private report(one: ReportedLeg, to: Seconds): void {
    if (to <= one.reported) return;
    // Of a curved path the player would forget older positions at once.
    const from = isEven(one.leg) ? one.reported : Math.max(one.reported, to - rememberedPath);
    tellWay(one.leg, one.clock, from, to, (wall, going) => this.player.went(one.leg.who, wall, going));
    one.reported = to;
  }
}
