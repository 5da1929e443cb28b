import type { FullPayload } from '../parts/fullPayload.js';
import type { Seconds } from '../../units.js';
import type { CompiledEventRules, CompiledStatus } from '../parts/references.js';
import type { MoveKey } from './moveKeys.js';
import type { Reach } from './meeting.js';

/** An instant of a move at which it reaches for others, or a while. Seconds of its actor's clock since the wind-up was over. */
export interface CompiledContact {
  readonly after: Seconds;
  /** How long it is live; 0 is one instant. */
  readonly live: Seconds;
  /** As for an actor that faces right: 0 ahead, rising downward. */
  readonly reach: Reach;
  /** What is raised on each who is met, and with what besides its direction. */
  readonly event: CompiledEventRules;
  readonly payload: FullPayload;
  /** Its direction fields that the payload does not say. */
  readonly directions: readonly string[];
  /** Who is passed over: nobody, or those of one's own side. */
  readonly spares: 'nobody' | 'own side';
  /** Played when it begins, whether somebody is met or not. */
  readonly sequence: string | undefined;
}

/** Something that an actor does with its body: it winds up, reaches at its contacts, and recovers. */
export interface CompiledMove {
  readonly id: string;
  readonly label: string;
  readonly windUp: Seconds;
  /** In order of `after`. */
  readonly contacts: readonly CompiledContact[];
  readonly recovery: Seconds;
  /** It stays between its contacts and its recovery until it is let go. */
  readonly holds: boolean;
  /** Its actor has it from the end of the wind-up until the recovery begins. */
  readonly status: CompiledStatus | undefined;
  /** Played when it begins. */
  readonly sequence: string | undefined;
  /** Whether its actor goes on walking meanwhile. */
  readonly walks: boolean;
  /** How its actor's body is on the way, in order of time. */
  readonly keys: readonly MoveKey[];
  /** Moves that may take its place, each from so many seconds since it began. */
  readonly into: readonly { readonly move: string; readonly from: Seconds }[];
  /** How far it takes its actor ahead, evenly, and when, in seconds since it began. */
  readonly lunge: { readonly distance: number; readonly from: Seconds; readonly to: Seconds } | undefined;
}

export const movePhases = ['wind-up', 'contact', 'recovery'] as const;
export type MovePhase = (typeof movePhases)[number];

/** A move's times, of a document or as it is run. */
export interface TimedMove {
  readonly windUp: Seconds;
  readonly contacts: readonly Pick<CompiledContact, 'after' | 'live'>[];
  readonly recovery: Seconds;
}

/** Seconds from the end of the wind-up to the beginning of the recovery, of a move that is not held. */
export function liveLength({ contacts }: Pick<TimedMove, 'contacts'>): Seconds {
  return contacts.reduce((last, { after, live }) => Math.max(last, after + live), 0);
}

export function moveLength(move: TimedMove): Seconds {
  return move.windUp + liveLength(move) + move.recovery;
}

export const moveLimits = { moves: 16, contacts: 8, into: 16, seconds: 60, length: 4000, degrees: 720 } as const;
