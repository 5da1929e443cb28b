import type { Payload, StrikeOptions } from '../contract.js';
import type { Effect } from '../effects/registry.js';
import type { Sequence } from '../model/project.js';
import { DocumentError } from '../model/documentError.js';
import { compileSequence, type CompileContext } from '../take/compile.js';
import { strike } from '../take/strike.js';
import type { EngineTake } from '../take/take.js';
import { noticing, type NoticedOptions } from './noticed.js';
import { withEntryOf } from './entryLists.js';
import { laneDifferences, type LaneDifference } from './sequenceDifferences.js';

/** One line of a difference table: a number of a lane, or a whole lane that is there in one state only. */
export interface WeighedDifference {
  readonly lane: LaneDifference;
  /** Which of the lane’s fields; none for a whole lane. */
  readonly field: LaneDifference['fields'][number] | undefined;
  /** How much of it comes through, as `noticed` measures it: it orders the table. */
  readonly weight: number;
}

/** What a state is struck with, to see how much of a difference comes through. */
export interface WeighedBy {
  readonly context: CompileContext;
  readonly payload: Payload;
  readonly options: StrikeOptions;
  readonly noticed?: NoticedOptions;
}

/**
 * Every number that differs between two states of a sequence, in order of how much of it is seen, heard or felt: the later state
 * is struck as it is, and once more with that one number as it was before. One that cannot be struck weighs nothing. Made in
 * pieces, so that whoever asks can pause: it yields each line as it is found, and undefined where it may pause besides.
 */
export function* weighedDifferences(before: Sequence, after: Sequence, by: WeighedBy): Generator<WeighedDifference | undefined, void> {
  const now = struck(after, by);
  for (const lane of laneDifferences(before, after)) {
    const earlier = before.effects.find(({ id, kind }) => id === lane.effect && kind === lane.kind);
    const lines = lane.change === 'changed' ? lane.fields : [undefined];
    for (const field of lines) {
      const back = struck(putBack(after, lane, earlier, field?.field), by);
      yield { lane, field, weight: now && back ? yield* noticing(back, now, by.noticed) : 0 };
    }
  }
}

/** The later state with one thing of the earlier put back. */
function putBack(
  after: Sequence,
  { effect: id, change }: LaneDifference,
  earlier: Effect | undefined,
  field: string | undefined,
): Sequence {
  if (change === 'added') return { ...after, effects: after.effects.filter((effect) => effect.id !== id) };
  if (!earlier) return after;
  if (change === 'removed') return { ...after, effects: [...after.effects.filter((effect) => effect.id !== id), earlier] };
  const effects = after.effects.map((effect) => (effect.id === id && field !== undefined ? withFieldOf(effect, earlier, field) : effect));
  return { ...after, effects };
}

/** An effect with one field as another state of it has it, or without it. */
function withFieldOf(effect: Effect, other: Effect, field: string): Effect {
  const value = (other as unknown as Record<string, unknown>)[field];
  const { [field]: _gone, ...rest } = effect as unknown as Record<string, unknown>;
  return (value === undefined ? rest : { ...rest, [field]: value }) as unknown as Effect;
}

function struck(sequence: Sequence, { context, payload, options }: WeighedBy): EngineTake | undefined {
  try {
    return strike(compileSequence(sequence, [sequence.id], context), payload, options);
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return undefined;
  }
}

/**
 * The sequence with one lane as another state has it: put in its place, added behind the one it stood behind, or taken out.
 * Effects anchored to one that goes are put on contact, so that nothing refers to what is gone.
 */
export function withLaneOf<S extends Pick<Sequence, 'effects'>>(sequence: S, other: Pick<Sequence, 'effects'>, effect: string): S {
  const theirs = other.effects.find(({ id }) => id === effect);
  const ids = new Set(sequence.effects.map(({ id }) => id));
  const anchor = theirs && anchoredTo(theirs);
  // What it hangs on may not be here: then it hangs on contact.
  const fitted: Effect | undefined = theirs && anchor !== undefined && !ids.has(anchor) ? { ...theirs, anchor: { to: 'contact' } } : theirs;
  const effects = withEntryOf(sequence.effects, other.effects, effect, fitted);
  if (theirs) return { ...sequence, effects };
  return { ...sequence, effects: effects.map((one): Effect => (anchoredTo(one) === effect ? { ...one, anchor: { to: 'contact' } } : one)) };
}

function anchoredTo({ anchor }: Effect): string | undefined {
  return anchor.to === 'contact' ? undefined : anchor.effect;
}
