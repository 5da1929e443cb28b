import type { Place } from '../contract.js';
import type { Bodies, Now, Scene } from './firing.js';
import { Displacement, Spotted } from './spotted.js';
import { displaceAt, type TimedFiring } from './timedFiring.js';
import type { Px } from '../units.js';

/** What moves one party's body, ready to be asked for any instant. */
class Path {
  /** By start; `latestEnd[i]` is the latest end among the first i + 1. */
  private readonly byStart: readonly TimedFiring[];
  private readonly latestEnd: Float64Array;
  /** By end; what of the first i is left for ever once they have ended. */
  private readonly ends: Float64Array;
  private readonly left: { readonly x: Float64Array; readonly y: Float64Array };
  private readonly now = new Displacement();

  constructor(movers: readonly TimedFiring[]) {
    this.byStart = [...movers].sort((a, b) => a.start - b.start);
    this.latestEnd = new Float64Array(movers.length);
    this.byStart.forEach(({ end }, i) => (this.latestEnd[i] = Math.max(end, i > 0 ? this.latestEnd[i - 1] : -Infinity)));
    const byEnd = [...movers].sort((a, b) => a.end - b.end);
    this.ends = Float64Array.from(byEnd, ({ end }) => end);
    this.left = { x: new Float64Array(movers.length + 1), y: new Float64Array(movers.length + 1) };
    byEnd.forEach(({ firing, extent, lasting }, i) => {
      const rest = new Displacement();
      if (lasting) firing.displace?.(Float64Array.of(extent), rest);
      this.left.x[i + 1] = this.left.x[i] + rest.x;
      this.left.y[i + 1] = this.left.y[i] + rest.y;
    });
  }

  /**
   * Where the body is at the wall time in `wall`: what is left of the moves that have ended, and those under way. Costs O(log n)
   * and the moves that are under way at once. The result is written over by the next call.
   */
  at(wall: Now): Displacement {
    const { now, byStart } = this;
    const t = wall[0];
    const ended = upTo(this.ends, wall);
    now.x = this.left.x[ended];
    now.y = this.left.y[ended];
    now.lift = 0;
    for (let i = lastStarted(byStart, wall); i >= 0 && this.latestEnd[i] > t; i--) {
      // Those that have ended are in the sum already.
      if (t < byStart[i].end) displaceAt(byStart[i], wall, now);
    }
    return now;
  }
}

/** How many of the rising `keys` are at or before an instant. */
function upTo(keys: Float64Array, { 0: key }: Now): number {
  let low = 0;
  let high = keys.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (keys[middle] <= key) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The last of them that has started by an instant, or -1. */
function lastStarted(byStart: readonly TimedFiring[], { 0: t }: Now): number {
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
    const movers = { source: [] as TimedFiring[], target: [] as TimedFiring[] };
    for (const timed of firings) if (timed.firing.moves && !timed.silent) movers[timed.firing.moves].push(timed);
    const pathOf = (party: 'source' | 'target'): Path | undefined => (movers[party].length > 0 ? new Path(movers[party]) : undefined);
    this.paths = { source: pathOf('source'), target: pathOf('target') };
  }

  addTo(out: Spotted, party: 'source' | 'target' | undefined, wall: Now): void {
    const at = party && this.paths[party]?.at(wall);
    if (!at) return;
    out.x += at.x;
    out.y += at.y - at.lift;
  }

  addGround(out: Spotted, party: 'source' | 'target' | undefined, wall: Now): void {
    const at = party && this.paths[party]?.at(wall);
    if (!at) return;
    out.x += at.x;
    out.y += at.y;
  }
}

/** The scene of one firing: where bodies are at its ages. */
export class FiringScene implements Scene {
  private readonly cell: Now = new Float64Array(1);

  constructor(
    private readonly bodies: Bodies,
    private readonly timed: TimedFiring,
  ) {}

  addTo(out: Spotted, party: 'source' | 'target' | undefined, now: Now): void {
    this.bodies.addTo(out, party, this.wallAt(now));
  }

  addGround(out: Spotted, party: 'source' | 'target' | undefined, now: Now): void {
    this.bodies.addGround(out, party, this.wallAt(now));
  }

  /** The wall time of an age, in a cell of its own. */
  private wallAt(now: Now): Now {
    const { cell, timed } = this;
    cell[0] = timed.startTau + now[0];
    timed.warp?.toWall(cell);
    return cell;
  }
}

/** The party whose body something hangs on; none at the contact point. */
export function partyOf(origin: 'contact' | 'source' | 'target'): 'source' | 'target' | undefined {
  return origin === 'contact' ? undefined : origin;
}

/** The instant at which a firing begins. */
export const atBirth: Now = new Float64Array(1);

/** A firing's `bind` that moves a place to where its party is when the firing begins; none at the contact point. */
export function bindTo(place: Spotted, origin: 'contact' | 'source' | 'target'): ((scene: Scene) => void) | undefined {
  const party = partyOf(origin);
  return party && ((scene) => scene.addTo(place, party, atBirth));
}

/**
 * A firing's `bind` for what lies on the ground, `x` px across and `ground` px below its place: a hop does not lift it, and the game's
 * floor is its ground if the game gives one.
 */
export function bindToGround(place: Spotted, origin: 'contact' | 'source' | 'target', x: Px, ground: Px): (scene: Scene) => void {
  const party = partyOf(origin);
  return (scene) => {
    if (party) scene.addGround(place, party, atBirth);
    const floor = scene.floorAt?.(place.x + x);
    if (floor !== undefined) place.y = floor - ground;
  };
}

/** A copy of a place, moved in `bind` to where its party is when the firing begins. */
export function movable(place: Place): Spotted {
  return new Spotted(place.x, place.y);
}
