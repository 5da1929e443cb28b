import type { Envelope } from '../../maths/envelope.js';
import { Spotted } from '../../take/spotted.js';
import type { Fraction } from '../../units.js';

/** What curves may change of a letter. */
export const letterChannels = ['x', 'y', 'turn', 'size', 'alpha'] as const;
export type LetterChannel = (typeof letterChannels)[number];

/** How a letter stands: moved in heights of a capital, turned in quarter turns, sized and seen against 1. */
export class LetterPose extends Spotted {
  private readonly further = new Float64Array(1);

  get turn(): number {
    return this.numbers[2];
  }
  set turn(turn: number) {
    this.numbers[2] = turn;
  }

  get size(): number {
    return this.numbers[3];
  }
  set size(size: number) {
    this.numbers[3] = size;
  }

  get alpha(): Fraction {
    return this.further[0];
  }
  set alpha(alpha: Fraction) {
    this.further[0] = alpha;
  }

  /** Back to how it is set in the line. */
  reset(): void {
    this.numbers.fill(0);
    this.size = 1;
    this.alpha = 1;
  }

  /** Adds what the curves say at `u`: places and turns add up, sizes and alphas multiply. Allocates nothing. */
  apply(curves: Readonly<Partial<Record<LetterChannel, Envelope>>>, u: Fraction): void {
    if (curves.x) this.x += curves.x.at(u);
    if (curves.y) this.y += curves.y.at(u);
    if (curves.turn) this.turn += curves.turn.at(u);
    if (curves.size) this.size *= Math.max(0, 1 + curves.size.at(u));
    if (curves.alpha) this.alpha *= Math.min(1, Math.max(0, curves.alpha.at(u)));
  }
}
