import type { Fraction, Seconds } from '../units.js';

/** One picture of a film strip: which frame of the game it is, counted from the one that carries what it is about, and its instant. */
export interface FilmFrame {
  readonly index: number;
  readonly t: Seconds;
}

/** What of a take a film strip shows. */
export interface FilmOptions {
  /** Frames a second of the game. */
  readonly rate: number;
  /** How much of a frame goes by between the contact and the first frame that shows it: 0 where they fall together. */
  readonly phase: Fraction;
  /** When the take begins and ends. */
  readonly start: Seconds;
  readonly duration: Seconds;
  /** The instant that it is about, in seconds of the take; contact where it is not said. */
  readonly about?: Seconds;
  /** Most pictures; a third of them at most before the contact. */
  readonly most?: number;
}

/**
 * The instants at which a game that runs at so many frames a second shows a take, in their order: frame k at (k + phase) / rate
 * from there. The frame with index 0 is the first that can show the contact.
 */
export function filmFrames({ rate, phase, start, duration, about = 0, most = 60 }: FilmOptions): FilmFrame[] {
  const first = Math.max(-Math.floor(most / 3), Math.floor((Math.min(0, start) - about) * rate - phase));
  const last = Math.min(first + most - 1, Math.max(0, Math.ceil((duration - about) * rate - phase)));
  return Array.from({ length: last - first + 1 }, (_, i) => ({ index: first + i, t: about + (first + i + phase) / rate }));
}

/** The same pictures in the order in which they matter: from the contact outward. */
export function fromContactOutward(frames: readonly FilmFrame[]): FilmFrame[] {
  return [...frames].sort((a, b) => Math.abs(a.index) - Math.abs(b.index) || a.index - b.index);
}
