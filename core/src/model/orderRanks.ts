import { listedCollections } from './collections.js';
import { isRecord } from './json.js';

/**
 * The order of a project's documents as its folder keeps it: a rank for each, one a line, by their ids. Whoever adds a document
 * adds one line and changes no other, so that two who add some can both keep theirs; of one rank they stand by their ids.
 */
export type Ranks = Readonly<Record<string, number>>;

/** Between two documents there is room for some more. */
const step = 10;

/** The order that ranks or a list of ids say; undefined where it is neither. */
export function orderOfRanks(value: unknown): string[] | undefined {
  if (Array.isArray(value)) return value.map(String);
  if (!isRecord(value)) return undefined;
  const rank = (id: string): number => Number(value[id]);
  return Object.keys(value).sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

/**
 * Ranks for documents in an order, by their ids. As many as can keep the rank that they had `before`; what comes between two of
 * those gets one between them, what comes last one after all. Where there is no room left, all are told anew.
 */
export function ranksFor(order: readonly string[], before: unknown): Ranks {
  const known = isRecord(before) ? before : {};
  const had = order.flatMap((id, at) => {
    const rank = known[id];
    return typeof rank === 'number' && Number.isFinite(rank) ? [{ id, at, rank }] : [];
  });
  const kept = longestRising(had);
  const ranks = new Map(kept.map(({ id, rank }) => [id, rank]));
  let room = true;
  for (let k = 0; k <= kept.length; k++) {
    const [low, high] = [kept.at(k - 1), kept.at(k)].map((one, i) => (k - 1 + i < 0 || k - 1 + i >= kept.length ? undefined : one));
    const between = order.slice(low ? low.at + 1 : 0, high?.at ?? order.length);
    between.forEach((id, i) => {
      const rank = low && high ? low.rank + Math.floor(((high.rank - low.rank) * (i + 1)) / (between.length + 1)) : undefined;
      ranks.set(id, rank ?? (high ? high.rank - step * (between.length - i) : (low?.rank ?? 0) + step * (i + 1)));
    });
    if (low && high && between.length > 0 && high.rank - low.rank <= between.length) room = false;
  }
  const told = [...order].sort((a, b) => (a < b ? -1 : 1)).map((id): [string, number] => [id, ranks.get(id) ?? 0]);
  return Object.fromEntries(room ? told : told.map(([id]): [string, number] => [id, (order.indexOf(id) + 1) * step]));
}

/** The order of all collections as a folder's settings keep it; `before` is what they kept so far. */
export function rankedOrder(order: Readonly<Partial<Record<string, readonly string[]>>>, before?: unknown): Record<string, Ranks> {
  const known = isRecord(before) ? before : {};
  return Object.fromEntries(listedCollections.map((collection) => [collection, ranksFor(order[collection] ?? [], known[collection])]));
}

/** What a folder's settings keep, as the order that settings have everywhere else; what is neither stays as it is. */
export function plainOrder(order: unknown): unknown {
  if (!isRecord(order)) return order;
  return Object.fromEntries(Object.entries(order).map(([collection, own]) => [collection, orderOfRanks(own) ?? own]));
}

interface Ranked {
  readonly id: string;
  readonly at: number;
  readonly rank: number;
}

/** As many as stand in the order of their ranks already, and of their ids where these are the same. */
function longestRising(list: readonly Ranked[]): Ranked[] {
  const length = list.map(() => 1);
  const from = list.map(() => -1);
  let last = -1;
  list.forEach((one, i) => {
    for (let k = 0; k < i; k++) {
      const rises = list[k].rank < one.rank || (list[k].rank === one.rank && list[k].id < one.id);
      if (rises && length[k] + 1 > length[i]) [length[i], from[i]] = [length[k] + 1, k];
    }
    if (last < 0 || length[i] > length[last]) last = i;
  });
  const rising: Ranked[] = [];
  for (let i = last; i >= 0; i = from[i]) rising.unshift(list[i]);
  return rising;
}
