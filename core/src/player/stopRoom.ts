import type { Seconds } from '../units.js';

/** At most so much standing still in so long, for each body and for the world. */
export interface StopBudget {
  readonly seconds: Seconds;
  readonly within: Seconds;
}

/** Wall time from one instant to another at which a clock stands still. */
export type Halt = readonly [start: Seconds, end: Seconds];

/**
 * When a stop that begins at `start` has to end at the latest, no later than `end`, so that in no `within` seconds the clock stands
 * still for more than `seconds`, before it, in it and after it. What stands still already costs nothing where the two overlap.
 * `halts` are those of the clock, in order and apart. How long a stretch stands still is linear in the end between the instants at
 * which something else begins or ends in it, and the stretch that stands still for longest begins or ends with a stop: so each of
 * these is asked once.
 */
export function latestEnd(start: Seconds, end: Seconds, halts: readonly Halt[], { seconds, within }: StopBudget): Seconds {
  const near = halts.filter(([from, to]) => to > start - within && from < end + within);
  if (near.length === 0 && end - start <= within) return Math.min(end, start + seconds);
  const edges = [start, ...near.flat()];
  const breaks = edges
    .flatMap((edge) => [edge - within, edge, edge + within])
    .filter((edge) => edge > start && edge < end)
    .sort((a, b) => a - b);
  breaks.push(end);
  let from = start;
  for (const to of breaks) {
    let latest = to;
    const fixed = [...near.map(([begins]) => begins), start, ...near.map(([, ends]) => ends - within)];
    const windows = [...fixed.map((begin): Halt => [begin, begin]), [from - within, to - within] as const];
    for (const [first, last] of windows) {
      const [before, after] = [stillIn(first, within, near, start, from), stillIn(last, within, near, start, to)];
      if (after <= before || after <= seconds + rounding) continue;
      latest = Math.min(latest, before >= seconds ? from : from + ((seconds - before) / (after - before)) * (to - from));
    }
    if (latest < to) return latest;
    from = to;
  }
  return end;
}

/** What sums of instants may be off by. */
const rounding: Seconds = 1e-12;

/** Seconds that the clock stands still in the stretch from `begin`, with a stop from `start` to `end` besides. */
function stillIn(begin: Seconds, within: Seconds, halts: readonly Halt[], start: Seconds, end: Seconds): Seconds {
  const stretch = begin + within;
  let sum = Math.max(0, Math.min(end, stretch) - Math.max(start, begin));
  for (const [from, to] of halts) {
    sum += Math.max(0, Math.min(to, stretch) - Math.max(from, begin));
    // Both at once are one.
    sum -= Math.max(0, Math.min(to, end, stretch) - Math.max(from, start, begin));
  }
  return sum;
}

/** Halts in order and apart, with one more among them. */
export function withHalt(halts: readonly Halt[], [start, end]: Halt): readonly Halt[] {
  if (end <= start) return halts;
  const before = halts.filter(([, to]) => to < start);
  const after = halts.filter(([from]) => from > end);
  const met = halts.filter(([from, to]) => to >= start && from <= end);
  return [...before, [Math.min(start, ...met.map(([from]) => from)), Math.max(end, ...met.map(([, to]) => to))], ...after];
}
