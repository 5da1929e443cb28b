import type { Seconds } from '../units.js';
import type { Standing } from './parts/combatant.js';
import type { Touch } from './moves/touch.js';
import type { Bend } from './walking/leg.js';
import type { FullPayload } from './parts/fullPayload.js';

/** What a rung of the ladder said to an event. */
export interface RungAnswer {
  readonly rung: string;
  /** answered; passed, with why; or not asked, because one above it answered. */
  readonly answer: 'answered' | 'passed' | 'not asked';
  readonly why: string;
}

/** What came of an event, in order. */
export type Happening =
  | { readonly what: 'harm'; readonly who: string; readonly points: number; readonly health: number; readonly over: number }
  | { readonly what: 'mend'; readonly who: string; readonly points: number; readonly health: number; readonly over: number }
  | { readonly what: 'gets'; readonly who: string; readonly status: string; readonly stacks: number }
  | { readonly what: 'loses'; readonly who: string; readonly status: string; readonly stacks: number }
  | { readonly what: 'plays'; readonly sequence: string; readonly on: string; readonly after: Seconds }
  | { readonly what: 'raises'; readonly event: string; readonly on: string; readonly after: Seconds }
  | { readonly what: 'counts'; readonly who: string; readonly counter: string; readonly value: number }
  | { readonly what: 'falls' | 'goes' | 'returns'; readonly who: string }
  | { readonly what: 'lets go' | 'lets fall'; readonly who: string; readonly body: string }
  | { readonly what: 'splits'; readonly who: string; readonly into: string; readonly count: number }
  | { readonly what: 'throws'; readonly who: string; readonly distance: number }
  | { readonly what: 'too many'; readonly body: string; readonly most: number }
  | { readonly what: 'too many events'; readonly event: string; readonly most: number }
  | { readonly what: 'later'; readonly outcome: string; readonly after: Seconds }
  | { readonly what: 'too late'; readonly outcome: string }
  | { readonly what: 'too many outcomes'; readonly outcome: string; readonly most: number }
  | { readonly what: 'breaks off'; readonly who: string; readonly move: string }
  | { readonly what: 'looks'; readonly who: string; readonly look: string };

/** One event of a run: what was raised, what the ladder said, and what came of it. */
export interface LogEntry {
  readonly at: Seconds;
  /** Which event of the run it is, from 0. */
  readonly number: number;
  readonly event: string;
  /** Ids of those who take part; empty for nobody. */
  readonly source: string;
  readonly target: string;
  readonly payload: FullPayload;
  /** How its target was before it; up where it has none. */
  readonly standing: Standing;
  readonly rungs: readonly RungAnswer[];
  readonly happened: readonly Happening[];
  /** How its target was met, of an event that a contact of a move raised. */
  readonly touch?: Touch;
  /** Id of the projectile that raised the event, or that raised an earlier event of its chain. */
  readonly projectile?: string;
  /** Set on the entry of a delayed outcome: seconds of the world's clock since the event with this number. */
  readonly after?: Seconds;
  /** Said of an event that the run would not go on with. */
  readonly refused?: string;
}

/** A sequence to be played. */
export interface Cue {
  /** Which of the run it is, from 0. */
  readonly serial: number;
  readonly at: Seconds;
  /** Which event it came of. */
  readonly number: number;
  readonly sequence: string;
  readonly source: string;
  readonly target: string;
  readonly place: { readonly x: number; readonly y: number } | undefined;
  readonly payload: FullPayload;
  readonly seed: number;
  /** Everybody who is there, where that is not everybody who has been from the beginning. */
  readonly present?: readonly string[];
}

/** A step of somebody's history; between two steps of health it mends by `mending` a second of the own clock. */
export type HistoryStep =
  | {
      readonly of: 'health';
      readonly who: string;
      readonly at: Seconds;
      readonly value: number;
      readonly mending: number;
      readonly shown: Seconds;
    }
  | MoveStep
  | LegStep
  | JoinStep
  | LandStep
  | {
      readonly of: 'standing';
      readonly who: string;
      readonly at: Seconds;
      readonly value: Standing;
      /** Set if other bodies replace the despawned one: it is no longer drawn, whatever effects still show on it. */
      readonly replaced?: true;
    }
  | { readonly of: 'status'; readonly who: string; readonly at: Seconds; readonly name: string; readonly value: number }
  | { readonly of: 'counter'; readonly who: string; readonly at: Seconds; readonly name: string; readonly value: number }
  | { readonly of: 'look'; readonly who: string; readonly at: Seconds; readonly value: string };

/** A move as it begins, goes into its recovery, and is over; or is not begun, and why. */
export interface MoveStep {
  readonly of: 'move';
  readonly who: string;
  readonly at: Seconds;
  /** Its id. */
  readonly value: string;
  readonly how: 'begins' | 'recovers' | 'ends' | 'cancelled' | 'broken' | 'refused';
  readonly why: string;
}

/** Somebody goes another way from here on: evenly, by px a second of its own clock, which shows `shown`. */
export interface LegStep {
  readonly of: 'leg';
  readonly who: string;
  readonly at: Seconds;
  readonly x: number;
  readonly y: number;
  readonly vx: number;
  readonly vy: number;
  /** px a second each second, of one who is thrown and slows down. */
  readonly ax?: number | undefined;
  readonly ay?: number | undefined;
  /** Circles that it goes along besides, added up: px from a middle, from an angle on, radians a second of its own clock. */
  readonly bends?: readonly Bend[] | undefined;
  readonly shown: Seconds;
  readonly facing: 1 | -1;
  /** Where it was until then, of one that was put elsewhere at once. */
  readonly from?: { readonly x: number; readonly y: number };
}

/** Something that was let go flies no more. */
export interface LandStep {
  readonly of: 'land';
  readonly who: string;
  readonly at: Seconds;
}

/** Somebody takes part from here on, whom an outcome has brought about. */
export interface JoinStep {
  readonly of: 'join';
  readonly who: string;
  readonly at: Seconds;
  readonly actor: string;
  readonly x: number;
  readonly y: number;
  readonly facing: 1 | -1;
  readonly scale: number;
  /** px that it rises half-way of its flight, and how long that is; 0 of what does not fly so. */
  readonly hop: number;
  readonly flight: Seconds;
}
