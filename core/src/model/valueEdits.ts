import type { NumberValue } from './fields.js';

/** The bounds of a field; none where there are none. */
export interface Bounds {
  readonly min?: number | undefined;
  readonly max?: number | undefined;
}

export type ValueMode = 'fixed' | 'range' | 'driven';

export function valueMode(value: NumberValue): ValueMode {
  if (typeof value === 'number') return 'fixed';
  return 'range' in value ? 'range' : 'driven';
}

/** Applies `change` to every number a value can come out as, kept within the field's bounds. */
export function mapValue(value: NumberValue, change: (x: number) => number, bounds: Bounds = {}): NumberValue {
  const kept = (x: number): number => tidy(Math.min(bounds.max ?? Infinity, Math.max(bounds.min ?? -Infinity, change(x))));
  if (typeof value === 'number') return kept(value);
  if ('range' in value) {
    const [a, b] = value.range.map(kept);
    return { range: [Math.min(a, b), Math.max(a, b)] };
  }
  return { ...value, out: [kept(value.out[0]), kept(value.out[1])] };
}

/** Rounds away the dust of floating-point sums, far below anything a person can set. */
export function tidy(x: number): number {
  return Number(x.toFixed(6));
}

/** The lowest and highest a value can come out as. */
export function valueSpan(value: NumberValue): [number, number] {
  if (typeof value === 'number') return [value, value];
  const [a, b] = 'range' in value ? value.range : value.out;
  return [Math.min(a, b), Math.max(a, b)];
}

/** The same value in another mode, keeping what it can: the middle of a span, or a span around a number. */
export function toMode(
  value: NumberValue,
  mode: ValueMode,
  bounds: Bounds,
  drive?: { name: string; min: number; max: number },
): NumberValue {
  const [low, high] = valueSpan(value);
  if (mode === 'fixed') return tidy((low + high) / 2);
  const around = low === high ? [low * 0.8, high * 1.2] : [low, high];
  const [a, b] = around.map((x) => tidy(Math.min(bounds.max ?? Infinity, Math.max(bounds.min ?? -Infinity, x))));
  const span: [number, number] = [Math.min(a, b), Math.max(a, b)];
  if (mode === 'range' || !drive) return { range: span };
  return { drive: drive.name, in: [drive.min, drive.max], out: span };
}
