import type { GameClock } from '../player/gameClock.js';
import type { Seconds } from '../units.js';
import { nearly, snap } from './parts/memory.js';

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
  /** Its place among the lanes, and whether that is to be found anew. */
  place = -1;
  isStale = false;
  /** Wall time by which it has that place. */
  key: Seconds = Infinity;
  /** Its clock is not listened to any more. */
  leave: () => unknown = () => undefined;

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
      this.wall = first ? snap(this.clock ? wallOn(this.clock, first.due) : first.due) : Infinity;
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

/** Seconds. In this time a running clock advances by far more than a rounding error. */
const awhile = 1e-6;

/**
 * Returns the wall time at which a clock first shows `due`. A hit-stop can start a rounding error before that time. Such an item is
 * due when the hit-stop starts, not when it ends.
 */
function wallOn(clock: GameClock, due: Seconds): Seconds {
  const wall = clock.wallAt(due);
  return clock.shown(wall - awhile) < due - nearly ? wall : clock.wallAt(due - nearly);
}

function before(a: Due<unknown>, b: Due<unknown>): boolean {
  return a.due !== b.due ? a.due < b.due : a.rank !== b.rank ? a.rank < b.rank : a.order < b.order;
}

/** Whether one lane's first comes before another's. */
function isSooner(a: Lane<unknown>, b: Lane<unknown>): boolean {
  if (a.key !== b.key) return a.key < b.key;
  const [one, other] = [a.first, b.first];
  return one !== undefined && (other === undefined || one.rank < other.rank || (one.rank === other.rank && one.order < other.order));
}

/**
 * Everything that is still to happen, each thing on a clock of its own: a hit-stop moves what lies on a clock without touching
 * it. What falls on one instant of wall time happens by rank, then in the order in which it was put down. The lanes stand in a
 * heap by when their first is due; only those that have changed since, or whose clock was bent, are looked at again.
 */
export class Agenda<T> {
  private readonly lanes: Lane<T>[] = [];
  private readonly freed: number[] = [];
  private readonly heap: Lane<T>[] = [];
  private readonly stale: Lane<T>[] = [];
  private orders = 0;
  private soonest: Lane<T> | undefined;

  /** A lane for a clock; without one, of wall time. */
  lane(clock: GameClock | undefined): number {
    const made = new Lane<T>(clock);
    made.place = this.heap.push(made) - 1;
    if (clock) made.leave = clock.onBend(() => this.touch(made));
    const freed = this.freed.pop();
    if (freed === undefined) return this.lanes.push(made) - 1;
    this.lanes[freed] = made;
    return freed;
  }

  /** Nothing will be put on a lane any more; what lies on it is forgotten. */
  free(lane: number): void {
    const gone = this.lanes[lane];
    gone.keep(() => false);
    gone.leave();
    this.settle();
    const last = this.heap.pop();
    if (last && last !== gone) {
      this.heap[gone.place] = last;
      last.place = gone.place;
      this.touch(last);
    }
    gone.place = -1;
    this.freed.push(lane);
  }

  add(lane: number, due: Seconds, rank: Rank, item: T): void {
    const one = this.lanes[lane];
    one.add({ due: snap(due), rank, order: this.orders++, item });
    this.touch(one);
  }

  /** The wall time of the next thing, no earlier than `now`; Infinity where there is none. */
  next(now: Seconds): Seconds {
    this.settle();
    const first = this.heap.at(0);
    if (!first || first.key === Infinity) {
      this.soonest = undefined;
      return Infinity;
    }
    // What was due before now is due now, together with all else that is.
    const wall = Math.max(now, first.key);
    this.soonest = wall > first.key ? this.soonestBy(wall, 0, first) : first;
    return wall;
  }

  /** The lane whose first comes first by rank and order, of those under a place of the heap that are due by a wall time. */
  private soonestBy(wall: Seconds, place: number, best: Lane<T>): Lane<T> {
    const lane = this.heap.at(place);
    if (!lane || lane.key > wall) return best;
    const [one, other] = [lane.first, best.first];
    const isFirst = one && (!other || one.rank < other.rank || (one.rank === other.rank && one.order < other.order));
    return this.soonestBy(wall, 2 * place + 2, this.soonestBy(wall, 2 * place + 1, isFirst ? lane : best));
  }

  private touch(lane: Lane<T>): void {
    if (lane.isStale || lane.place < 0) return;
    lane.isStale = true;
    this.stale.push(lane);
  }

  /** Puts lanes that have changed in their places. */
  private settle(): void {
    for (let lane = this.stale.pop(); lane; lane = this.stale.pop()) {
      lane.isStale = false;
      if (lane.place < 0) continue;
      lane.key = lane.firstWall;
      this.rise(lane);
      this.sink(lane);
    }
  }

  private rise(lane: Lane<T>): void {
    const { heap } = this;
    let i = lane.place;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (!isSooner(lane, heap[parent])) break;
      heap[i] = heap[parent];
      heap[i].place = i;
      i = parent;
    }
    heap[i] = lane;
    lane.place = i;
  }

  private sink(lane: Lane<T>): void {
    const { heap } = this;
    let i = lane.place;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= heap.length) break;
      if (child + 1 < heap.length && isSooner(heap[child + 1], heap[child])) child++;
      if (!isSooner(heap[child], lane)) break;
      heap[i] = heap[child];
      heap[i].place = i;
      i = child;
    }
    heap[i] = lane;
    lane.place = i;
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
    this.touch(lane);
    return first.item;
  }

  /** Forgets whatever fails the test. */
  keep(test: (one: Due<T>) => boolean): void {
    for (const lane of this.lanes) {
      lane.keep(test);
      this.touch(lane);
    }
  }
}
