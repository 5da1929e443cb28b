import type { TimedFiring } from '@undatio/core/internal';

const byEffect = new WeakMap<readonly TimedFiring[], ReadonlyMap<string, readonly TimedFiring[]>>();

/** The firings of one effect among those of a take. They are sorted out once, however many lanes ask. */
export function firingsOf(firings: readonly TimedFiring[], effect: string): readonly TimedFiring[] {
  let sorted = byEffect.get(firings);
  if (!sorted) {
    const found = new Map<string, TimedFiring[]>();
    for (const timed of firings) {
      const known = found.get(timed.effect);
      if (known) known.push(timed);
      else found.set(timed.effect, [timed]);
    }
    byEffect.set(firings, (sorted = found));
  }
  return sorted.get(effect) ?? none;
}

const none: readonly TimedFiring[] = [];
