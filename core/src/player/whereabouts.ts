import { doubles } from '../maths/doubles.js';
import type { Px, Seconds } from '../units.js';
import type { Spotted } from '../take/spotted.js';

/** Number of placements remembered, unless all are kept. */
export const remembered = 256;
/** Most bodies are put but a few times: there is room for so many at first, and for more when it is wanted. */
const roomAtFirst = 8;

/**
 * Where the game has put a body, and when. Between two placements it went evenly from one to the next, or, told that it bends, by the
 * parabola that sets off as it did and comes to the next; since the last it goes on with the speed that came with it. A ring of the
 * last placements: older ones are forgotten, and the oldest known stands for all before; where they are `kept`, none is forgotten.
 */
export class Whereabouts {
  /** Placements that there is room for. */
  private most = roomAtFirst;
  private times = doubles(roomAtFirst);
  private xs = doubles(roomAtFirst);
  private ys = doubles(roomAtFirst);
  /** How fast it set off from each, of one that bends on the way to the next; NaN of one that goes evenly. */
  private vxs = doubles(roomAtFirst);
  private vys = doubles(roomAtFirst);
  private readonly speed = doubles(2);
  private last = -1;
  private count = 0;
  /** Called before a position later than the last placement is read; it adds the placements up to then. Undefined for a body that stands. */
  onward: (() => void) | undefined;

  constructor(private readonly keeping: 'forgotten' | 'kept' = 'forgotten') {}

  /** Puts the body somewhere at an instant; one that is earlier than the last counts as that one. */
  put(wall: Seconds, x: Px, y: Px, vx: number, vy: number, bends = false): void {
    const time = this.count === 0 ? wall : Math.max(wall, this.times[this.last]);
    // Put twice at one instant, it stands where it was put last.
    if (this.count === 0 || this.times[this.last] !== time) {
      if (this.count === this.most && (this.keeping === 'kept' || this.most < remembered)) this.grow();
      this.last = (this.last + 1) % this.most;
      this.count = Math.min(this.most, this.count + 1);
    }
    this.times[this.last] = time;
    this.xs[this.last] = x;
    this.ys[this.last] = y;
    this.vxs[this.last] = bends ? vx : NaN;
    this.vys[this.last] = bends ? vy : NaN;
    this.speed[0] = vx;
    this.speed[1] = vy;
  }

  /** Adds where the body was, or will be with what is known, at the wall time in a cell. */
  addTo(out: Spotted, wall: Float64Array): void {
    const t = wall[0];
    if (this.onward && t > this.times[this.last]) this.onward();
    const { times, xs, ys, most, last, speed } = this;
    if (t >= times[last]) {
      out.x += xs[last] + speed[0] * (t - times[last]);
      out.y += ys[last] + speed[1] * (t - times[last]);
      return;
    }
    if (this.keeping === 'kept') return this.addKept(out, t);
    // From the newest backward: what is asked for is seldom old.
    let next = last;
    for (let i = 1; i < this.count; i++) {
      const here = (last - i + most) % most;
      if (times[here] <= t) {
        this.addBetween(out, here, next, t);
        return;
      }
      next = here;
    }
    out.x += xs[next];
    out.y += ys[next];
  }

  /** Finds the placement at an instant by binary search, for a body that forgets none: any instant may be asked for. */
  private addKept(out: Spotted, t: Seconds): void {
    const { times, xs, ys } = this;
    let low = 0;
    let high = this.count;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (times[middle] <= t) low = middle + 1;
      else high = middle;
    }
    const here = Math.max(0, low - 1);
    if (low > 0) return this.addBetween(out, here, here + 1, t);
    out.x += xs[here];
    out.y += ys[here];
  }

  /** Where it was on its way from one placement to another. */
  private addBetween(out: Spotted, here: number, next: number, t: Seconds): void {
    const { times, xs, ys, vxs, vys } = this;
    const seconds = times[next] - times[here];
    const share = (t - times[here]) / seconds;
    const x = xs[next] - xs[here];
    const y = ys[next] - ys[here];
    if (Number.isNaN(vxs[here])) {
      out.x += xs[here] + x * share;
      out.y += ys[here] + y * share;
      return;
    }
    const dx = vxs[here] * seconds;
    const dy = vys[here] * seconds;
    out.x += xs[here] + (dx + (x - dx) * share) * share;
    out.y += ys[here] + (dy + (y - dy) * share) * share;
  }

  private grow(): void {
    this.most *= 2;
    const longer = (list: Float64Array): Float64Array<ArrayBuffer> => {
      const made = new Float64Array(this.most);
      made.set(list);
      return made;
    };
    this.times = longer(this.times);
    this.xs = longer(this.xs);
    this.ys = longer(this.ys);
    this.vxs = longer(this.vxs);
    this.vys = longer(this.vys);
  }
}
