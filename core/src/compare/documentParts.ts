import type { Effect } from '../effects/registry.js';
import { isRecord } from '../model/json.js';
import { withEntryOf, type Entry } from './entryLists.js';
import { differenceLine, laneDifference } from './sequenceDifferences.js';
import { entryName, spaced, valueLines } from './valueLines.js';
import { withLaneOf } from './weighedDifferences.js';

/** A part of a document that can be taken by itself: an entry of a list whose entries have ids, or a whole field. */
export interface DocumentPart {
  readonly field: string;
  readonly entry?: string;
}

/** One part in which two states of a document differ. */
export interface PartDifference extends DocumentPart {
  /** What people call it, and what sort of thing it is: “parry”, “rungs”. */
  readonly name: string;
  readonly sort: string;
  /** `added`: only the later state has it; `removed`: only the earlier. */
  readonly change: 'changed' | 'added' | 'removed';
  /** What of it differs, line by line. */
  readonly words: readonly string[];
}

type Fields = Readonly<Record<string, unknown>>;

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** The parts in which two states of a document of any kind differ: rungs of a ladder, moves of an actor, lanes of a sequence. */
export function partDifferences(before: object, after: object): PartDifference[] {
  const [earlier, later] = [before, after] as [Fields, Fields];
  return [...new Set([...Object.keys(later), ...Object.keys(earlier)])].flatMap((field): PartDifference[] => {
    const [one, other] = [earlier[field], later[field]];
    if (field === 'id' || same(one, other)) return [];
    const [list, next] = [entriesOf(one), entriesOf(other)];
    if (list && next && list.length + next.length > 0) return entryDifferences(field, list, next);
    const change = one === undefined ? 'added' : other === undefined ? 'removed' : 'changed';
    const name = spaced(field);
    return [{ field, name, sort: '', change, words: change === 'changed' ? [...valueLines('', one, other)] : [] }];
  });
}

/** A list whose entries all have ids of their own; none counts as an empty one. */
function entriesOf(value: unknown): readonly Entry[] | undefined {
  if (value === undefined) return [];
  if (!Array.isArray(value)) return undefined;
  const ids = new Set(value.map((entry: unknown) => (isRecord(entry) ? entry['id'] : undefined)));
  return ids.size === value.length && [...ids].every((id) => typeof id === 'string') ? (value as readonly Entry[]) : undefined;
}

function entryDifferences(field: string, before: readonly Entry[], after: readonly Entry[]): PartDifference[] {
  const [earlier, later] = [before, after].map((list) => new Map(list.map((entry) => [entry.id, entry])));
  const told = (entry: Entry, change: PartDifference['change'], words: readonly string[] = []): PartDifference => ({
    field,
    entry: entry.id,
    name: entryName(entry, entry.id),
    sort: spaced(field),
    change,
    words,
  });
  const found = [
    ...after.flatMap((entry) => {
      const other = earlier.get(entry.id);
      if (!other) return [told(entry, 'added')];
      return same(other, entry) ? [] : [told(entry, 'changed', wordsOf(field, other, entry))];
    }),
    ...before.flatMap((entry) => (later.has(entry.id) ? [] : [told(entry, 'removed')])),
  ];
  // They stand in another order, and that is all.
  return found.length > 0 ? found : [{ field, name: spaced(field), sort: '', change: 'changed', words: ['in another order'] }];
}

function wordsOf(field: string, before: Entry, after: Entry): string[] {
  if (field !== 'effects') return [...valueLines('', before, after)];
  // Lanes are told in the units of their fields.
  return laneDifference(before as Effect, after as Effect).map((one) => differenceLine(one).slice(`${one.name}: `.length));
}

/**
 * A document with one part as another state has it: an entry in the place where it stands here, behind what it stands behind
 * there where it is new, away where the other state has none. What a lane hung on and is not here, it leaves for contact.
 */
export function withPartOf<T extends object>(document: T, other: T, { field, entry }: DocumentPart): T {
  const [here, there] = [document, other] as [Fields, Fields];
  const { [field]: value, ...rest } = here;
  const theirs = there[field];
  if (entry === undefined) return (theirs === undefined ? rest : { ...here, [field]: theirs }) as T;
  const [list, from] = [entriesOf(value) ?? [], entriesOf(theirs) ?? []];
  if (field === 'effects') return { ...document, ...withLaneOf({ effects: list as Effect[] }, { effects: from as Effect[] }, entry) };
  return { ...document, [field]: withEntryOf(list, from, entry) };
}
