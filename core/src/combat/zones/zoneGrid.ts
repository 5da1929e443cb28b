import type { Px } from '../../units.js';

/** px of a cell's side. */
const side: Px = 256;
/** What is larger than so many cells is looked at every time. */
const mostCells = 64;

/** Things by where they are, with all that they reach: what lies near a place is found without looking at all the others. */
export class ZoneGrid<T> {
  private readonly cells = new Map<number, Set<T>>();
  private readonly large = new Set<T>();
  private readonly at = new Map<T, readonly number[]>();

  constructor(private readonly order: (a: T, b: T) => number) {}

  /** Puts a thing that reaches so far about a middle. */
  put(thing: T, x: Px, y: Px, reach: Px): void {
    this.remove(thing);
    const keys = keysOf(x, y, reach);
    this.at.set(thing, keys ?? []);
    if (!keys) {
      this.large.add(thing);
      return;
    }
    for (const key of keys) {
      let cell = this.cells.get(key);
      if (!cell) this.cells.set(key, (cell = new Set()));
      cell.add(thing);
    }
  }

  remove(thing: T): void {
    for (const key of this.at.get(thing) ?? []) {
      const cell = this.cells.get(key);
      cell?.delete(thing);
      if (cell?.size === 0) this.cells.delete(key);
    }
    this.at.delete(thing);
    this.large.delete(thing);
  }

  /** Everything that may lie within so many px of a place, once each, in order. */
  near(x: Px, y: Px, reach: Px): T[] {
    const keys = keysOf(x, y, reach);
    if (!keys) return [...this.at.keys()].sort(this.order);
    const found = new Set<T>(this.large);
    for (const key of keys) for (const thing of this.cells.get(key) ?? []) found.add(thing);
    return [...found].sort(this.order);
  }
}

/** The cells that a square about a middle lies in; undefined for too many. */
function keysOf(x: Px, y: Px, reach: Px): number[] | undefined {
  const [left, right, top, bottom] = [x - reach, x + reach, y - reach, y + reach].map((edge) => Math.floor(edge / side));
  if (!((right - left + 1) * (bottom - top + 1) <= mostCells)) return undefined;
  const keys: number[] = [];
  for (let column = left; column <= right; column++)
    for (let row = top; row <= bottom; row++) keys.push((column + 1_000_000) * 4_000_000 + row + 2_000_000);
  return keys;
}
