/**
 * An id made from what people read: lower-case letters, digits and dashes, with a number behind when it is taken. `otherwise`
 * stands in for a label with none of these.
 */
export function freeId(label: string, taken: ReadonlySet<string>, otherwise: string): string {
  const plain = label
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
    .replace(/ /g, '-')
    .slice(0, longest)
    .replace(/-$/, '');
  const base = /^[a-z]/.test(plain) ? plain : plain === '' ? otherwise : `${otherwise}-${plain}`;
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(id)) return id;
  }
}

/** Leaves room for a number. */
const longest = 40;
