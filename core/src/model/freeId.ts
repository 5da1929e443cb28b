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

/** Something with a name for people, or only an id. */
interface Named {
  readonly id: string;
  readonly label?: string | undefined;
}

/** Returns the id and the label of a copy of something among others, both free. */
export function namesOfCopy({ id, label = id }: Named, among: readonly Named[], otherwise: string): { id: string; label: string } {
  const copy = copyLabel(label, new Set(among.map((one) => one.label ?? one.id)));
  return { id: freeId(copy, new Set(among.map((one) => one.id)), otherwise), label: copy };
}

/** Returns a label for a copy: "Light, copy", then "Light, copy 2", also if a copy is copied. */
function copyLabel(label: string, taken: ReadonlySet<string>): string {
  const stem = label.replace(/, copy(?: \d+)?$/, '').slice(0, longestLabel);
  for (let n = 1; ; n++) {
    const copy = n === 1 ? `${stem}, copy` : `${stem}, copy ${n}`;
    if (!taken.has(copy)) return copy;
  }
}

/** Leaves room for the words and a number, of 80 characters. */
const longestLabel = 68;

/** Leaves room for a number. */
const longest = 40;
