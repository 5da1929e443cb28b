import type { Frame, SignalCue, SoundCue } from '../contract.js';
import type { WarpWindow } from '../maths/timeWarp.js';
import type { Draws } from '../take/draws.js';
import type { Seconds } from '../units.js';
import type { DocumentReader } from '../take/documentReader.js';

/** Families share an ink and a glyph on the screen. */
export type Family = 'body' | 'space' | 'view' | 'time' | 'words' | 'ear' | 'hand' | 'logic';

/**
 * One kind of effect: everything the engine, the inspector and the checks know about it.
 * The engine never asks which kind it has.
 */
export interface EffectKind {
  readonly kind: string;
  readonly family: Family;
  /** Which field a person changes by stretching the effect's block. */
  readonly lengthField: 'duration' | 'life';
  /** What its lane draws, with the unit of that channel. */
  readonly channel: { readonly label: string; readonly unit: string; readonly signed: boolean };
  /** Resolves the document's fields to numbers once. Throws DocumentError at the offending place. */
  compile(reader: DocumentReader): EffectPlan;
}

/** A compiled effect, shared by all strikes. */
export interface EffectPlan {
  /** Draws everything that chance, payload and place decide for one firing. */
  fire(draws: Draws, strength: number, duration: Seconds): Firing;
}

/** One firing of an effect in a take: all discrete choices made, only time left to vary. */
export interface Firing {
  /** Seconds on its own clock from its start until nothing of it is left. */
  readonly extent: Seconds;
  /** The most particles, rings, numbers and pictures it can show at once; absent where it has none. */
  readonly particleLimit?: number;
  readonly ringLimit?: number;
  readonly numberLimit?: number;
  readonly pictureLimit?: number;
  /** Whether what it did stays after its end; it is then sampled at its extent for ever. */
  readonly lasting?: boolean;
  /** Writes its part of the frame at `age` seconds on its clock, 0 ≤ age < extent (≤ when lasting). Allocates nothing. */
  sample?(age: Seconds, frame: Frame): void;
  /** The number its lane draws at `age`. */
  channel(age: Seconds): number;
  /** The clock windows it bends, for effects of the time family; `start` in wall seconds. */
  warp?(start: Seconds): TimeBend;
  /** The sound it plays, for effects of the ear family; `start` in wall seconds. */
  sound?(start: Seconds): Omit<SoundCue, 'effect'> | undefined;
  /** The moment it names, for effects of the logic family; `start` in wall seconds. */
  signal?(start: Seconds): Omit<SignalCue, 'effect'>;
}

/** Parties whose clock can be bent; `world` is everything that belongs to no party. */
export type ClockParty = 'source' | 'target' | 'world';

export interface TimeBend {
  readonly windows: readonly WarpWindow[];
  readonly parties: readonly ClockParty[];
  /** Whether effects placed after its start wait for its end. */
  readonly holdLater: boolean;
}
