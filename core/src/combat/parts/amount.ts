import type { Easing } from '../../maths/easing.js';
import type { Uint32 } from '../../units.js';
import { chanceIn, type Asking } from './asking.js';
import type { CompiledMeasure } from './measure.js';

/** A number that an outcome works with, resolved. Whatever decides it, it comes out within its field's bounds. */
export type CompiledAmount =
  | { readonly type: 'fixed'; readonly value: number }
  | { readonly type: 'range'; readonly low: number; readonly high: number; readonly key: Uint32 }
  | {
      readonly type: 'read';
      readonly of: CompiledMeasure;
      readonly times: number;
      readonly plus: number;
      readonly min: number;
      readonly max: number;
    }
  | {
      readonly type: 'curve';
      readonly of: CompiledMeasure;
      readonly in: readonly [number, number];
      readonly out: readonly [number, number];
      readonly ease: Easing;
      readonly min: number;
      readonly max: number;
    };

/** What an amount comes to for an event; `item` tells several of one outcome apart. What cannot be read counts as its least. */
export function amountIn(asking: Asking, amount: CompiledAmount, item = 0): number {
  switch (amount.type) {
    case 'fixed':
      return amount.value;
    case 'range':
      return amount.low + (amount.high - amount.low) * chanceIn(asking, amount.key, item);
    case 'read':
      return within(amount.of.read(asking) * amount.times + amount.plus, amount);
    case 'curve': {
      const progress = (amount.of.read(asking) - amount.in[0]) / (amount.in[1] - amount.in[0]);
      // Written so that what is not a number counts as the start, as in effects.
      const eased = amount.ease(progress >= 1 ? 1 : progress > 0 ? progress : 0);
      return within(amount.out[0] + (amount.out[1] - amount.out[0]) * eased, amount);
    }
  }
}

function within(value: number, { min, max }: { readonly min: number; readonly max: number }): number {
  return value >= min ? Math.min(value, max) : min;
}
