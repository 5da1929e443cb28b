/**
 * What a game sees of a shipped kit. This file imports nothing, so that its declarations are, word for word,
 * the `undatio-runtime.d.ts` inside every kit.
 */

/** Values for an event's payload fields by name; a missing one takes the field's default. */
export type Payload = Readonly<Record<string, number | string | boolean>>;

export interface Place {
  readonly x: number;
  readonly y: number;
}

export interface StrikeOptions {
  /** Fixes every random draw. The same seed and payload give the same take anywhere. Default 1. */
  readonly seed?: number;
  /** Where the parties rest relative to the contact point. Default: source 80 px to its left, target 80 px to its right. */
  readonly places?: { readonly source?: Place; readonly target?: Place };
  /** When given, only the effects with these ids fire. */
  readonly solo?: readonly string[];
}

/** One actor at one instant. Positions are displacements from rest. */
export interface ActorFrame {
  x: number;
  y: number;
  rotation: number;
  scaleX: number;
  scaleY: number;
  alpha: number;
  /** Amount of the flash, 0..1. */
  flash: number;
  /** Colour of the flash as 0xrrggbb. */
  flashColour: number;
  flashMode: 'mix' | 'multiply' | 'add';
  /** Rate of the actor's game clock: 1 freely, 0 halted by hit-stop. */
  rate: number;
}

export interface ViewFrame {
  x: number;
  y: number;
  roll: number;
  zoom: number;
  /** How far red and blue part from green. */
  split: number;
  /** How dark the corners are, 0..1. */
  vignette: number;
  /** How far the whole picture turns toward `flashColour`, 0..1. */
  flash: number;
  /** As 0xrrggbb. */
  flashColour: number;
}

export interface RumbleFrame {
  low: number;
  high: number;
}

/** Live particles as flat arrays; entries from `count` on are stale. Positions are relative to the contact point. */
export interface ParticleFrame {
  count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Diameter. */
  readonly size: Float32Array;
  readonly rotation: Float32Array;
  /** Encoded sRGB channels and alpha, 0..1, not premultiplied. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
  /** Index into `particlePictures`. */
  readonly picture: Uint8Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/** Widening outlines; entries from `count` on are stale. Positions are relative to the contact point. */
export interface RingFrame {
  count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly radius: Float32Array;
  readonly width: Float32Array;
  /** Encoded sRGB channels and alpha, 0..1, not premultiplied. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/** Numbers and words in flight; entries from `count` on are stale. Positions are of their middles, relative to the contact point. */
export interface NumberFrame {
  count: number;
  readonly text: string[];
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Height of the digits. */
  readonly size: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb. */
  readonly colour: Uint32Array;
  readonly outline: Uint32Array;
}

/** Pictures put on bodies and on the ground; entries from `count` on are stale. Positions are relative to the contact point, bodies at rest. */
export interface PictureFrame {
  count: number;
  /** Asset ids. */
  readonly picture: string[];
  /** 0 on the ground, 1 behind a body, 2 over it. */
  readonly layer: Uint8Array;
  /** Whose body it moves with: 0 nobody's, 1 the source's, 2 the target's. */
  readonly party: Uint8Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Width; the height follows from the picture. */
  readonly size: Float32Array;
  readonly rotation: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb; multiplies the picture's colours. */
  readonly tint: Uint32Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/** The picture names that `ParticleFrame.picture` indexes. */
export type ParticlePicture = 'dot' | 'spark' | 'chip' | 'puff';

/** Everything about one instant, in buffers that are reused from sample to sample. */
export interface Frame {
  t: number;
  readonly source: ActorFrame;
  readonly target: ActorFrame;
  readonly view: ViewFrame;
  readonly rumble: RumbleFrame;
  readonly particles: ParticleFrame;
  readonly rings: RingFrame;
  readonly numbers: NumberFrame;
  readonly pictures: PictureFrame;
}

/** One sound to play. */
export interface SoundCue {
  readonly effect: string;
  /** Asset id of the clip. */
  readonly clip: string;
  /** Wall seconds from contact. */
  readonly start: number;
  /** Linear factor. */
  readonly gain: number;
  /** Playback rate: 2 is twice as fast and an octave up. */
  readonly rate: number;
  /** -1 left to 1 right. */
  readonly pan: number;
  /** Seconds after which to stop it; 0 lets it ring. */
  readonly cut: number;
}

/** A named moment for the game to act on. */
export interface SignalCue {
  readonly effect: string;
  readonly name: string;
  readonly start: number;
  readonly parameters: Payload;
}

/** One computed run of a sequence: fixed payload, fixed seed, sampled at any time in any order. */
export interface Take {
  readonly sequence: string;
  readonly seed: number;
  /** Wall seconds from contact until nothing more is seen or heard of it (sounds count with their cut, not their length). */
  readonly duration: number;
  /** Wall seconds of the earliest wind-up: 0 or negative. */
  readonly start: number;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];
  createFrame(): Frame;
  /** Writes the instant `t` (wall seconds from contact) into `frame` and returns it. Allocates nothing. */
  sample(t: number, frame: Frame): Frame;
}

export interface Kit {
  readonly name: string;
  readonly sequences: readonly string[];
  readonly particlePictures: readonly ParticlePicture[];
  /** Computes a take. Throws KitError when the sequence or a payload field does not exist or has the wrong type. */
  strike(sequence: string, payload?: Payload, options?: StrikeOptions): Take;
  /** Path of an asset inside the kit, such as `assets/lance-crack.wav`. */
  assetFile(id: string): string;
}
