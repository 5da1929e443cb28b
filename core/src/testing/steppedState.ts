import type { Point, SteppedActor, SteppedMove, SteppedZone } from './steppedBrawl.js';

/** What the stepped simulation of bodies keeps from step to step. Times of a body are those of its own clock. */

/** Where a body wants to go. */
export type Goal =
  | { readonly to: 'places'; readonly points: readonly Point[]; next: number; readonly round: boolean }
  | { readonly to: 'somebody'; readonly whom: Body; readonly within: number }
  | { readonly to: 'get away'; readonly whom: Body; readonly beyond: number };

export interface Swing {
  readonly move: SteppedMove;
  readonly began: number;
  readonly facing: 1 | -1;
  readonly closed: Set<number>;
  readonly met: readonly Set<Body>[];
}

export interface Push {
  readonly x: number;
  readonly y: number;
  /** Its direction, of length 1. */
  readonly dx: number;
  readonly dy: number;
  readonly distance: number;
  readonly seconds: number;
  readonly began: number;
  readonly edge: string | undefined;
  readonly by: Body | undefined;
}

export interface Flight {
  readonly launcher: Body;
  /** Whether it meets whoever is in its way. */
  readonly strikes: boolean;
  readonly meets: string;
  readonly lands: string;
  readonly met: Set<Body>;
  left: number;
}

export interface Body {
  readonly id: string;
  readonly actor: SteppedActor;
  readonly radius: number;
  readonly flight: Flight | undefined;
  speed: number;
  x: number;
  y: number;
  vx: number;
  vy: number;
  facing: 1 | -1;
  health: number;
  standing: 'up' | 'down' | 'gone';
  /** What its own clock shows, and until which wall time it stands still. */
  tau: number;
  halted: number;
  goal: Goal | undefined;
  /** Whether it stands where it wanted to be. */
  rests: boolean;
  /** When it is at its next place, and when it aims anew, on its own clock. */
  arrives: number;
  aims: number;
  /** Counts the ways that it went and the stops of its clock; and what it knew of these as it aimed. */
  ways: number;
  knew: number;
  swing: Swing | undefined;
  /** Whether its move takes it ahead just now. */
  lunges: boolean;
  push: Push | undefined;
}

export interface Presence {
  readonly owner: Body;
  readonly who: Body;
  readonly zone: SteppedZone;
  /** Whether one that tells of the first alone has told. */
  readonly spent: { is: boolean };
  inside: boolean;
  /** When it was told last that somebody stays. */
  told: number;
}

/** px by which a pursued body must get away before its pursuer moves again; and the same for one that keeps its distance. */
export const slack = 8;
/** Two times that are nearer than this are one. */
export const epsilon = 1e-9;
