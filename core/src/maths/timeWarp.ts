import type { Seconds } from '../units.js';

/** A stretch of wall time in which a clock runs at `rate` (0 is halted). */
export interface WarpWindow {
  readonly start: Seconds;
  readonly end: Seconds;
  readonly rate: number;
}

/**
 * A party's game clock τ(t): piecewise linear, continuous, non-decreasing, τ(t) = t before the first window.
 * Where windows overlap the slowest rate rules. Made in O(n log n) of its windows; look-ups cost O(log n) in the number
 * of times at which the rate changes.
 */
export class TimeWarp {
  private readonly times: Float64Array;
  private readonly taus: Float64Array;
  private readonly rates: Float64Array;

  constructor(windows: readonly WarpWindow[] = [], pieces: Pieces = slowestOf(windows)) {
    const { times, rates } = pieces;
    this.times = arrayOf(times);
    this.rates = arrayOf(rates);
    this.taus = times.length === 0 ? none : new Float64Array(times.length);
    for (let i = 0; i < times.length; i++) this.taus[i] = i === 0 ? times[0] : this.taus[i - 1] + (times[i] - times[i - 1]) * rates[i - 1];
  }

  /**
   * This clock where windows slow it further: where both do, the slower rules. What it did before `horizon` is forgotten, so
   * that what it shows differs by a constant from there on. Linear in the changes of both.
   */
  slowedBy(windows: readonly WarpWindow[], horizon: Seconds): TimeWarp {
    const other = slowestOf(windows);
    const times: number[] = [];
    const rates: number[] = [];
    let i = Math.max(0, pieceAt(this.times, Float64Array.of(horizon)));
    let j = 0;
    let [own, theirs] = [1, 1];
    while (i < this.times.length || j < other.times.length) {
      const edge = Math.min(this.times[i] ?? Infinity, other.times[j] ?? Infinity);
      if (this.times[i] === edge) own = this.rates[i++];
      if (other.times[j] === edge) theirs = other.rates[j++];
      const rate = Math.min(own, theirs);
      if (rate === (rates.at(-1) ?? 1)) continue;
      times.push(edge);
      rates.push(rate);
    }
    return new TimeWarp([], { times, rates });
  }

  /** Seconds that it stands still between two wall times. */
  halted(from: Seconds, to: Seconds): Seconds {
    const { times, rates } = this;
    let sum = 0;
    for (let i = Math.max(0, pieceAt(times, Float64Array.of(from))); i < times.length && times[i] < to; i++)
      if (rates[i] === 0) sum += Math.min(to, times[i + 1] ?? Infinity) - Math.max(from, times[i]);
    return sum;
  }

  /** The first time after `t` at which its rate changes; Infinity for none. */
  changeAfter(t: Seconds): Seconds {
    const next = pieceAt(this.times, Float64Array.of(t)) + 1;
    return next < this.times.length ? this.times[next] : Infinity;
  }

  /** The times at which its rate changes, in order, with the rate from there on. */
  changes(): (readonly [Seconds, number])[] {
    return Array.from(this.times, (time, i): readonly [Seconds, number] => [time, this.rates[i]]);
  }

  /** Whether another clock shows the same at every time. */
  runsAs(other: TimeWarp): boolean {
    if (other === this) return true;
    const { times, rates } = other;
    return this.times.length === times.length && this.times.every((time, i) => time === times[i] && this.rates[i] === rates[i]);
  }

  /** Game time at wall time `t`. */
  tau(t: Seconds): Seconds {
    asked[0] = t;
    this.toTau(asked);
    return asked[0];
  }

  /** Turns the wall time in a cell into game time. Numbers in a cell are never boxed. */
  toTau(cell: Float64Array): void {
    const i = pieceAt(this.times, cell);
    if (i >= 0) cell[0] = this.taus[i] + (cell[0] - this.times[i]) * this.rates[i];
  }

