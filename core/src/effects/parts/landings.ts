import { ballisticPosition, ballisticVelocity, dragFall, dragReach } from '../../maths/ballistic.js';
import { doubles } from '../../maths/doubles.js';
import type { Px, Seconds } from '../../units.js';

export const floorWays = ['through', 'stop', 'bounce'] as const;

/** A particle bounces this often at the most, and then lies where it lands. */
const mostBounces = 4;
/** px/s down or up below which it does not bounce any more. */
const slowest = 10;
/** One way that a particle goes: since when, from where, how fast. */
const leg = { since: 0, x: 1, y: 2, vx: 3, vy: 4 } as const;
const legWidth = 5;
const rowWidth = legWidth * (mostBounces + 1);
/** Most steps to find a landing; bisection alone needs about as many. */
const mostSteps = 60;
/** px by which a particle that begins on the floor may be off it. */
const nearly = 1e-9;

/** Where a particle is and how fast it goes. px and px/s. */
export interface Flying {
  x: Px;
  y: Px;
  vx: number;
  vy: number;
}

/** Paths of particles that stop or bounce at a floor: legs from bounce to bounce, each in closed form, until a particle lies still. */
export class Landings {
  private readonly legs: Float64Array;
  /** Since which age each lies still; Infinity for never. */
  private readonly still: Float64Array;

  /** `drag` in 1/s, `gravity` in px/s² down, `bounce` the share of its speed that a particle keeps; 0 stops it. */
  constructor(
    count: number,
    private readonly drag: number,
    private readonly gravity: number,
    private readonly bounce: number,
  ) {
    this.legs = doubles(count * rowWidth);
    this.still = doubles(count);
  }

  /**
   * Computes the legs of particle `i` over its life. `heightAt` gives the floor's height at a place across. It is asked where a leg
   * begins, and once more where the particle would land by that height.
   */
  reckon(i: number, from: Flying, life: Seconds, heightAt: (x: Px) => Px): void {
    const { legs, drag, gravity } = this;
    const row = i * rowWidth;
    let since = 0;
    let { x, y, vx, vy } = from;
    this.still[i] = Infinity;
    for (let n = 0; n <= mostBounces; n++) {
      const at = row + n * legWidth;
      legs[at + leg.since] = since;
      legs[at + leg.x] = x;
      legs[at + leg.y] = y;
      legs[at + leg.vx] = vx;
      legs[at + leg.vy] = vy;
      // Legs after the last are never begun.
      if (n < mostBounces) legs[at + legWidth + leg.since] = Infinity;
      const left = life - since;
      const begins = heightAt(x);
      const first = this.landsIn(y, vy, begins, left);
      if (first === undefined) return;
      const height = heightAt(x + vx * dragReach(drag, first));
      const landed = height === begins ? first : this.landsIn(y, vy, height, left);
      if (landed === undefined) return;
      x += vx * dragReach(drag, landed);
      y = height;
      const down = ballisticVelocity(vy, gravity, drag, landed);
      since += landed;
      vx *= Math.exp(-drag * landed) * this.bounce;
      vy = -down * this.bounce;
      if (-vy >= slowest && n < mostBounces) continue;
      this.still[i] = since;
      return;
    }
  }

  /** The age up to which particle `i` has turned: it stops turning once it lies still. */
  turning(i: number, age: Seconds): Seconds {
    return Math.min(age, this.still[i]);
  }

  /** Position and velocity of particle `i` at an age. Once it lies still, the velocity is that of its last landing. Allocates nothing. */
  at(i: number, age: Seconds, out: Flying): void {
    const { legs, drag, gravity } = this;
    const now = Math.min(age, this.still[i]);
    let at = i * rowWidth;
    for (const last = at + mostBounces * legWidth; at < last && legs[at + legWidth + leg.since] <= now;) at += legWidth;
    const t = now - legs[at + leg.since];
    const reach = dragReach(drag, t);
    out.x = legs[at + leg.x] + legs[at + leg.vx] * reach;
    out.y = legs[at + leg.y] + legs[at + leg.vy] * reach + gravity * dragFall(drag, t);
    out.vx = legs[at + leg.vx] * Math.exp(-drag * t);
    out.vy = ballisticVelocity(legs[at + leg.vy], gravity, drag, t);
  }

  /** Seconds until a particle from `y` at `vy` first comes down on a height; undefined if it does not within `life`, or begins below it. */
  private landsIn(y: Px, vy: number, height: Px, life: Seconds): Seconds | undefined {
    const { drag, gravity } = this;
    if (y > height + nearly) return undefined;
    const turn = turnsIn(vy, gravity, drag);
    // With gravity it comes down after its highest point; without, or if it floats up, only until its lowest.
    const [begin, end] = gravity > 0 ? [turn, life] : [0, Math.min(turn, life)];
    if (begin >= end || (gravity <= 0 && vy <= 0)) return undefined;
    const over = (t: Seconds): Px => height - nearly - ballisticPosition(y, vy, gravity, drag, t);
    if (over(begin) <= 0) return begin;
    if (over(end) > 0) return undefined;
    // Newton's method, with a bisection step if Newton leaves the bracket.
    let [low, high] = [begin, end];
    let t = gravity > 0 && drag === 0 ? (Math.sqrt(Math.max(0, vy * vy + 2 * gravity * (height - nearly - y))) - vy) / gravity : high;
    for (let step = 0; step < mostSteps; step++) {
      if (!(t > low && t < high)) t = (low + high) / 2;
      const gap = over(t);
      if (gap > 0) low = t;
      else high = t;
      const next = t + gap / ballisticVelocity(vy, gravity, drag, t);
      if (Math.abs(next - t) <= 1e-15 * t || high - low <= 1e-15 * high) return Math.min(high, Math.max(low, next));
      t = next;
    }
    return high;
  }
}

/** Seconds until a particle's vertical speed is 0: e^(-kt) = g ÷ (g − k·v). 0 if it moves with gravity from the start; Infinity for never. */
function turnsIn(vy: number, gravity: number, drag: number): Seconds {
  if (gravity === 0) return vy === 0 ? 0 : Infinity;
  if (vy * gravity >= 0) return 0;
  const pull = (-vy * drag) / gravity;
  return pull < 1e-8 ? -vy / gravity : Math.log1p(pull) / drag;
}
