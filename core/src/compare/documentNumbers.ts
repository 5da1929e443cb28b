import { isRecord } from '../model/json.js';
import { entryName, spaced, under } from './valueLines.js';

/** Where a value stands in a document: keys of fields, and in lists the ids of their entries or their places from 0. */
export type ValuePath = readonly (string | number)[];

/** A number of a document. */
export interface DocumentNumber {
  readonly path: ValuePath;
  /** Where it stands, in words: “parry, then, 1, points”. */
  readonly words: string;
  readonly value: number;
}

/** Every number of a document in the order in which it stands there, but for those under the fields that are left out. */
export function numbersOf(document: object, leftOut: readonly string[] = []): DocumentNumber[] {
  return Object.entries(document).flatMap(([field, value]) =>
    leftOut.includes(field) ? [] : [...numbersUnder([field], spaced(field), value)],
  );
}

function* numbersUnder(path: ValuePath, words: string, value: unknown): Generator<DocumentNumber> {
  if (typeof value === 'number') yield { path, words, value };
  else if (Array.isArray(value))
    for (const [i, entry] of (value as readonly unknown[]).entries()) {
      const id = isRecord(entry) ? entry['id'] : undefined;
      const key = typeof id === 'string' ? id : i;
      // Ids tell entries apart by themselves; places do with what they are of.
      const name = typeof key === 'string' ? entryName(entry, key) : under(words, placeName(entry, i));
      yield* numbersUnder([...path, key], name, entry);
    }
  else if (isRecord(value))
    for (const [key, one] of Object.entries(value)) yield* numbersUnder([...path, key], under(words, spaced(key)), one);
}

/** What an entry without an id does, behind its place: “2 heavy”. */
function placeName(entry: unknown, i: number): string {
  const does = isRecord(entry) ? ['event', 'do', 'outcome', 'condition', 'expect'].map((key) => entry[key]) : [];
  const said = does.find((one) => typeof one === 'string');
  return said === undefined ? entryName(entry, `${i + 1}`) : `${i + 1} ${said}`;
}

/** What stands at a place of a document; undefined where nothing does. */
export function valueAt(document: object, path: ValuePath): unknown {
  return path.reduce((value: unknown, step) => (isTree(value) ? value[keyIn(value, step)] : undefined), document);
}

type Tree = Readonly<Record<string | number, unknown>>;

function isTree(value: unknown): value is Tree {
  return typeof value === 'object' && value !== null;
}

/** The key that a step stands for: of a list, the place of the entry with that id. */
function keyIn(value: Tree, step: string | number): string | number {
  if (!Array.isArray(value) || typeof step === 'number') return step;
  return value.findIndex((entry) => isRecord(entry) && entry['id'] === step);
}

/** The document with another value at a place; undefined where that place is not there (any more). */
export function withValueAt<T extends object>(document: T, [step, ...rest]: ValuePath, value: unknown): T | undefined {
  const tree = document as Tree;
  const key = keyIn(tree, step);
  const before = tree[key];
  if (before === undefined) return undefined;
  const after = rest.length === 0 ? value : isTree(before) ? withValueAt(before, rest, value) : undefined;
  if (after === undefined) return undefined;
  return (Array.isArray(document) ? document.map((entry: unknown, i) => (i === key ? after : entry)) : { ...document, [key]: after }) as T;
}
