import type { Frame, Place } from '../contract.js';
import type { Seconds } from '../units.js';
import { createFrame, resetActor } from './frame.js';
import { sampleAt, type TimedFiring } from './take.js';

/** A place that is written to rather than made anew. */
export interface Spotted {
  x: number;
  y: number;
}

/** How far the parties' bodies are from rest at any instant, for what follows them or flies at them. */
export class Motion {
  private readonly scratch: Frame = createFrame({});
  private readonly movers: Readonly<Record<'source' | 'target', readonly TimedFiring[]>>;

  /** `firings` may hold anything; those that move a body are picked out. */
  constructor(firings: readonly TimedFiring[]) {
    const movers = firings.filter((timed) => timed.firing.moves !== undefined && !timed.silent);
    this.movers = {
      source: movers.filter(({ firing }) => firing.moves === 'source'),
      target: movers.filter(({ firing }) => firing.moves === 'target'),
    };
  }

  /** Adds the party's displacement at wall time `t` to `out`. */
  addTo(out: Spotted, party: 'source' | 'target' | undefined, t: Seconds): void {
    if (!party) return;
    const movers = this.movers[party];
    if (movers.length === 0) return;
    const body = this.scratch[party];
    resetActor(body);
    for (const timed of movers) sampleAt(timed, t, this.scratch);
    out.x += body.x;
    out.y += body.y;
  }
}

/** What a firing may learn once everything has its place in time. */
export interface Scene {
  readonly motion: Motion;
  /** Wall time at which the firing is `age` seconds old on its own clock. */
  wallAt(age: Seconds): Seconds;
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

/** A copy of a place, moved in `bind` to where its party is when the firing begins. */
export function movable(place: Place): Spotted {
  return { x: place.x, y: place.y };
}
