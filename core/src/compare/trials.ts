import type { Payload } from '../contract.js';
import type { EventType, Sequence } from '../model/project.js';
import { effectKinds, fieldsOfKind, type Effect } from '../effects/registry.js';
import type { Field } from '../model/fields.js';
import { tidy } from '../model/valueEdits.js';

/** What a trial sheet varies: a field of a lane, a field of the payload, or the seed. */
export type TrialOf =
  | { readonly of: 'field'; readonly effect: string; readonly field: string }
  | { readonly of: 'payload'; readonly field: string }
  | { readonly of: 'seed' };

/** The most values along one axis of a sheet, and the most cells of a sheet. */
export const trialLimits = { values: 25, cells: 25 } as const;

/** A range from which the values of a trial are taken. */
export interface TrialRange {
  readonly from: number;
  readonly to: number;
  readonly count: number;
  /** `even`: the same difference from value to value; `ratio`: the same factor. */
  readonly by: 'even' | 'ratio';
}

/** The values of a range from its first to its last, or one sentence that says what is wrong with it. */
export function trialValues({ from, to, count, by }: TrialRange): readonly number[] | string {
  if (!Number.isInteger(count) || count < 2 || count > trialLimits.values)
    return `expected 2 to ${trialLimits.values} values, found ${count}`;
  if (!Number.isFinite(from) || !Number.isFinite(to)) return 'expected a number at both ends';
  if (from === to) return 'expected two ends that differ: every value would be the same';
  if (from > to) return `expected a range that goes up, found ${tidy(from)} to ${tidy(to)}`;
  // Zero cannot be reached by a factor, nor the other side of it.
  if (by === 'ratio' && from <= 0 && to >= 0) return 'by ratio the range cannot hold 0: take it evenly, or both ends on one side of 0';
  return Array.from({ length: count }, (_, i) => {
    const share = i / (count - 1);
    if (i === 0) return from;
    if (i === count - 1) return to;
    return tidy(by === 'even' ? from + (to - from) * share : from * (to / from) ** share);
  });
}

/** The field of a lane that is tried; undefined where the lane or the field is not there (any more). */
export function triedField(sequence: Sequence, effect: string, name: string): Field | undefined {
  const found = sequence.effects.find(({ id }) => id === effect);
  return found && (fieldsOfKind(effectKinds[found.kind]) as Readonly<Record<string, Field | undefined>>)[name];
}

/** The sequence with one field of one lane at another value; undefined where the lane or the field is not there (any more). */
export function withTrial(sequence: Sequence, effect: string, name: string, value: unknown): Sequence | undefined {
  if (!triedField(sequence, effect, name)) return undefined;
  return { ...sequence, effects: sequence.effects.map((one) => (one.id === effect ? ({ ...one, [name]: value } as Effect) : one)) };
}

/** The values that a payload field is usually tried at: its range, its options, or both ways. */
export function payloadTrial(field: EventType['fields'][number], count: number): readonly (number | string | boolean)[] {
  switch (field.type) {
    case 'number': {
      const values = trialValues({ from: field.min, to: field.max, count, by: 'even' });
      return typeof values === 'string' ? [field.default] : values;
    }
    case 'direction':
      return Array.from({ length: count }, (_, i) => tidy(-180 + (360 * (i + 1)) / count));
    case 'kind':
      return field.options.slice(0, trialLimits.values);
    case 'flag':
      return [false, true];
    default:
      return [field.default];
  }
}

/** One axis of a sheet: what is tried, and at which values. */
export interface TrialAxis {
  readonly tried: TrialOf;
  readonly values: readonly unknown[];
}

/** What is struck: everything that a trial may vary. */
export interface Struck {
  readonly sequence: Sequence;
  readonly payload: Payload;
  readonly seed: number;
}

/** One small stage of a sheet: what it is struck with, and the value of each axis. */
export interface TrialCell extends Struck {
  readonly values: readonly unknown[];
}

/** What so many values along each axis are together, where they are more than fit a sheet. */
export function beyondSheet(counts: readonly number[]): string | undefined {
  const all = counts.reduce((product, count) => product * count, 1);
  return all > trialLimits.cells ? `${counts.join(' × ')} are ${all} stages: at most ${trialLimits.cells} fit a sheet` : undefined;
}

/**
 * Every cell of a sheet, along the first axis within the second, or one sentence that says why there is no sheet: an axis whose
 * lane or field is gone, no values, too many cells.
 */
export function trialCells(struck: Struck, axes: readonly TrialAxis[]): readonly TrialCell[] | string {
  const many = beyondSheet(axes.map(({ values }) => values.length));
  if (many !== undefined) return many;
  let cells: readonly TrialCell[] = [{ ...struck, values: [] }];
  for (const { tried, values } of axes) {
    const next: TrialCell[] = [];
    // The axis that is added last goes slowest: it makes the rows.
    for (const value of values)
      for (const cell of cells) {
        const made = struckWith(cell, tried, value);
        if (!made) return goneWords(struck.sequence, tried);
        next.push({ ...made, values: [...cell.values, value] });
      }
    cells = next;
  }
  return cells;
}

function struckWith(struck: Struck, tried: TrialOf, value: unknown): Struck | undefined {
  if (tried.of === 'seed') return { ...struck, seed: Number(value) >>> 0 };
  if (tried.of === 'payload') return { ...struck, payload: { ...struck.payload, [tried.field]: value as number | string | boolean } };
  const sequence = withTrial(struck.sequence, tried.effect, tried.field, value);
  return sequence && { ...struck, sequence };
}

function goneWords({ effects }: Sequence, tried: TrialOf): string {
  if (tried.of !== 'field') return 'nothing to try';
  const lane = effects.find(({ id }) => id === tried.effect);
  return lane
    ? `the lane “${lane.label ?? lane.id}” is a ${lane.kind} now, which has no “${tried.field}”`
    : `the lane “${tried.effect}” is not there any more`;
}
