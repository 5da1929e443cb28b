import type { Frame, SignalCue, SoundCue } from '../contract.js';
import type { WarpWindow } from '../maths/timeWarp.js';
import type { Draws } from '../take/draws.js';
import type { Seconds } from '../units.js';
import type { DocumentReader } from '../take/documentReader.js';
import type { FrameCapacity } from '../take/frame.js';
import type { Scene } from '../take/motion.js';

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
  /** The most particles, or as costly things, that one firing can let go; what a sequence comes to is bounded before it is struck. */
  readonly mostParticles?: number;
  /** Draws everything that chance, payload and place decide for one firing. */
  fire(draws: Draws, strength: number, duration: Seconds): Firing;
}

/** One reading of a firing. */
export interface Telling {
  readonly name: string;
  readonly value: number | string;
  readonly unit?: string;
}

/** One firing of an effect in a take: all discrete choices made, only time left to vary. */
export interface Firing {
  /** Seconds on its own clock from its start until nothing of it is left. */
  readonly extent: Seconds;
  /** The most of each thing that it can show at once. */
  readonly room?: Partial<FrameCapacity>;
  /** The party whose place it changes. */
  readonly moves?: 'source' | 'target';
  /** Whether what it did stays after its end; it is then sampled at its extent for ever. */
  readonly lasting?: boolean;
  /** Told once, before any sample, where the bodies go, for what follows them or flies at them. */
  readonly bind?: ((scene: Scene) => void) | undefined;
  /** Writes its part of the frame at `age` seconds on its clock, 0 ≤ age < extent (≤ when lasting). Allocates nothing. */
  sample?(age: Seconds, frame: Frame): void;
  /** What it comes to in this firing, in plain units, besides what its lane draws. */
  tells?(): readonly Telling[];
  /** The number its lane draws at `age`. */
  channel(age: Seconds): number;
  /** The clock windows it bends, for effects of the time family; `start` in wall seconds. */
  warp?(start: Seconds): TimeBend;
  /** The sound it plays, for effects of the ear family; `start` in wall seconds. */
  sound?(start: Seconds): Omit<SoundCue, 'effect'> | undefined;
  /** The moments it names; `wallAt` gives the wall time of an age. */
  signals?(wallAt: Scene['wallAt']): readonly Omit<SignalCue, 'effect'>[];
}

/** Parties whose clock can be bent; `world` is everything that belongs to no party. */
export type ClockParty = 'source' | 'target' | 'world';

export interface TimeBend {
  readonly windows: readonly WarpWindow[];
  readonly parties: readonly ClockParty[];
  /** Whether effects placed after its start wait for its end. */
  readonly holdLater: boolean;
}
