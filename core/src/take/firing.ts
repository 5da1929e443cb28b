import type { Frame, SignalCue, SoundCue } from '../contract.js';
import type { WarpWindow } from '../maths/timeWarp.js';
import type { Px, Seconds } from '../units.js';
import type { FrameCapacity } from './frame.js';
import type { Displacement, Spotted } from './spotted.js';

/** Where the parties' bodies are at any instant of wall time. */
export interface Bodies {
  /** Adds the party's displacement from rest at the wall time in `wall` to `out`; nobody has none. */
  addTo(out: Spotted, party: 'source' | 'target' | undefined, wall: Now): void;
  /** The same along the ground: without the hop. */
  addGround(out: Spotted, party: 'source' | 'target' | undefined, wall: Now): void;
}

/** What a firing may learn once everything has its place in time: where bodies are at an age of its own. */
export interface Scene extends Bodies {
  /** Where bodies go is only known as far as time has come: `follow` is then called again and again. */
  readonly live?: boolean;
  /** Height of the game's floor at a place across, in the take's own px; undefined where the game gives none. */
  floorAt?(x: Px): Px | undefined;
}

/**
 * An instant: its first number is the age in seconds, on the clock of whatever is asked. It is handed over in an array
 * because a number that is an argument of a call may be boxed, in every frame and for every effect.
 */
export type Now = Float64Array;

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
  /** The party whose place it changes; `displace` then says how far at an age. */
  readonly moves?: 'source' | 'target';
  /** Whether what it did stays after its end; it is then sampled at its extent for ever. */
  readonly lasting?: boolean;
  /** Told once, before any sample, where the bodies go, for what follows them or flies at them. */
  readonly bind?: ((scene: Scene) => void) | undefined;
  /** In a live scene: told in order the ages that it has come to, before it is sampled at them. */
  follow?(now: Now): void;
  /** Lets nothing more go; what it has let go lives out. */
  end?(): void;
  /** What it says, where it may be told together with what another strike says of the same. */
  readonly gathering?: Gathering | undefined;
  /** Writes its part of the frame at an age, 0 ≤ age < extent (≤ when lasting). Allocates nothing. */
  sample?(now: Now, frame: Frame): void;
  /** Adds how far it has moved its party's body at an age. */
  displace?(now: Now, out: Displacement): void;
  /** What it comes to in this firing, in plain units, besides what its lane draws. */
  tells?(): readonly Telling[];
  /** Whether what its lane draws hangs on where bodies go, and not on what was drawn alone. */
  readonly channelFollows?: boolean;
  /** The number its lane draws at `age`. */
  channel(age: Seconds): number;
  /** The clock windows it bends, for effects of the time family; `start` in wall seconds. */
  warp?(start: Seconds): TimeBend;
  /** The sound it plays, for effects of the ear family; `start` in wall seconds. */
  sound?(start: Seconds): Omit<SoundCue, 'effect'> | undefined;
  /** The moments it names; `wallAt` gives the wall time of an age. */
  signals?(wallAt: (age: Seconds) => Seconds): readonly Omit<SignalCue, 'effect'>[];
}

/** A number that grows instead of being followed by another one. */
export interface Gathering {
  /** Seconds within which a later one takes this one in. */
  readonly within: Seconds;
  /** Its fields, with all that was taken in. */
  readonly sums: Readonly<Record<string, number>>;
  /** Adds what an earlier one said. */
  takeIn(sums: Readonly<Record<string, number>>): void;
}

/** Parties whose clock can be bent; `world` is everything that belongs to no party. */
export const clockParties = ['source', 'target', 'world'] as const;
export type ClockParty = (typeof clockParties)[number];

export interface TimeBend {
  readonly windows: readonly WarpWindow[];
  readonly parties: readonly ClockParty[];
  /** Whether effects placed after its start wait for its end. */
  readonly holdLater: boolean;
}