  /** How fast the clock runs at the wall time in a cell: 1 freely, 0 halted. */
  rateAt(cell: Float64Array): number {
    const i = pieceAt(this.times, cell);
    return i < 0 ? 1 : this.rates[i];
  }

  /** How fast the clock runs at `t`. */
  rate(t: Seconds): number {
    asked[0] = t;
    return this.rateAt(asked);
  }

  /** Turns the game time in a cell into the first wall time at which the clock has reached it. */
  toWall(cell: Float64Array): void {
    const tau = cell[0];
    let i = pieceAt(this.taus, cell);
    if (i < 0) return;
    // A halted piece shares its τ with its successor; it reached it first. No two halted pieces follow one another.
    if (i > 0 && this.taus[i] >= tau && this.taus[i - 1] >= tau) i--;
    const ahead = tau - this.taus[i];
    cell[0] = ahead === 0 ? this.times[i] : this.times[i] + ahead / this.rates[i];
  }

  /** The first wall time at which the clock has reached `tau`. */
  wallTime(tau: Seconds): Seconds {
    asked[0] = tau;
    this.toWall(asked);
    return asked[0];
  }
}

/** Written anew with every question. */
const asked = new Float64Array(1);
const none = new Float64Array(0);

function arrayOf(values: readonly number[]): Float64Array {
  return values.length === 0 ? none : new Float64Array(values);
}

/** Place of the last of the rising `keys` that is at or before the number in a cell, or -1. */
function pieceAt(keys: Float64Array, { 0: key }: Float64Array): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (keys[middle] <= key) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

interface Pieces {
  readonly times: readonly number[];
  readonly rates: readonly number[];
}

const always: Pieces = { times: [], rates: [] };

/** The times at which the slowest rate of all windows changes, in order, with the rates from there on. */
function slowestOf(all: readonly WarpWindow[]): Pieces {
  const windows = all.filter(({ start, end }) => end > start);
  if (windows.length === 0) return always;
  if (windows.length === 1) return { times: [windows[0].start, windows[0].end], rates: [Math.min(1, windows[0].rate), 1] };
  const byStart = [...windows].sort((a, b) => a.start - b.start);
  const edges = [...new Set(windows.flatMap(({ start, end }) => [start, end]))].sort((a, b) => a - b);
  const open = new SlowestFirst();
  const times: number[] = [];
  const rates: number[] = [];
  let next = 0;
  for (const edge of edges) {
    while (next < byStart.length && byStart[next].start <= edge) open.add(byStart[next++]);
    const rate = Math.min(1, open.slowestAt(edge) ?? 1);
    if (rates.length > 0 && rates[rates.length - 1] === rate) continue;
    times.push(edge);
    rates.push(rate);
  }
  return { times, rates };
}

/** A heap of windows with the slowest on top. */
class SlowestFirst {
  private readonly heap: WarpWindow[] = [];

  add(window: WarpWindow): void {
    const { heap } = this;
    heap.push(window);
    for (let i = heap.length - 1; i > 0;) {
      const parent = (i - 1) >> 1;
      if (heap[parent].rate <= heap[i].rate) return;
      [heap[parent], heap[i]] = [heap[i], heap[parent]];
      i = parent;
    }
  }

  /** The slowest rate of the windows that are open at `t`; those that have ended by then are let go. */
  slowestAt(t: Seconds): number | undefined {
    while (this.heap.length > 0 && this.heap[0].end <= t) this.removeTop();
    return this.heap[0]?.rate;
  }

  private removeTop(): void {
    const { heap } = this;
    const last = heap.pop();
    if (!last || heap.length === 0) return;
    heap[0] = last;
    for (let i = 0; ;) {
      let least = i;
      for (const child of [2 * i + 1, 2 * i + 2]) if (child < heap.length && heap[child].rate < heap[least].rate) least = child;
      if (least === i) return;
      [heap[least], heap[i]] = [heap[i], heap[least]];
      i = least;
    }
  }
}
