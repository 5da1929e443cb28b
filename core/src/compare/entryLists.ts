/** Something that a list holds by its id. */
export interface Entry {
  readonly id: string;
}

/**
 * A list with one entry as another list has it: in the place where it stands here, behind what it stands behind there where it is
 * new, away where the other has none. `theirs` may be fitted to its new neighbours.
 */
export function withEntryOf<T extends Entry>(list: readonly T[], other: readonly T[], id: string, theirs = entryOf(other, id)): T[] {
  if (!theirs) return list.filter((one) => one.id !== id);
  if (entryOf(list, id)) return list.map((one) => (one.id === id ? theirs : one));
  const before = other.slice(
    0,
    other.findIndex((one) => one.id === id),
  );
  const behind = before.findLast((one) => entryOf(list, one.id) !== undefined);
  const at = behind ? list.findIndex((one) => one.id === behind.id) + 1 : 0;
  return [...list.slice(0, at), theirs, ...list.slice(at)];
}

function entryOf<T extends Entry>(list: readonly T[], id: string): T | undefined {
  return list.find((one) => one.id === id);
}
