import { listedCollections } from './collections.js';
import { isRecord } from './json.js';

/**
 * Document order in a folder's settings: a rank per document id, one per line. Adding a document adds one line and changes no other,
 * so that version control can merge two additions. Documents of equal rank are sorted by id.
 */
export type Ranks = Readonly<Record<string, number>>;

/** Distance between new ranks, so that later documents fit in between. */
const step = 10;

/** Returns ids in order, from ranks or from the list of ids that older folders have; undefined for any other value. */
export function orderOfRanks(value: unknown): string[] | undefined {
  if (Array.isArray(value)) return value.map(String);
  if (!isRecord(value)) return undefined;
  const rank = (id: string): number => Number(value[id]);
  return Object.keys(value).sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

/**
 * Returns a rank for each id of `order`, sorted by id. As many documents as possible keep their rank of `before`. The others get ranks
 * between their neighbours. If two neighbours leave too little room, all ranks are assigned anew.
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

/** Returns the ranks of all collections. `before` is the order that the folder's settings have now. */
export function rankedOrder(order: Readonly<Partial<Record<string, readonly string[]>>>, before?: unknown): Record<string, Ranks> {
  const known = isRecord(before) ? before : {};
  return Object.fromEntries(listedCollections.map((collection) => [collection, ranksFor(order[collection] ?? [], known[collection])]));
}

/** Turns the ranks of each collection into a list of ids, the form that stored settings have. Other values stay unchanged. */
export function plainOrder(order: unknown): unknown {
  if (!isRecord(order)) return order;
  return Object.fromEntries(Object.entries(order).map(([collection, own]) => [collection, orderOfRanks(own) ?? own]));
}

interface Ranked {
  readonly id: string;
  readonly at: number;
  readonly rank: number;
}

/** Returns a longest subsequence whose ranks, and ids at equal rank, are already in order. */
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
