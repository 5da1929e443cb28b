import type { ActorFrame, KitActor } from '../contract.js';
import { restingActor } from '../take/frame.js';
import { Displacement, type Spotted } from '../take/spotted.js';
import type { Fraction, Seconds } from '../units.js';
import { GameClock } from './gameClock.js';
import { Whereabouts } from './whereabouts.js';

/** What moves a body for a while. */
export interface Mover {
  /** Adds how far it has moved it at a wall time, in the game's px. */
  displace(wall: Float64Array, out: Displacement): void;
}

/** Somebody in the game: where it is put, its clock, and everything that moves it. */
export class PlayerBody {
  readonly clock = new GameClock();
  readonly whereabouts = new Whereabouts();
  /** Firings of live takes that move it. */
  readonly movers: Mover[] = [];
  /** How far it was thrown for good since it was last put somewhere, by takes that are over. */
  readonly settled = new Displacement();
  /** What its takes add up to at the sampled instant: displacements from where it was put. */
  readonly frame: ActorFrame = restingActor();
  /** What its clock showed at the beginning of the last advance. */
  readonly before = new Float64Array(1);
  facing: 1 | -1 = 1;
  scale = 1;
  /** Share of its health that it has left; undefined where the game does not say. */
  health: Fraction | undefined;
  /** Its place among the frame's bodies; -1 for one that the game has not named. */
  index = -1;
  /** Which of the meters in the frame is its newest. */
  meter = -1;
  /** Wall times at which it was brought back, whole: what had befallen it before does not show on it any more. */
  private readonly returns: Seconds[] = [];
  private readonly moved = new Displacement();

  constructor(
    readonly id: string,
    public actor: KitActor | undefined,
  ) {}

  bringBack(wall: Seconds): void {
    this.returns.push(wall);
    this.settled.x = this.settled.y = 0;
  }

  /** Whether it was brought back between two wall times, the later one included. */
  isBackSince(from: Seconds, wall: Float64Array): boolean {
    const { returns } = this;
    for (let i = returns.length - 1; i >= 0; i--) if (returns[i] > from && returns[i] <= wall[0]) return true;
    return false;
  }

  /** Adds where it would be at the wall time in a cell, if nothing that is under way moved it. */
  addRest(out: Spotted, wall: Float64Array): void {
    this.whereabouts.addTo(out, wall);
    out.x += this.settled.x;
    out.y += this.settled.y;
  }

  /** Adds where it is at the wall time in a cell: put by the game, thrown by its takes. `lifted` counts hops. */
  addTo(out: Spotted, wall: Float64Array, lifted: boolean): void {
    const { moved, movers, settled } = this;
    this.whereabouts.addTo(out, wall);
    moved.x = settled.x;
    moved.y = settled.y;
    moved.lift = 0;
    // By index, because an iterator would be allocated for every question.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < movers.length; i++) movers[i].displace(wall, moved);
    out.x += moved.x;
    out.y += lifted ? moved.y - moved.lift : moved.y;
  }
}
