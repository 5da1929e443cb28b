import type { Effect, Sequence } from '@undatio/core';
import type { EditableDocument } from './documentKey';
import { sameValue } from '../shared/sameValue';

/** One part of a document that two people left in different states: a lane, or a field of the document itself. */
export interface Difference {
  /** Names the part among all of the document. */
  readonly part: string;
  readonly label: string;
  readonly fields: readonly { readonly name: string; readonly mine: string; readonly theirs: string }[];
}

type Parts = ReadonlyMap<string, unknown>;
const lane = 'lane ';
const order = 'order of the lanes';
const longest = 60;

const isSequence = (document: EditableDocument): document is Sequence => 'effects' in document;

function partsOf(document: EditableDocument): Parts {
  const fields = Object.entries(document).filter(([name]) => name !== 'id' && name !== 'effects');
  const effects = isSequence(document) ? document.effects.map((effect): [string, unknown] => [lane + effect.id, effect]) : [];
  return new Map([...fields, ...effects]);
}

function told(value: unknown): string {
  if (value === undefined) return '–';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > longest ? `${text.slice(0, longest - 1)}…` : text;
}

function fieldsOf(mine: unknown, theirs: unknown, name: string): Difference['fields'] {
  const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
  if (!isRecord(mine) || !isRecord(theirs)) {
    const whole = (value: unknown): string => (isRecord(value) && 'kind' in value ? `this ${told(value['kind'])}` : told(value));
    return [{ name, mine: whole(mine), theirs: whole(theirs) }];
  }
  const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])].filter((key) => !sameValue(mine[key], theirs[key]));
  return names.map((key) => ({ name: key, mine: told(mine[key]), theirs: told(theirs[key]) }));
}

/** What is not the same in two states of one document, lane by lane. */
export function differencesOf(mine: EditableDocument, theirs: EditableDocument): Difference[] {
  const [ours, others] = [partsOf(mine), partsOf(theirs)];
  const parts = [...new Set([...ours.keys(), ...others.keys()])];
  const differing = parts.flatMap((part): Difference[] => {
    const [a, b] = [ours.get(part), others.get(part)];
    if (sameValue(a, b)) return [];
    const label = part.startsWith(lane) ? part.slice(lane.length) : part;
    return [{ part, label, fields: fieldsOf(a, b, part.startsWith(lane) ? 'lane' : part) }];
  });
  if (!isSequence(mine) || !isSequence(theirs)) return differing;
  const idsIn = ({ effects }: Sequence, other: Sequence): string[] =>
    effects.map(({ id }) => id).filter((id) => other.effects.some((effect) => effect.id === id));
  const [first, second] = [idsIn(mine, theirs), idsIn(theirs, mine)];
  if (sameValue(first, second)) return differing;
  return [...differing, { part: order, label: order, fields: [{ name: 'order', mine: first.join(', '), theirs: second.join(', ') }] }];
}

/** Mine, but for the parts that are taken from theirs. Lanes that only they have follow after those that hold them up. */
export function mixOf(mine: EditableDocument, theirs: EditableDocument, taken: ReadonlySet<string>): EditableDocument {
  const others = partsOf(theirs);
  const fields = Object.fromEntries(
    [...taken].filter((part) => !part.startsWith(lane) && others.has(part)).map((part) => [part, others.get(part)]),
  );
  const mixed = { ...mine, ...fields } as EditableDocument;
  if (!isSequence(mixed) || !isSequence(mine) || !isSequence(theirs)) return mixed;
  const takes = (id: string): boolean => taken.has(lane + id);
  const effectOf = (sequence: Sequence, id: string): Effect | undefined => sequence.effects.find((effect) => effect.id === id);
  const leading = taken.has(order) ? theirs : mine;
  const ids = [...new Set([...leading.effects, ...mine.effects, ...theirs.effects].map(({ id }) => id))];
  return { ...mixed, effects: ids.flatMap((id) => effectOf(takes(id) ? theirs : mine, id) ?? []) };
}
