import type { Seconds } from '../../units.js';
import type { Box, Disc } from '../moves/meeting.js';
import type { FullPayload } from '../parts/fullPayload.js';
import type { CompiledStatus } from '../parts/references.js';

/** Payload of an event that a zone raises. `directions` are fields that it leaves out: they get the direction to the target. */
export interface ZonePayload {
  readonly payload: FullPayload;
  readonly directions: readonly string[];
}

/** A part of the world about a body that does something to whoever comes into it. */
export interface CompiledZone {
  readonly id: string;
  readonly shape: Disc | Box;
  /** Whom it is for: those of any of these kinds, sides and names; where nothing is said, all. */
  readonly kinds: readonly string[];
  readonly sides: readonly string[];
  readonly actors: readonly string[];
  /** Raised on whoever comes in, stays in each so many seconds, and leaves. */
  readonly enters: string | undefined;
  readonly stays: { readonly event: string; readonly every: Seconds } | undefined;
  readonly leaves: string | undefined;
  /** Payloads by event id. Events without an entry have their default payload. */
  readonly payloads: ReadonlyMap<string, ZonePayload>;
  /** It tells of the first who comes in, and of nobody after. */
  readonly once: boolean;
  /** Seconds for which whoever has come in does not count as coming in again. */
  readonly again: Seconds;
  /** Whoever is in it has this status. */
  readonly status: CompiledStatus | undefined;
}

export const zoneLimits = { zones: 8, px: 10_000, ranks: 8 } as const;
