import { isRecord } from '../model/json.js';
import type { Sequence } from '../model/project.js';
import { plainWords } from './fieldWords.js';
import { differenceLine, laneDifferences } from './sequenceDifferences.js';

/** Most changes that are told one by one. */
const most = 8;

/**
 * What changed between two states of a document, in words: lanes of a sequence in units, and of anything else each field that
 * differs under what it belongs to. Nothing where they say the same; the last line counts what is not told.
 */
export function changeWords(before: object, after: object): string[] {
  const lines = isSequence(before) && isSequence(after) ? sequenceLines(before, after) : [...linesOf('', before, after)];
  return lines.length > most ? [...lines.slice(0, most - 1), `and ${lines.length - most + 1} more`] : lines;
}

function isSequence(document: object): document is Sequence {
  return 'effects' in document && Array.isArray(document.effects);
}

function sequenceLines(before: Sequence, after: Sequence): string[] {
  const { effects: lanes, ...own } = before;
  const { effects: later, ...others } = after;
  const stayed = (list: Sequence['effects'], other: Sequence['effects']): string => {
    const ids = new Set(other.map(({ id }) => id));
    return list.flatMap(({ id }) => (ids.has(id) ? [id] : [])).join(' ');
  };
  return [
    ...laneDifferences(before, after).map(differenceLine),
    ...(stayed(lanes, later) === stayed(later, lanes) ? [] : ['lanes in another order']),
    ...linesOf('', own, others),
  ];
}

/** What a list's entry, or a field, is called in words. */
function named(value: unknown, key: string): string {
  if (!isRecord(value)) return key;
  const name = ['label', 'name', 'id'].map((one) => value[one]).find((one) => typeof one === 'string');
  return name === undefined ? key : String(name);
}

const spaced = (key: string): string => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
const under = (place: string, name: string): string => (place === '' ? name : `${place}, ${name}`);

function* linesOf(place: string, before: unknown, after: unknown): Generator<string> {
  if (JSON.stringify(before) === JSON.stringify(after)) return;
  if (isRecord(before) && isRecord(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
      if (key !== 'id') yield* linesOf(under(place, spaced(key)), before[key], after[key]);
    }
    return;
  }
  if (Array.isArray(before) && Array.isArray(after)) {
    yield* listLines(place, before, after);
    return;
  }
  const [one, other] = [plainWords(before), plainWords(after)];
  yield one === other ? `${place} changed` : `${place} ${one} → ${other}`;
}

/** Entries by their ids where they have them, by their places where not. */
function* listLines(place: string, before: readonly unknown[], after: readonly unknown[]): Generator<string> {
  const keyOf = (entry: unknown, i: number): string => (isRecord(entry) && typeof entry['id'] === 'string' ? entry['id'] : `${i + 1}`);
  const [earlier, later] = [before, after].map((list) => new Map(list.map((entry, i) => [keyOf(entry, i), entry])));
  for (const [key, entry] of later) {
    const name = under(place, named(entry, key));
    if (earlier.has(key)) yield* linesOf(name, earlier.get(key), entry);
    else yield `${name} added`;
  }
  for (const [key, entry] of earlier) if (!later.has(key)) yield `${under(place, named(entry, key))} removed`;
  const stayed = (one: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): string =>
    [...one.keys()].filter((key) => other.has(key)).join(' ');
  if (stayed(earlier, later) !== stayed(later, earlier)) yield `${place} in another order`;
}
