import type { Px, Seconds } from '../units.js';
import type { Spotted } from '../take/spotted.js';

/**
 * Where the game has put a body, and when. Between two placements it went evenly from one to the next; since the last it goes
 * on with the speed that came with it. A ring of the last placements: older ones are forgotten, and the oldest known stands
 * for all before.
 */
export class Whereabouts {
  private readonly times: Float64Array;
  private readonly xs: Float64Array;
  private readonly ys: Float64Array;
  private readonly speed = new Float64Array(2);
  private last = -1;
  private count = 0;

  constructor(private readonly most = 256) {
    this.times = new Float64Array(most);
    this.xs = new Float64Array(most);
    this.ys = new Float64Array(most);
  }

  /** Puts the body somewhere at an instant, which is no earlier than the one before. */
  put(time: Seconds, x: Px, y: Px, vx: number, vy: number): void {
    // Put twice at one instant, it stands where it was put last.
    if (this.count === 0 || this.times[this.last] !== time) {
      this.last = (this.last + 1) % this.most;
      this.count = Math.min(this.most, this.count + 1);
    }
    this.times[this.last] = time;
    this.xs[this.last] = x;
    this.ys[this.last] = y;
    this.speed[0] = vx;
    this.speed[1] = vy;
  }

  /** Adds where the body was, or will be with what is known, at the wall time in a cell. */
  addTo(out: Spotted, wall: Float64Array): void {
    const { times, xs, ys, most, last, speed } = this;
    const t = wall[0];
    if (t >= times[last]) {
      out.x += xs[last] + speed[0] * (t - times[last]);
      out.y += ys[last] + speed[1] * (t - times[last]);
      return;
    }
    // From the newest backward: what is asked for is seldom old.
    let next = last;
    for (let i = 1; i < this.count; i++) {
      const here = (last - i + most) % most;
      if (times[here] <= t) {
        const share = (t - times[here]) / (times[next] - times[here]);
        out.x += xs[here] + (xs[next] - xs[here]) * share;
        out.y += ys[here] + (ys[next] - ys[here]) * share;
        return;
      }
      next = here;
    }
    out.x += xs[next];
    out.y += ys[next];
  }
}
