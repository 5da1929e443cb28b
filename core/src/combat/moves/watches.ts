import type { Seconds } from '../../units.js';
import { nearly, snap } from '../parts/memory.js';

/** Two bodies that will come together, as far as is known of how they go. */
export interface Watched {
  /** Rises whenever one of the two goes another way, or another clock bends: what was foreseen is foreseen anew. */
  stamp(): number;
  /** Wall time at which they next do, no earlier than `now`; Infinity for never. */
  foresee(now: Seconds): Seconds;
  /** What comes of it. It goes on being watched unless it is let go. */
  happen(): void;
}

interface Watch {
  readonly watched: Watched;
  stamp: number;
  wall: Seconds;
}

/**
 * Everything that happens when two bodies come together: foreseen, not looked for at every step. Of what falls on one instant
 * comes first what has been watched for longest.
 */
export class Watches {
  private readonly all = new Map<Watched, Watch>();
  private soonest: Watch | undefined;

  add(watched: Watched): void {
    this.all.set(watched, { watched, stamp: NaN, wall: Infinity });
  }

  drop(watched: Watched): void {
    this.all.delete(watched);
  }

  /** Lets go of everything. */
  clear(): void {
    this.all.clear();
  }

  /** Wall time of the next that happens, no earlier than `now`; Infinity where there is none. */
  next(now: Seconds): Seconds {
    this.soonest = undefined;
    if (this.all.size === 0) return Infinity;
    let wall = Infinity;
    for (const watch of this.all.values()) {
      const stamp = watch.watched.stamp();
      if (stamp !== watch.stamp) {
        watch.stamp = stamp;
        watch.wall = snap(watch.watched.foresee(now));
      }
      if (watch.wall >= wall - nearly / 2) continue;
      this.soonest = watch;
      wall = watch.wall;
    }
    return Math.max(now, wall);
  }

  /** Lets the one happen whose time `next` told last. */
  happen(): void {
    const watch = this.soonest;
    if (!watch) throw new Error('there is nothing next');
    // Whatever comes of it, it is foreseen anew.
    watch.stamp = NaN;
    watch.wall = Infinity;
    watch.watched.happen();
  }
}
