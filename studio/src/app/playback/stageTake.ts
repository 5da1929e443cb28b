import type { Comfort, Drill, EventType, Payload, Sequence } from '@undatio/core';
import { DrillTake, RapidFire, type AnyFrame, type EngineTake } from '@undatio/core/internal';

/** What is struck next. */
export interface StrikeSettings {
  readonly sequence: string;
  readonly payload: Payload;
  readonly seed: number;
  /** A pinned seed stays; otherwise each strike draws the next. */
  readonly pinned: boolean;
  readonly solo: readonly string[];
  /** How far to the right of contact the view and the ear are, in px; negative is to the left. */
  readonly listener: number;
  readonly rapid: RapidSettings;
  /** How much health the practice target has before the next blow, of 1. */
  readonly health: number;
  /** What a player of the game has turned down, or up; nothing as authored. */
  readonly comfort: Comfort;
}

/** Strikes that overlap, to see whether they still read and whether each keeps to its own target. */
export interface RapidSettings {
  readonly on: boolean;
  /** Seconds from one strike to the next. */
  readonly every: number;
  readonly strikes: number;
  /** How many targets take turns: the target, then the bystanders. */
  readonly targets: number;
  /** Degrees by which the blow's direction turns from strike to strike. */
  readonly turn: number;
}

/** What can be played and looked at at any instant. */
export type Run = EngineTake | RapidFire | DrillTake;

/** Samples a run again and again into one frame of its own. */
export function sampler(run: Run): (t: number) => AnyFrame {
  if (run instanceof DrillTake) {
    const frame = run.createFrame();
    return (t) => run.sample(t, frame);
  }
  if (run instanceof RapidFire) {
    const frame = run.createFrame();
    return (t) => run.sample(t, frame);
  }
  const frame = run.createFrame();
  return (t) => run.sample(t, frame);
}

/** What is on the stage instead of a strike: a drill, or what comes of a moment. */
export interface Lent {
  readonly what: 'drill' | 'moment';
  /** The document, of a drill. */
  readonly drill?: Drill | undefined;
}

/** The take on the stage, or why there is none. */
export interface StageTake {
  readonly sequence: Sequence;
  readonly event: EventType | undefined;
  readonly take: EngineTake | undefined;
  /** What is played: the take alone, or many blows in rapid fire. */
  readonly run: Run | undefined;
  readonly problem: string | undefined;
  readonly lent?: Lent;
  /** The soloed effects that are still there: one that was removed silences nobody. */
  readonly solo: readonly string[];
}
