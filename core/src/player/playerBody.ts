import type { ActorFrame, KitActor, PlayerBodyFrame } from '../contract.js';
import { doubles } from '../maths/doubles.js';
import { restingActor } from '../take/frame.js';
import { Displacement, Spotted } from '../take/spotted.js';
import type { Fraction, Seconds } from '../units.js';
import { GameClock } from './gameClock.js';
import { Whereabouts } from './whereabouts.js';

/** What moves a body for a while. */
export interface Mover {
  /** Adds how far it has moved it at a wall time, in the game's px. */
  displace(wall: Float64Array, out: Displacement): void;
}

/** What says how a body is. */
export interface Posed {
  /** Writes it at a wall time, over what shows already where it is further in a pose. */
  sample(wall: Float64Array, out: ActorFrame): void;
}

/** A body as the game sees it. */
export type ShownBody = { -readonly [N in keyof PlayerBodyFrame]: PlayerBodyFrame[N] };

/** Somebody in the game: where it is put, its clock, and everything that moves it. */
export class PlayerBody {
  readonly clock = new GameClock();
  readonly whereabouts: Whereabouts;
  /** Firings of live takes that move it. */
  readonly movers: Mover[] = [];
  /** How far it was thrown for good since it was last put somewhere, by takes that are over. */
  readonly settled = new Displacement();
  /** What its takes add up to at the sampled instant: displacements from where it was put. */
  readonly frame: ActorFrame = restingActor();
  readonly shown: ShownBody;
  /** Wall time at which the body was added. */
  since: Seconds = 0;
  facing: 1 | -1 = 1;
  scale = 1;
  /** Share of its health that it has left; undefined where the game does not say. */
  health: Fraction | undefined;
  /** What the moves that it is in say of how it is; undefined for one that has been in none. */
  moves: Posed | undefined;
  /** Its place among the frame's bodies; -1 for one that the game has not named. */
  index = -1;
  /** Which of the meters in the frame is its newest. */
  meter = -1;
  /** Wall times at which it was brought back, whole: what had befallen it before does not show on it any more. */
  private readonly returns: Seconds[] = [];
  private readonly moved = new Displacement();
  private readonly spot = new Spotted();
  /** Made when it is first needed: a party that the game does not show seldom needs it. */
  private own: Places | undefined;
  private isStill = false;

  constructor(
    readonly id: string,
    public actor: KitActor | undefined,
    keeping: 'forgotten' | 'kept' = 'forgotten',
  ) {
    this.whereabouts = new Whereabouts(keeping);
    this.shown = { ...restingActor(), id, actor: '', facing: 1, scale: 1, depth: 0, groundY: 0, settledX: 0, settledY: 0 };
  }

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

  /** From here on until `forget` nothing changes where it is: it is found once for each instant that is asked for. */
  remember(): void {
    const { places } = this;
    places.count = places.next = 0;
    this.isStill = true;
  }

  forget(): void {
    this.isStill = false;
  }

  private get places(): Places {
    return (this.own ??= new Places());
  }

  /** Adds where it is at the wall time in a cell: put by the game, thrown by its takes. `lifted` counts hops. */
  addTo(out: Spotted, wall: Float64Array, lifted: boolean): void {
    const { places, isStill } = this;
    let i = isStill ? places.indexAt(wall) : -1;
    if (i < 0) i = this.find(wall, isStill ? places.takePlace() : 0);
    out.x += places.x[i];
    out.y += lifted ? places.y[i] - places.lift[i] : places.y[i];
  }

  /** Finds where it is at a wall time, and writes it into a place. */
  private find(wall: Float64Array, i: number): number {
    const { moved, movers, settled, spot, places } = this;
    spot.x = spot.y = 0;
    this.whereabouts.addTo(spot, wall);
    moved.x = settled.x;
    moved.y = settled.y;
    moved.lift = 0;
    // By index, because an iterator would be allocated for every question.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let k = 0; k < movers.length; k++) movers[k].displace(wall, moved);
    places.at[i] = wall[0];
    places.x[i] = spot.x + moved.x;
    places.y[i] = spot.y + moved.y;
    places.lift[i] = moved.lift;
    return i;
  }
}

/** Places at instants, of one body in one frame: the trails and streams of several takes ask for the same ones, in the same order. */
class Places {
  readonly at = doubles(mostPlaces);
  readonly x = doubles(mostPlaces);
  readonly y = doubles(mostPlaces);
  readonly lift = doubles(mostPlaces);
  count = 0;
  /** Where it is looked first: behind what was found last. */
  next = 0;

  /** The place at the wall time in a cell, or -1. */
  indexAt(wall: Float64Array): number {
    const { at, count } = this;
    for (let k = 0; k < count; k++) {
      const i = this.next + k < count ? this.next + k : this.next + k - count;
      // Ages that were turned into wall times on different clocks differ by their rounding.
      if (Math.abs(at[i] - wall[0]) > 1e-12) continue;
      this.next = i + 1 < count ? i + 1 : 0;
      return i;
    }
    return -1;
  }

  /** A place to write in: the last one again and again where there are no more. */
  takePlace(): number {
    if (this.count < mostPlaces) this.count++;
    this.next = 0;
    return this.count - 1;
  }
}

const mostPlaces = 48;
