/** Two numbers that belong together. */
export type Pair = readonly [number, number];

function withOne(pair: Pair, index: 0 | 1, to: number): [number, number] {
  return index === 0 ? [to, pair[1]] : [pair[0], to];
}

/** A range with one end moved: an end pushed past the other takes it along, so that the range never stands upside down. */
export function rangeWithEnd(range: Pair, index: 0 | 1, to: number): [number, number] {
  const [low, high] = withOne(range, index, to);
  return index === 0 ? [low, Math.max(low, high)] : [Math.min(low, high), high];
}

/** Inputs and what they give. */
export interface Ends {
  readonly in: Pair;
  readonly out: Pair;
}

/** With one of four numbers changed; undefined where both inputs would be one, as nothing lies between them then. */
export function endsWith({ in: inputs, out }: Ends, name: 'in' | 'out', index: 0 | 1, to: number): Ends | undefined {
  if (name === 'out') return { in: inputs, out: withOne(out, index, to) };
  const next = withOne(inputs, index, to);
  return next[0] === next[1] ? undefined : { in: next, out };
}
