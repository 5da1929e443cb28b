import { fightOut, type Fight, type Fought } from './fights.js';
import { steppedBodies, type SteppedRun, type SteppedTold } from './steppedBodies.js';
import type { SteppedBrawl } from './steppedBrawl.js';

type Json = Record<string, unknown>;

function whole(brawl: SteppedBrawl): Fought {
  const { actors: fighting, stops, responses, bodies, acts: done, edges, length } = brawl;
  const fight = { actors: fighting, stops, responses } as unknown as Fight;
  return fightOut(fight, [], { length, actors: bodies as never, acts: done as unknown as Json[], edges: { ...edges } });
}

/** Seconds between two positions that are compared. */
const every = 0.05;
/** px and seconds by which the two may differ: the stepped simulation notices everything a little late. */
const near = 4;
const soon = 0.02;
/** Two events nearer than this, in seconds, can come in either order in the stepped simulation. */
const tieWithin = 1e-4;

const counted = <T extends { event: string; source: string; target: string }>(log: readonly T[]): Map<string, T[]> => {
  const found = new Map<string, T[]>();
  for (const one of log) {
    const key = `${one.event} ${one.source} ${one.target}`;
    found.set(key, [...(found.get(key) ?? []), one]);
  }
  return found;
};

/** Finds when two runs first differ, and how: by an event that only one of them has, by its time, or by a body's position. */
function firstDifference(
  one: readonly { at: number; event: string; source: string; target: string }[],
  other: SteppedRun,
  placeIn: (id: string, k: number) => { x: number; y: number } | undefined,
  apart: number,
  late: number,
): { at: number; what: string } {
  let first = { at: Infinity, what: '' };
  const tell = (at: number, what: string): void => {
    if (at < first.at) first = { at, what };
  };
  const [found, expected] = [counted(one), counted(other.log)];
  for (const key of new Set([...found.keys(), ...expected.keys()])) {
    const [a, b] = [found.get(key) ?? [], expected.get(key) ?? []];
    for (let i = 0; i < Math.max(a.length, b.length); i++) {
      const [at, at2] = [a[i]?.at ?? Infinity, b[i]?.at ?? Infinity];
      if (Math.abs(at - at2) > late || at === Infinity || at2 === Infinity) tell(Math.min(at, at2), `${key}: ${at}, stepped ${at2}`);
    }
  }
  other.places.forEach((places, k) => {
    for (const [id, there] of places) {
      const here = placeIn(id, k);
      if (there && here && Math.hypot(there.x - here.x, there.y - here.y) > apart)
        tell(k * every, `${id} at ${k * every}: ${JSON.stringify(here)}, stepped ${JSON.stringify(there)}`);
    }
  });
  return first;
}

/** When a body is first defeated by one of several hits at the same time: the order of the hits then decides the rest. */
function firstTie(log: readonly SteppedTold[]): number {
  const falls = log.filter(({ event }) => event === 'fall');
  const tied = falls.filter(({ at, target }) => {
    const others = log.filter((one) => Math.abs(one.at - at) < tieWithin && (one.source === target || one.target === target));
    return others.length > 2;
  });
  return tied.reduce((first, { at }) => Math.min(first, at), Infinity);
}

/** When two bodies first defeat each other at the same time: each run may count the other hit first. */
function firstDuel(log: readonly SteppedTold[], other: readonly SteppedTold[]): number {
  const duels = log.filter(
    ({ event, at, source, target }) =>
      event === 'fall' &&
      other.some((one) => one.event === 'fall' && Math.abs(one.at - at) < soon && one.source === target && one.target === source),
  );
  return duels.reduce((first, { at }) => Math.min(first, at), Infinity);
}

/**
 * When two bodies first raise more than two events on one another almost at once: a body grazes the edge of a zone. The stepped
 * simulation notices contacts a little late, so it can miss such a graze.
 */
function firstGraze(log: readonly Pick<SteppedTold, 'at' | 'source' | 'target'>[]): number {
  const first = log.find(({ at, source, target }, i) => {
    let more = 0;
    for (let j = i + 1; j < log.length && log[j].at < at + soon && more < 2; j++)
      if (log[j].source === source && log[j].target === target) more++;
    return more === 2;
  });
  return first?.at ?? Infinity;
}

export interface Refereed {
  /** Seconds until which the result does not depend on tiny changes of size and position. */
  readonly sure: number;
  /** When the resolver and the simulation first differ, and how; Infinity if they do not. */
  readonly at: number;
  readonly what: string;
  /** Number of events that were compared. */
  readonly events: number;
}

/** Finest steps of the two simulations, in seconds. Finer ones are used only if coarse ones differ from the resolver. */
const finest = [
  [0.0001, 0.00007],
  [0.00002, 0.00001],
  [0.000004, 0.000003],
] as const;

/** Compares the resolver with the stepped simulation on one fight. */
export function refereed(brawl: SteppedBrawl): Refereed {
  const run = whole(brawl);
  let found = steppedAgainst(run, brawl, finest[0]);
  for (const steps of finest.slice(1)) if (found.at < found.sure) found = steppedAgainst(run, brawl, steps);
  return found;
}

function steppedAgainst(run: Fought, brawl: SteppedBrawl, [coarse, fine]: readonly [number, number]): Refereed {
  const wide = steppedBodies(brawl, coarse, every, 0.03);
  const thin = steppedBodies(brawl, fine, every, -0.03);
  const agree = firstDifference(thin.log, wide, (id, k) => thin.places[k].get(id), near / 4, soon / 4).at;
  const sure = Math.min(
    brawl.length - 0.02,
    agree - every - 0.01,
    firstTie(run.log) - 0.02,
    firstTie(wide.log) - 0.02,
    firstDuel(run.log, wide.log) - 0.02,
    firstGraze(run.log) - 0.02,
    firstGraze(wide.log) - 0.02,
    wide.circular - 0.02,
  );
  return {
    sure,
    events: run.log.filter((one) => one.at < sure).length,
    ...firstDifference(run.log, wide, (id, k) => run.read.place(id, k * every), near, soon),
  };
}
