import type { Seconds } from '../../units.js';
import type { Combatant } from '../parts/combatant.js';
import { snap } from '../parts/memory.js';

/** Two bodies that will come together, as far as is known of how they go. */
export interface Watched {
  /** Whose going another way, or whose bent clock, makes what was foreseen be foreseen anew. */
  readonly bodies: readonly Combatant[];
  /** Wall time at which they next do, no earlier than `now`; Infinity for never. */
  foresee(now: Seconds): Seconds;
  /** What comes of it. It goes on being watched unless it is let go. False where nothing did: it was only time to look again. */
  happen(): boolean | void;
}

interface Watch {
  readonly watched: Watched;
  readonly order: number;
  /** Rises with each time that it is foreseen, so that what was foreseen before is passed over. */
  version: number;
  isLet: boolean;
}

/** What was foreseen of a watch, when its version was that. */
interface Foreseen {
  readonly wall: Seconds;
  readonly watch: Watch;
  readonly version: number;
}

/**
 * Everything that happens when two bodies come together: foreseen, not looked for at every step, and foreseen anew only where one
 * of the two has changed. Of what falls on one instant comes first what has been watched for longest.
 */
export class Watches {
  private readonly all = new Map<Watched, Watch>();
  private readonly of = new Map<Combatant, Set<Watch>>();
  /** Those that are to be foreseen before anything is told. */
  private readonly stale = new Set<Watch>();
  private readonly heap: Foreseen[] = [];
  private orders = 0;

  /** Keeps a place in that order: for those that are watched for later and belong to something that began now. */
  reserve(): number {
    return this.orders++;
  }

  add(watched: Watched, order = this.orders++): void {
    const watch: Watch = { watched, order, version: 0, isLet: false };
    this.all.set(watched, watch);
    for (const body of watched.bodies) {
      let own = this.of.get(body);
      if (!own) this.of.set(body, (own = new Set()));
      own.add(watch);
    }
    this.stale.add(watch);
  }

  drop(watched: Watched): void {
    const watch = this.all.get(watched);
    if (!watch) return;
    watch.isLet = true;
    this.all.delete(watched);
    this.stale.delete(watch);
    for (const body of watched.bodies) {
      const own = this.of.get(body);
      own?.delete(watch);
      if (own?.size === 0) this.of.delete(body);
    }
  }

  /** A body goes another way, or its clock another rate, or it is not as it was. */
  change(body: Combatant): void {
    for (const watch of this.of.get(body) ?? []) this.stale.add(watch);
  }

  /** Something else has changed of what is watched. */
  renew(watched: Watched): void {
    const watch = this.all.get(watched);
    if (watch) this.stale.add(watch);
  }

  /** Lets go of everything. */
  clear(): void {
    for (const watched of [...this.all.keys()]) this.drop(watched);
  }

  /** Wall time of the next that happens, no earlier than `now`; Infinity where there is none. */
  next(now: Seconds): Seconds {
    // Foreseeing one may bring about others: these are gone through as well.
    for (const watch of this.stale) {
      this.stale.delete(watch);
      const wall = snap(watch.watched.foresee(now));
      watch.version++;
      if (wall < Infinity && !watch.isLet) this.push({ wall, watch, version: watch.version });
    }
    for (;;) {
      const first = this.heap.at(0);
      if (!first) return Infinity;
      if (!first.watch.isLet && first.version === first.watch.version) return Math.max(now, first.wall);
      this.pop();
    }
  }

  /** Lets the one happen whose time `next` told last, and says whether anything came of it. */
  happen(): boolean {
    const first = this.heap.at(0);
    if (!first) throw new Error('there is nothing next');
    this.pop();
    // Whatever comes of it, it is foreseen anew.
    this.stale.add(first.watch);
    const came = first.watch.watched.happen();
    if (first.watch.isLet) this.stale.delete(first.watch);
    return came !== false;
  }

  private push(one: Foreseen): void {
    const { heap } = this;
    let i = heap.push(one) - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (!before(one, heap[parent])) break;
      heap[i] = heap[parent];
      i = parent;
    }
    heap[i] = one;
  }

  private pop(): void {
    const { heap } = this;
    const last = heap.pop();
    if (!last || heap.length === 0) return;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= heap.length) break;
      if (child + 1 < heap.length && before(heap[child + 1], heap[child])) child++;
      if (!before(heap[child], last)) break;
      heap[i] = heap[child];
      i = child;
    }
    heap[i] = last;
  }
}

function before(a: Foreseen, b: Foreseen): boolean {
  return a.wall !== b.wall ? a.wall < b.wall : a.watch.order < b.watch.order;
}
