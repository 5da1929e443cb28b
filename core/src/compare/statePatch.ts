import { isRecord } from '../model/json.js';

/**
 * What turns one state of a document into the next, about as large as what changed: `set` puts a value, `keys` changes some
 * fields of a record, `items` some entries of a list whose entries have ids, `at` some entries of a list by their places.
 */
export type StatePatch =
  | { readonly set: unknown }
  | { readonly keys: Readonly<Record<string, StatePatch>>; readonly gone?: readonly string[] }
  | { readonly items: Readonly<Record<string, StatePatch>>; readonly order?: readonly string[] }
  | { readonly at: Readonly<Record<string, StatePatch>> };

/** The ids of a list's entries, where all of them have one and no two the same. */
function idsOf(list: readonly unknown[]): string[] | undefined {
  const ids = list.map((entry) => (isRecord(entry) ? entry['id'] : undefined));
  return ids.every((id): id is string => typeof id === 'string') && new Set(ids).size === ids.length ? ids : undefined;
}

/** What turns `before` into `after`; undefined where they say the same. */
export function patchOf(before: unknown, after: unknown): StatePatch | undefined {
  if (Object.is(before, after)) return undefined;
  if (isRecord(before) && isRecord(after)) return recordPatch(before, after);
  if (Array.isArray(before) && Array.isArray(after)) return listPatch(before, after);
  return { set: after };
}

function recordPatch(before: Record<string, unknown>, after: Record<string, unknown>): StatePatch | undefined {
  const changed = Object.keys(after).flatMap((key): [string, StatePatch][] => {
    if (after[key] === undefined) return [];
    const patch = Object.hasOwn(before, key) && before[key] !== undefined ? patchOf(before[key], after[key]) : { set: after[key] };
    return patch ? [[key, patch]] : [];
  });
  const gone = Object.keys(before).filter((key) => before[key] !== undefined && after[key] === undefined);
  if (changed.length === 0 && gone.length === 0) return undefined;
  return { keys: Object.fromEntries(changed), ...(gone.length > 0 && { gone }) };
}

function listPatch(before: readonly unknown[], after: readonly unknown[]): StatePatch | undefined {
  const [ids, others] = [idsOf(before), idsOf(after)];
  if (ids && others && ids.length > 0 && others.length > 0) {
    const known = new Map(ids.map((id, i) => [id, before[i]]));
    const items = others.flatMap((id, i): [string, StatePatch][] => {
      const patch = known.has(id) ? patchOf(known.get(id), after[i]) : { set: after[i] };
      return patch ? [[id, patch]] : [];
    });
    const moved = ids.length !== others.length || ids.some((id, i) => id !== others[i]);
    if (items.length === 0 && !moved) return undefined;
    return { items: Object.fromEntries(items), ...(moved && { order: others }) };
  }
  if (before.length !== after.length) return { set: after };
  const at = after.flatMap((value, i): [string, StatePatch][] => {
    const patch = patchOf(before[i], value);
    return patch ? [[String(i), patch]] : [];
  });
  return at.length === 0 ? undefined : { at: Object.fromEntries(at) };
}

/** The state that a patch makes of another. Throws TypeError where it was made for a state of another shape. */
export function patched(before: unknown, patch: StatePatch): unknown {
  if ('set' in patch) return patch.set;
  if ('keys' in patch) {
    if (!isRecord(before)) throw new TypeError('expected a record to change');
    const gone = new Set(patch.gone);
    const kept = Object.entries(before).filter(([key]) => !gone.has(key));
    const changed = Object.entries(patch.keys).map(([key, inner]) => [key, patched(before[key], inner)] as const);
    return Object.fromEntries([...kept, ...changed]);
  }
  if (!Array.isArray(before)) throw new TypeError('expected a list to change');
  if ('at' in patch) return before.map((value: unknown, i) => (i in patch.at ? patched(value, patch.at[i]) : value));
  const ids = idsOf(before);
  if (!ids) throw new TypeError('expected a list whose entries have ids');
  const known = new Map(ids.map((id, i) => [id, before[i] as unknown]));
  return (patch.order ?? ids).map((id) => {
    const inner = (patch.items as Readonly<Record<string, StatePatch | undefined>>)[id];
    return inner ? patched(known.get(id), inner) : known.get(id);
  });
}
