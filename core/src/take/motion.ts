import type { Place } from '../contract.js';
import type { Px, Seconds } from '../units.js';
import type { Bodies, Displacement, Scene, Spotted } from './firing.js';
import { ageOf, type TimedFiring } from './timedFiring.js';

/** What moves one party's body, ready to be asked for any instant. */
class Path {
  /** By start; `latestEnd[i]` is the latest end among the first i + 1. */
  private readonly byStart: readonly TimedFiring[];
  private readonly latestEnd: Float64Array;
  /** By end; what of the first i is left for ever once they have ended. */
  private readonly ends: Float64Array;
  private readonly left: { readonly x: Float64Array; readonly y: Float64Array };
  private readonly now: Displacement = { x: 0, y: 0, lift: 0 };

  constructor(movers: readonly TimedFiring[]) {
    this.byStart = [...movers].sort((a, b) => a.start - b.start);
    this.latestEnd = new Float64Array(movers.length);
    this.byStart.forEach(({ end }, i) => (this.latestEnd[i] = Math.max(end, i > 0 ? this.latestEnd[i - 1] : -Infinity)));
    const byEnd = [...movers].sort((a, b) => a.end - b.end);
    this.ends = Float64Array.from(byEnd, ({ end }) => end);
    this.left = { x: new Float64Array(movers.length + 1), y: new Float64Array(movers.length + 1) };
    byEnd.forEach(({ firing }, i) => {
      const rest: Displacement = { x: 0, y: 0, lift: 0 };
      if (firing.lasting) firing.displace?.(firing.extent, rest);
      this.left.x[i + 1] = this.left.x[i] + rest.x;
      this.left.y[i + 1] = this.left.y[i] + rest.y;
    });
  }

  /**
   * Where the body is at wall time `t`: what is left of the moves that have ended, and those under way. Costs O(log n)
   * and the moves that are under way at once. The result is written over by the next call.
   */
  at(t: Seconds): Displacement {
    const { now, byStart } = this;
    const ended = upTo(this.ends, t);
    now.x = this.left.x[ended];
    now.y = this.left.y[ended];
    now.lift = 0;
    for (let i = lastStarted(byStart, t); i >= 0 && this.latestEnd[i] > t; i--) {
      const timed = byStart[i];
      if (t >= timed.end) continue;
      const age = ageOf(timed, t);
      if (age < timed.firing.extent) timed.firing.displace?.(age, now);
    }
    return now;
  }
}

/** How many of the rising `keys` are ≤ `key`. */
function upTo(keys: Float64Array, key: number): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (keys[middle] <= key) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The last of them that has started by `t`, or -1. */
function lastStarted(byStart: readonly TimedFiring[], t: Seconds): number {
  let low = 0;
  let high = byStart.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (byStart[middle].start <= t) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** How far the parties' bodies are from rest at any instant, for what follows them or flies at them. */
export class Motion implements Bodies {
  private readonly paths: Readonly<Record<'source' | 'target', Path | undefined>>;

  /** `firings` may hold anything; those that move a body are picked out. */
  constructor(firings: readonly TimedFiring[]) {
    const pathOf = (party: 'source' | 'target'): Path | undefined => {
      const movers = firings.filter(({ firing, silent }) => firing.moves === party && !silent);
      return movers.length > 0 ? new Path(movers) : undefined;
    };
    this.paths = { source: pathOf('source'), target: pathOf('target') };
  }

  addTo(out: Spotted, party: 'source' | 'target' | undefined, t: Seconds): void {
    const at = party && this.paths[party]?.at(t);
    if (!at) return;
    out.x += at.x;
    out.y += at.y - at.lift;
  }

  addGround(out: Spotted, party: 'source' | 'target' | undefined, t: Seconds): void {
    const at = party && this.paths[party]?.at(t);
    if (!at) return;
    out.x += at.x;
    out.y += at.y;
  }
}

/** The party whose body something hangs on; none at the contact point. */
export function partyOf(origin: 'contact' | 'source' | 'target'): 'source' | 'target' | undefined {
  return origin === 'contact' ? undefined : origin;
}

/** A firing's `bind` that moves a place to where its party is when the firing begins; none at the contact point. */
export function bindTo(place: Spotted, origin: 'contact' | 'source' | 'target'): ((scene: Scene) => void) | undefined {
  const party = partyOf(origin);
  return party && (({ motion, wallAt }) => motion.addTo(place, party, wallAt(0)));
}

/** The same for what lies on the ground: a hop does not lift it. */
export function bindToGround(place: Spotted, origin: 'contact' | 'source' | 'target'): ((scene: Scene) => void) | undefined {
  const party = partyOf(origin);
  return party && (({ motion, wallAt }) => motion.addGround(place, party, wallAt(0)));
}

/** A copy of a place, moved in `bind` to where its party is when the firing begins. */
export function movable(place: Place): { x: Px; y: Px } {
  return { x: place.x, y: place.y };
}
