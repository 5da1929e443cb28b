import type { Envelope } from '../../maths/envelope.js';
import type { Fraction } from '../../units.js';

/** What curves may change of a letter. */
export const letterChannels = ['x', 'y', 'turn', 'size', 'alpha'] as const;
export type LetterChannel = (typeof letterChannels)[number];

/** How a letter stands: moved in heights of a capital, turned in quarter turns, sized and seen against 1. */
export type LetterPose = Record<LetterChannel, number>;

/** Adds what the curves say at `u`: places and turns add up, sizes and alphas multiply. Allocates nothing. */
export function applyCurves(curves: Readonly<Partial<Record<LetterChannel, Envelope>>>, u: Fraction, moved: LetterPose): void {
  if (curves.x) moved.x += curves.x.at(u);
  if (curves.y) moved.y += curves.y.at(u);
  if (curves.turn) moved.turn += curves.turn.at(u);
  if (curves.size) moved.size *= Math.max(0, 1 + curves.size.at(u));
  if (curves.alpha) moved.alpha *= Math.min(1, Math.max(0, curves.alpha.at(u)));
}
