import { type Effect, type EventType } from '@undatio/core';
import { effectKinds, mapValue, valueSpan, type EngineTake, type NumberValue } from '@undatio/core/internal';
import { boundsOf, readField } from '../sequenceEdits';

/** Seconds within which another effect's start counts as near. */
const near = 0.12;
/** Neighbours may at most halve or double a length. */
const mostScale = 2;

/**
 * A new effect sized by what is near it: its length follows those that begin near `at` (their median, at most halved or
 * doubled), and where it speaks of the payload it speaks of a field that the event has.
 */
export function fittedTo(effect: Effect, at: number, event: EventType | undefined, take: EngineTake | undefined): Effect {
  return fittedToEvent(fittedToNeighbours(effect, at, take), event);
}

function fittedToNeighbours(effect: Effect, at: number, take: EngineTake | undefined): Effect {
  const kind = effectKinds[effect.kind];
  // What stops or slows time, sounds, texts and signals have lengths of their own.
  if (!take || ['time', 'ear', 'words', 'logic'].includes(kind.family)) return effect;
  const lengths = take.active
    .filter(({ start, kind: other }) => Math.abs(start - at) <= near && other.family === kind.family)
    .map(({ firing }) => firing.extent)
    .sort((a, b) => a - b);
  const own = readField(effect, kind.lengthField) as NumberValue;
  const [, longest] = valueSpan(own);
  if (lengths.length === 0 || longest === 0) return effect;
  const scale = Math.min(mostScale, Math.max(1 / mostScale, lengths[Math.floor(lengths.length / 2)] / longest));
  const change = (x: number): number => Math.round(x * scale * 100) / 100;
  return { ...effect, [kind.lengthField]: mapValue(own, change, boundsOf(effect.kind, kind.lengthField)) } as Effect;
}

function fittedToEvent(effect: Effect, event: EventType | undefined): Effect {
  const number = event?.fields.find((field) => field.type === 'number');
  if (effect.kind === 'number') return { ...effect, template: number ? `{${number.name}}` : 'hit' };
  if (effect.kind === 'meter' && number) {
    return { ...effect, after: { drive: number.name, in: [number.min, number.max], out: [0.95, 0.3] } };
  }
  return effect;
}
