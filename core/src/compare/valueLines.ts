import { isRecord } from '../model/json.js';
import { plainWords } from './fieldWords.js';

/** What a list's entry, or a field, is called in words. */
export function entryName(value: unknown, key: string): string {
  if (!isRecord(value)) return key;
  const name = ['label', 'name', 'id'].map((one) => value[one]).find((one) => typeof one === 'string');
  return name === undefined ? key : String(name);
}

/** A key as it is read: “healthLooks” is “health looks”. */
export const spaced = (key: string): string => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
/** A name within what it belongs to. */
export const under = (place: string, name: string): string => (place === '' ? name : `${place}, ${name}`);

/** Every value that differs between two of anything, each as a line under the place where it stands. */
export function* valueLines(place: string, before: unknown, after: unknown): Generator<string> {
  if (JSON.stringify(before) === JSON.stringify(after)) return;
  const [one, other] = [fieldsOf(before, after), fieldsOf(after, before)];
  if (one && other) {
    for (const key of new Set([...Object.keys(one), ...Object.keys(other)])) {
      if (key !== 'id') yield* valueLines(under(place, spaced(key)), one[key], other[key]);
    }
    return;
  }
  if (Array.isArray(before) && Array.isArray(after)) {
    yield* listLines(place, before, after);
    return;
  }
  const [then, now] = [plainWords(before), plainWords(after)];
  yield then === now ? `${place} changed` : `${place} ${then} → ${now}`.trimStart();
}

/** The fields of a value to be told one by one; none of its own where it is not there and the other goes by no name. */
function fieldsOf(value: unknown, other: unknown): Readonly<Record<string, unknown>> | undefined {
  if (isRecord(value)) return other === undefined && entryName(value, '') !== '' ? undefined : value;
  return value === undefined && isRecord(other) && entryName(other, '') === '' ? {} : undefined;
}

/** Entries by their ids where they have them, by their places where not. */
function* listLines(place: string, before: readonly unknown[], after: readonly unknown[]): Generator<string> {
  const keyOf = (entry: unknown, i: number): string => (isRecord(entry) && typeof entry['id'] === 'string' ? entry['id'] : `${i + 1}`);
  const [earlier, later] = [before, after].map((list) => new Map(list.map((entry, i) => [keyOf(entry, i), entry])));
  for (const [key, entry] of later) {
    const name = under(place, entryName(entry, key));
    if (earlier.has(key)) yield* valueLines(name, earlier.get(key), entry);
    else yield `${name} added`;
  }
  for (const [key, entry] of earlier) if (!later.has(key)) yield `${under(place, entryName(entry, key))} removed`;
  const stayed = (one: ReadonlyMap<string, unknown>, other: ReadonlyMap<string, unknown>): string =>
    [...one.keys()].filter((key) => other.has(key)).join(' ');
  if (stayed(earlier, later) !== stayed(later, earlier)) yield `${place} in another order`.trimStart();
}
