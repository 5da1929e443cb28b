/** How long ago something was, in words: "3 minutes ago". `now` and `then` are instants in ms. */
export function ago(then: number, now: number): string {
  const seconds = Math.max(0, (now - then) / 1000);
  const [count, unit] = units.map(([length, name]) => [Math.floor(seconds / length), name] as const).find(([n]) => n >= 1) ?? [0, 'second'];
  if (count === 0 || unit === 'second') return 'just now';
  return count === 1 ? `${unit === 'hour' ? 'an' : 'a'} ${unit} ago` : `${count} ${unit}s ago`;
}

const units: readonly (readonly [number, string])[] = [
  [365 * 86400, 'year'],
  [30 * 86400, 'month'],
  [7 * 86400, 'week'],
  [86400, 'day'],
  [3600, 'hour'],
  [60, 'minute'],
  [1, 'second'],
];

/** Whole days that the bin still keeps what was thrown away then; at least one until it is gone. */
export function daysLeft(then: number, now: number): number {
  return Math.max(1, Math.min(30, Math.ceil(30 - (now - then) / 86_400_000)));
}

/** "1 sequence", "2 sequences", "2 bodies". */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
