import type { LogEntry } from '../combat/log.js';
import type { Seconds } from '../units.js';
import { plainNames, type FightNames } from '../combat/parts/fightNames.js';
import { answeredWords, cameWords, partiesWords } from './logWords.js';
import { runReadings, type ReadRun, type RunReading } from './runReadings.js';

/** A reading that two runs do not share. */
export interface RunReadingDifference extends Pick<RunReading, 'key' | 'name' | 'unit'> {
  readonly before: number | undefined;
  readonly after: number | undefined;
}

/** An event that went another way, or that only one of two runs has. */
export interface EventDifference {
  /** When it is in the later run; in the earlier where the later has none. */
  readonly at: Seconds;
  readonly event: string;
  /** Who did it to whom. */
  readonly parties: string;
  /** `added`: only the later run has it; `removed`: only the earlier. */
  readonly change: 'changed' | 'added' | 'removed';
  readonly rows: readonly { readonly label: 'at' | 'answered' | 'came of it'; readonly before: string; readonly after: string }[];
}

/** Less than this is dust of arithmetic, of instants and of points. */
const dust = 5e-4;

/** What two runs come to differently: what differs by the largest share first. */
export function runReadingDifferences(before: ReadRun, after: ReadRun, names = plainNames): RunReadingDifference[] {
  const earlier = new Map(runReadings(before, names).map((reading) => [reading.key, reading]));
  const later = new Map(runReadings(after, names).map((reading) => [reading.key, reading]));
  return [...new Set([...later.keys(), ...earlier.keys()])]
    .flatMap((key) => {
      const [one, other] = [earlier.get(key), later.get(key)];
      const told = other ?? one;
      const [value, otherValue] = [one, other].map((reading) => (reading ? reading.value : told?.absent));
      if (!told || value === otherValue) return [];
      const share = value === undefined || otherValue === undefined ? 1 : Math.abs(otherValue - value) / told.scale;
      const { name, unit } = told;
      return share * told.scale < dust ? [] : [{ key, name, unit, before: value, after: otherValue, share }];
    })
    .sort((a, b) => b.share - a.share)
    .map(({ share: _, ...row }) => row);
}

/**
 * The events in which two runs part, in order of time. Events of one name between the same two are held against one another where
 * they lie nearest in time.
 */
export function eventDifferences(before: readonly LogEntry[], after: readonly LogEntry[], names = plainNames): EventDifference[] {
  const earlier = byKey(before);
  const later = byKey(after);
  const pairs = [...new Set([...earlier.keys(), ...later.keys()])].flatMap((key) => paired(earlier.get(key) ?? [], later.get(key) ?? []));
  return pairs.flatMap(([one, other]) => differenceOf(one, other, names)).sort((a, b) => a.at - b.at);
}

function byKey(log: readonly LogEntry[]): Map<string, LogEntry[]> {
  const lists = new Map<string, LogEntry[]>();
  for (const entry of log) {
    const key = `${entry.event} ${entry.source} ${entry.target}`;
    const list = lists.get(key);
    if (list) list.push(entry);
    else lists.set(key, [entry]);
  }
  return lists;
}

type Pair = readonly [LogEntry | undefined, LogEntry | undefined];

/** Two events further apart, in seconds, are held for one gone and one come. */
const apart: Seconds = 1;
/** Lists longer than this are paired by their order alone, so that the work stays near linear. */
const longest = 400;

/** Two lists in order of time, aligned so that the sum of all distances in time is least. */
function paired(before: readonly LogEntry[], after: readonly LogEntry[]): Pair[] {
  if (Math.max(before.length, after.length) > longest)
    return Array.from({ length: Math.max(before.length, after.length) }, (_, i): Pair => [before.at(i), after.at(i)]);
  const wide = after.length + 1;
  // The least sum for the rest of both lists, from the last on.
  const cost = new Float64Array((before.length + 1) * wide);
  const costAt = (i: number, k: number): number => cost[i * wide + k];
  const together = (i: number, k: number): number => Math.abs(before[i].at - after[k].at) + costAt(i + 1, k + 1);
  for (let i = before.length; i >= 0; i--)
    for (let k = after.length; k >= 0; k--) {
      if (i === before.length || k === after.length) cost[i * wide + k] = ((before.length - i + after.length - k) * apart) / 2;
      else cost[i * wide + k] = Math.min(together(i, k), Math.min(costAt(i + 1, k), costAt(i, k + 1)) + apart / 2);
    }
  const pairs: Pair[] = [];
  let [i, k] = [0, 0];
  while (i < before.length || k < after.length) {
    const both = i < before.length && k < after.length;
    // At the very limit they are one that moved: sums of instants carry dust.
    if (both && together(i, k) - costAt(i, k) < dust) pairs.push([before[i++], after[k++]]);
    else if (k === after.length || (both && costAt(i + 1, k) <= costAt(i, k + 1))) pairs.push([before[i++], undefined]);
    else pairs.push([undefined, after[k++]]);
  }
  return pairs;
}

function differenceOf(before: LogEntry | undefined, after: LogEntry | undefined, names: FightNames): EventDifference[] {
  const told = after ?? before;
  if (!told) return [];
  const { at, event } = told;
  const row = (label: EventDifference['rows'][number]['label'], words: (entry: LogEntry) => string, differs = true) => {
    const [one, other] = [before && words(before), after && words(after)];
    return differs && one !== other ? [{ label, before: one ?? '', after: other ?? '' }] : [];
  };
  const moved = !before || !after || Math.abs(before.at - after.at) > dust;
  // What somebody has left hangs on all that was before: it is told, but is no difference of this event.
  const went = !before || !after || cameWords(before, true) !== cameWords(after, true);
  const rows = [
    ...row('at', (entry) => `${Number(entry.at.toFixed(3))} s`, moved),
    ...row('answered', (entry) => answeredWords(entry, names) || 'no rung'),
    ...row('came of it', (entry) => cameWords(entry, false, names) || 'nothing', went),
  ];
  if (rows.length === 0) return [];
  return [
    {
      at,
      event: names.of('event', event),
      parties: partiesWords(told, names),
      change: !before ? 'added' : !after ? 'removed' : 'changed',
      rows,
    },
  ];
}
