import type { Easing } from '../maths/easing.js';
import type { Degrees, Uint32 } from '../units.js';

/** A number of an effect with its references resolved. */
export type CompiledValue =
  | { readonly type: 'fixed'; readonly value: number }
  | { readonly type: 'range'; readonly low: number; readonly high: number; readonly channel: Uint32 }
  | {
      readonly type: 'driven';
      readonly field: string;
      readonly in: readonly [number, number];
      readonly out: readonly [number, number];
      readonly ease: Easing;
    };

/** The transfer curve of a driven value: clamped to its `in`, eased, onto its `out`. */
export function transfer(value: Extract<CompiledValue, { type: 'driven' }>, x: number): number {
  const progress = (x - value.in[0]) / (value.in[1] - value.in[0]);
  const eased = value.ease(Math.min(1, Math.max(0, progress)));
  return value.out[0] + (value.out[1] - value.out[0]) * eased;
}

/** The highest that a value can come out as. */
export function highest(value: CompiledValue): number {
  if (value.type === 'fixed') return value.value;
  return value.type === 'range' ? value.high : Math.max(...value.out);
}

export type CompiledColour =
  | { readonly type: 'fixed'; readonly packed: number }
  | { readonly type: 'chosen'; readonly field: string; readonly of: ReadonlyMap<string, number>; readonly otherwise: number };

export interface CompiledDirection {
  readonly mode: 'along' | 'against' | 'away' | 'toward' | 'fixed' | 'any';
  readonly angle: Degrees;
  readonly spread: Degrees;
  readonly channel: Uint32;
}
