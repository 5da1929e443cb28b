import type { GameClock } from '../player/gameClock.js';
import type { Seconds } from '../units.js';
import { snap } from './parts/memory.js';

/**
 * 0 of what was decided before its instant, 1 of what is over by then, 2 of what is handed in from outside, 3 of what was raised
 * at its instant.
 */
export type Rank = 0 | 1 | 2 | 3;

/** Something that will happen. */
export interface Due<T> {
  /** On the clock of its lane. */
  readonly due: Seconds;
  readonly rank: Rank;
  readonly order: number;
  readonly item: T;
}

/** What is due on one clock, soonest first. */
class Lane<T> {
  private readonly heap: Due<T>[] = [];
  /** Wall time of its first, as far as this version of its clock knows. */
  private wall: Seconds = Infinity;
  private known = -1;

  constructor(readonly clock: GameClock | undefined) {}

  get isEmpty(): boolean {
    return this.heap.length === 0;
  }

  get first(): Due<T> | undefined {
    return this.heap[0];
  }

  get firstWall(): Seconds {
    const version = this.clock?.version ?? 0;
    if (this.known !== version) {
      this.known = version;
      const first = this.heap[0] as Due<T> | undefined;
      this.wall = first ? snap(this.clock ? this.clock.wallAt(first.due) : first.due) : Infinity;
    }
    return this.wall;
  }

  add(one: Due<T>): void {
    const { heap } = this;
    let i = heap.length;
    heap.push(one);
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (before(heap[parent], one)) break;
      heap[i] = heap[parent];
      i = parent;
    }
    heap[i] = one;
    if (i === 0) this.known = -1;
  }

  take(): void {
    const { heap } = this;
    this.known = -1;
    const last = heap.pop();
    if (!last || heap.length === 0) return;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= heap.length) break;
      if (child + 1 < heap.length && before(heap[child + 1], heap[child])) child++;
      if (before(last, heap[child])) break;
      heap[i] = heap[child];
      i = child;
    }
    heap[i] = last;
  }

  /** Takes out everything that fails the test. */
  keep(test: (one: Due<T>) => boolean): void {
    const kept = this.heap.filter(test);
    this.heap.length = 0;
    this.known = -1;
    for (const one of kept) this.add(one);
  }
}

function before(a: Due<unknown>, b: Due<unknown>): boolean {
  return a.due !== b.due ? a.due < b.due : a.rank !== b.rank ? a.rank < b.rank : a.order < b.order;
}

/**
 * Everything that is still to happen, each thing on a clock of its own: a hit-stop moves what lies on a clock without touching
 * it. What falls on one instant of wall time happens by rank, then in the order in which it was put down. Finding the next
 * costs one look at each clock.
 */
export class Agenda<T> {
  private readonly lanes: Lane<T>[] = [];
  private readonly freed: number[] = [];
  private orders = 0;
  private soonest: Lane<T> | undefined;

  /** A lane for a clock; without one, of wall time. */
  lane(clock: GameClock | undefined): number {
    const made = new Lane<T>(clock);
    const freed = this.freed.pop();
    if (freed === undefined) return this.lanes.push(made) - 1;
    this.lanes[freed] = made;
    return freed;
  }

  /** Nothing will be put on a lane any more; what lies on it is forgotten. */
  free(lane: number): void {
    this.lanes[lane].keep(() => false);
    this.freed.push(lane);
  }

  add(lane: number, due: Seconds, rank: Rank, item: T): void {
    this.lanes[lane].add({ due: snap(due), rank, order: this.orders++, item });
  }

  /** The wall time of the next thing, no earlier than `now`; Infinity where there is none. */
  next(now: Seconds): Seconds {
    let best: Lane<T> | undefined;
    let wall = Infinity;
    for (const lane of this.lanes) {
      if (lane.isEmpty) continue;
      const own = Math.max(now, lane.firstWall);
      if (own > wall || own === Infinity) continue;
      const first = lane.first as Due<T>;
      const rival = best?.first;
      if (own < wall || !rival || first.rank < rival.rank || (first.rank === rival.rank && first.order < rival.order)) {
        best = lane;
        wall = own;
      }
    }
    this.soonest = best;
    return wall;
  }

  /** The rank of the thing whose time `next` told last. */
  get rank(): Rank {
    return this.soonest?.first?.rank ?? 0;
  }

  /** Takes the thing whose time `next` told last. */
  take(): T {
    const lane = this.soonest;
    const first = lane?.first;
    if (!lane || !first) throw new Error('there is nothing next');
    lane.take();
    return first.item;
  }

  /** Forgets whatever fails the test. */
  keep(test: (one: Due<T>) => boolean): void {
    for (const lane of this.lanes) lane.keep(test);
  }
}
