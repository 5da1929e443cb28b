import type { Envelope } from '../../maths/envelope.js';
import type { EnvelopePoint } from '../../model/fields.js';
import { Spotted } from '../../take/spotted.js';
import type { Fraction } from '../../units.js';

/** What curves may change of a letter. */
export const letterChannels = ['x', 'y', 'turn', 'size', 'alpha'] as const;
export type LetterChannel = (typeof letterChannels)[number];
type Curves = Partial<Record<LetterChannel, EnvelopePoint[]>>;

/** One curve from a value to another. */
function fromTo(from: number, to: number, ease = 'ease-out'): EnvelopePoint[] {
  return [
    { at: 0, value: from, ease },
    { at: 1, value: to },
  ];
}

/** Up by `value` and back down again: it ends as it began, so that it goes round without a jump. */
function round(value: number): EnvelopePoint[] {
  return [
    { at: 0, value: -value, ease: 'ease-in-out' },
    { at: 0.5, value, ease: 'ease-in-out' },
    { at: 1, value: -value },
  ];
}

const appearing = fromTo(0, 1, 'linear');
const going = fromTo(1, 0, 'ease-in');

/** Where a person may start from, for each of the three phases of a letter. */
export const enterStarts = {
  rise: { y: fromTo(1, 0), alpha: appearing },
  drop: { y: fromTo(-1.6, 0, 'cubic-bezier(0.34, 1.4, 0.64, 1)'), alpha: appearing },
  grow: { size: fromTo(-1, 0, 'cubic-bezier(0.34, 1.56, 0.64, 1)'), alpha: appearing },
  slam: { size: fromTo(1.5, 0, 'ease-in'), turn: fromTo(-0.15, 0, 'ease-in'), alpha: appearing },
  slide: { x: fromTo(-1.4, 0), alpha: appearing },
  fade: { alpha: appearing },
} satisfies Record<string, Curves>;

export const stayStarts = {
  bob: { y: round(0.12) },
  sway: { turn: round(0.06) },
  pulse: { size: round(0.08) },
  blink: { alpha: round(-1).map(({ at, value }) => ({ at, value: value > 0 ? 1 : 0.2, ease: 'ease-in-out' })) },
} satisfies Record<string, Curves>;

export const leaveStarts = {
  fade: { alpha: going },
  lift: { y: fromTo(0, -1.2, 'ease-in'), alpha: going },
  fall: { y: fromTo(0, 2, 'ease-in'), turn: fromTo(0, 0.2, 'ease-in'), alpha: going },
  shrink: { size: fromTo(0, -1, 'ease-in') },
} satisfies Record<string, Curves>;

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
