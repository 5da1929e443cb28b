import {
  documentSchemas,
  settingsOf,
  settingsSchema,
  storedSettingsOf,
  type Actor,
  type Asset,
  type Drill,
  type EventType,
  type Preset,
  type Project,
  type Response,
  type Sequence,
  type Status,
  type StoredSettings,
} from '@undatio/core';
import { inOrder, listedCollections, type Collection } from '@undatio/core/internal';

/** Names one document of the project. */
export type DocumentKey = `${Collection}/${string}`;

export type EditableDocument = Sequence | StoredSettings | EventType | Actor | Asset | Status | Response | Drill | Preset;

/** A document's state; undefined when it is not there. */
export type DocumentState = readonly [DocumentKey, EditableDocument | undefined];

/** The document as the project holds it now; undefined when it is not there. */
export function readDocument(project: Project, key: DocumentKey): EditableDocument | undefined {
  const [collection, id] = split(key);
  if (collection === 'settings') return id === project.id ? storedSettingsOf(project) : undefined;
  return (project[collection] as readonly EditableDocument[]).find((document) => document.id === id);
}

/**
 * The project with one document replaced, added at the end, or, when it is undefined, removed; everything else is shared with
 * the old one. Settings put the others in their order.
 */
export function withDocument(project: Project, key: DocumentKey, document: EditableDocument | undefined): Project {
  const [collection, id] = split(key);
  if (collection === 'settings') {
    if (!document) return project;
    const { order, ...settings } = document as StoredSettings;
    const ordered = order ? Object.fromEntries(orderedOf(project, order)) : {};
    // What the settings leave out goes.
    const left = Object.fromEntries(Object.keys(settingsSchema().shape).map((name) => [name, undefined]));
    return { ...project, ...left, ...settingsOf({ ...project, ...left, ...settings }), id: project.id, ...ordered };
  }
  const all = project[collection] as readonly EditableDocument[];
  const there = all.some((other) => other.id === id);
  const next = !document
    ? all.filter((other) => other.id !== id)
    : there
      ? all.map((other) => (other.id === id ? document : other))
      : [...all, document];
  return { ...project, [collection]: next };
}

/** The collections whose order differs, as they are to be. */
function orderedOf(project: Project, order: NonNullable<StoredSettings['order']>): [string, readonly unknown[]][] {
  return listedCollections.flatMap((collection): [string, readonly unknown[]][] => {
    const before: readonly { readonly id: string }[] = project[collection];
    const after = inOrder(before, order[collection], ({ id }) => id);
    // The same list stays the same object, so that nothing is made anew that hangs on it.
    return after.some((document, i) => document !== before[i]) ? [[collection, after]] : [];
  });
}

/** Reads a document that came from outside; undefined when it cannot be used. */
export function parseDocument(key: DocumentKey, json: unknown): EditableDocument | undefined {
  const parsed = documentSchemas[split(key)[0]]().safeParse(json);
  return parsed.success ? (parsed.data as EditableDocument) : undefined;
}

/** Changed documents as states to put. */
export function statesOf(
  changed: readonly { readonly collection: Collection; readonly id: string; readonly document: object }[],
): DocumentState[] {
  return changed.map(({ collection, id, document }): DocumentState => [`${collection}/${id}`, document as EditableDocument]);
}

export function split(key: DocumentKey): [Collection, string] {
  return key.split('/', 2) as [Collection, string];
}
