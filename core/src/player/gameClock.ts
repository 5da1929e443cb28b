import { TimeWarp, type WarpWindow } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';

/** Written anew with every question. */
const asked = new Float64Array(1);

/**
 * The game clock of one body, or of the world, under the hit-stops and slows of every take that names it. Where several hold
 * at once the slowest rules. What has passed never changes: windows that are added begin now at the earliest.
 */
export class GameClock {
  /** Rises whenever what it will show changes. */
  version = 0;
  private readonly bent = new Set<() => void>();
  private warp = new TimeWarp();
  /** What the clock showed more than its warp does: of windows that are forgotten. */
  private readonly ahead = new Float64Array(1);

  /** Adds windows, none of which reaches before `now`; what was before `horizon` is forgotten. */
  add(windows: readonly WarpWindow[], now: Seconds, horizon: Seconds): void {
    const shows = this.shown(now);
    const coming = windows.map((window) => (window.start >= now ? window : { ...window, start: now }));
    this.warp = this.warp.slowedBy(coming, horizon);
    this.ahead[0] = shows - this.warp.tau(now);
    this.version++;
    for (const told of this.bent) told();
  }

  /** Tells whenever what it will show changes, until what it returns is called. */
  onBend(told: () => void): () => void {
    this.bent.add(told);
    return () => this.bent.delete(told);
  }

  /** Turns the wall time in a cell into what this clock shows then. */
  toShown(cell: Float64Array): void {
    this.warp.toTau(cell);
    cell[0] += this.ahead[0];
  }

  /** Turns what this clock shows into the first wall time at which it did, or will with what is known now. */
  toWall(cell: Float64Array): void {
    cell[0] -= this.ahead[0];
    this.warp.toWall(cell);
  }

  /** What this clock shows at a wall time. */
  shown(wall: Seconds): Seconds {
    asked[0] = wall;
    this.toShown(asked);
    return asked[0];
  }

  /** The first wall time at which it shows so much, as far as is known now. */
  wallAt(shown: Seconds): Seconds {
    asked[0] = shown;
    this.toWall(asked);
    return asked[0];
  }

  /** How fast it runs at the wall time in a cell: 1 freely, 0 halted. */
  rateAt(cell: Float64Array): number {
    return this.warp.rateAt(cell);
  }

  /** Wall times up to `end` at which its rate changes, with the rate from there on. */
  changes(end: Seconds): (readonly [Seconds, number])[] {
    return this.warp.changes().filter(([at]) => at <= end);
  }

  /** The first wall time after `wall` at which its rate changes, as far as is known now; Infinity for none. */
  changeAfter(wall: Seconds): Seconds {
    return this.warp.changeAfter(wall);
  }

  /** How fast it runs from a wall time on. */
  rateFrom(wall: Seconds): number {
    asked[0] = wall;
    return this.rateAt(asked);
  }

  /** Seconds that it stands still between two wall times. */
  halted(from: Seconds, to: Seconds): Seconds {
    return this.warp.halted(from, to);
  }

  /** When it stands still, of what ends after `from` and begins before `to`: in order and apart. */
  halts(from: Seconds, to: Seconds): (readonly [Seconds, Seconds])[] {
    return this.warp
      .changes()
      .map(([at, rate], i, all): readonly [Seconds, Seconds, number] => [at, all[i + 1]?.[0] ?? Infinity, rate])
      .flatMap(([start, end, rate]) => (rate === 0 && end > from && start < to ? [[start, end] as const] : []));
  }

  /** The most seconds that it stands still in any `within`, of what is not forgotten: the worst stretch begins where a stop does. */
  stillest(within: Seconds): Seconds {
    const stops = this.warp.changes().filter(([, rate]) => rate === 0);
    return stops.reduce((most, [start]) => Math.max(most, this.halted(start, start + within)), 0);
  }
}
