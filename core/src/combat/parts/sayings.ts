/** A payload's value as rules name it: flags are on or off. */
export function flagged(value: number | string | boolean | undefined): string {
  return typeof value === 'boolean' ? (value ? 'on' : 'off') : String(value);
}

/** "a, b or c". */
export function anyOf(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '…') : `${names.slice(0, -1).join(', ')} or ${names[names.length - 1]}`;
}
