import type { Work } from '../effects/effect.js';
import { DocumentError, type DocumentPath } from '../model/documentError.js';
import { highest } from './compiledValue.js';
import { occurrencesOf } from './anchors.js';
import type { PlacedEffect } from './plan.js';

/** What a strike comes to at most. */
export interface StrikeWork extends Work {
  readonly firings: number;
}

/**
 * The most that one strike may come to: more than any game shows at once, and no more than can be made without a pause.
 * Muted effects count as well, because their lanes are drawn.
 */
export const mostWork: StrikeWork = {
  firings: 10_000,
  particles: 120_000,
  ribbonNodes: 40_000,
  letters: 20_000,
  timeWindows: 20_000,
  followings: 400_000,
};

/** Particle count of a strike above which striking it, or sampling one frame, can take longer than 1/60 s. */
export const particlesOfAFrame = 5_000;

const names: Readonly<Record<keyof StrikeWork, string>> = {
  firings: 'firings',
  particles: 'particles',
  ribbonNodes: 'nodes of ribbons',
  letters: 'letters of captions',
  timeWindows: 'stretches of bent time',
  followings: 'readings of where a moving body is',
};

/** Adds up what the effects come to at most, before anything is made. */
export function workOf(effects: readonly PlacedEffect[]): StrikeWork[] {
  const occurrences = occurrencesOf(effects);
  const moving = { source: movesAtOnce(effects, 'source', occurrences), target: movesAtOnce(effects, 'target', occurrences) };
  return effects.map(({ id, plan: { work = {}, follows }, repeat }) => {
    const count = repeat.count * (occurrences.get(id) ?? 1);
    return {
      firings: count,
      particles: count * (work.particles ?? 0),
      ribbonNodes: count * (work.ribbonNodes ?? 0),
      letters: count * (work.letters ?? 0),
      timeWindows: count * (work.timeWindows ?? 0),
      followings: follows ? count * (work.followings ?? 0) * moving[follows] : 0,
    };
  });
}

/** How many moves of a party's body can be under way at once. Stops hold moves and what follows them alike. */
function movesAtOnce(effects: readonly PlacedEffect[], party: 'source' | 'target', occurrences: ReadonlyMap<string, number>): number {
  return effects.reduce((sum, { id, plan, repeat: { count, every }, duration }) => {
    if (plan.moves !== party) return sum;
    // What plays at signals may play at all of them at once.
    const times = occurrences.get(id) ?? 1;
    return sum + times * (every > 0 ? Math.min(count, Math.floor(highest(duration) / every) + 1) : count);
  }, 0);
}

/** Refuses the first effect that brings a strike beyond what can be made, and names what and how much. */
export function refuseTooMuch(effects: readonly PlacedEffect[], path: DocumentPath): void {
  const sums = { firings: 0, particles: 0, ribbonNodes: 0, letters: 0, timeWindows: 0, followings: 0 };
  workOf(effects).forEach((work, i) => {
    for (const name of Object.keys(names) as (keyof StrikeWork)[]) {
      sums[name] += work[name];
      if (sums[name] <= mostWork[name]) continue;
      const [most, found] = [mostWork[name], Math.round(sums[name])].map((n) => n.toLocaleString('en'));
      throw new DocumentError(
        [...path, 'effects', i],
        `expected at most ${most} ${names[name]} in one strike, found up to ${found} with this effect’s`,
      );
    }
  });
}
