import type { Easing } from '../maths/easing.js';
import type { directionModes } from '../model/fields.js';
import type { Degrees, Uint32 } from '../units.js';

/** A number of an effect with its references resolved. Whatever decides it, it comes out within its field's bounds. */
export type CompiledValue =
  | { readonly type: 'fixed'; readonly value: number }
  | { readonly type: 'range'; readonly low: number; readonly high: number; readonly channel: Uint32 }
  | {
      readonly type: 'driven';
      readonly field: string;
      readonly in: readonly [number, number];
      readonly out: readonly [number, number];
      readonly ease: Easing;
      /** The bounds of its field. */
      readonly min: number;
      readonly max: number;
    };

type Driven = Extract<CompiledValue, { type: 'driven' }>;

/** The transfer curve of a driven value: clamped to its `in`, eased, onto its `out`, kept within the field's bounds. */
export function transfer(value: Driven, x: number): number {
  const progress = (x - value.in[0]) / (value.in[1] - value.in[0]);
  // Written so that what is not a number, from the far ends of what numbers can hold, counts as the start.
  const eased = value.ease(progress >= 1 ? 1 : progress > 0 ? progress : 0);
  return Math.min(value.max, Math.max(value.min, value.out[0] + (value.out[1] - value.out[0]) * eased));
}

/** The highest that a value can come out as. */
export function highest(value: CompiledValue): number {
  if (value.type === 'fixed') return value.value;
  if (value.type === 'range') return value.high;
  const { out, ease } = value;
  const ends = [ease.low, ease.high].map((eased) => out[0] + (out[1] - out[0]) * eased);
  return Math.min(value.max, Math.max(value.min, ...ends));
}

export type CompiledColour =
  | { readonly type: 'fixed'; readonly packed: number }
  | { readonly type: 'chosen'; readonly field: string; readonly of: ReadonlyMap<string, number>; readonly otherwise: number };

export interface CompiledDirection {
  readonly mode: (typeof directionModes)[number];
  readonly angle: Degrees;
  readonly spread: Degrees;
  readonly channel: Uint32;
}
