import type { Sequence } from '../model/project.js';
import { differenceLine, laneDifferences } from './sequenceDifferences.js';
import { valueLines } from './valueLines.js';

/** Most changes that are told one by one. */
const most = 8;

/**
 * What changed between two states of a document, in words: lanes of a sequence in units, and of anything else each field that
 * differs under what it belongs to. Nothing where they say the same; the last line counts what is not told.
 */
export function changeWords(before: object, after: object): string[] {
  const lines = isSequence(before) && isSequence(after) ? sequenceLines(before, after) : [...valueLines('', before, after)];
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
    ...valueLines('', own, others),
  ];
}
