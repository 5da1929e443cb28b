import type { Project } from '@undatio/core';
import { idAfterLabel, withNewId, type NamedCollection } from '@undatio/core/internal';
import type { DocumentKey, DocumentState, EditableDocument } from './documentKey';

/**
 * Returns the documents that change if a document gets another label. Its id follows the label, with everything that names it, until a
 * game uses the ids. `id` is the id that the document has then.
 */
export function relabelled(
  project: Project,
  collection: NamedCollection,
  id: string,
  label: string,
): { readonly id: string; readonly states: DocumentState[] } {
  const to = idAfterLabel(project, collection, id, label);
  if (to !== id) return { id: to, states: statesOfRenamed(withNewId(project, collection, id, to, { label })) };
  const before = project[collection].find((one) => one.id === id);
  return { id, states: before ? [[`${collection}/${id}`, { ...before, label } as EditableDocument]] : [] };
}

/** Returns the documents that change if a document gets another id. */
export function withOtherId(project: Project, collection: NamedCollection, id: string, to: string): DocumentState[] {
  return statesOfRenamed(withNewId(project, collection, id, to));
}

function statesOfRenamed(changed: ReturnType<typeof withNewId>): DocumentState[] {
  return changed.map(({ collection, id, document }): DocumentState => [
    `${collection}/${id}` as DocumentKey,
    document as EditableDocument | undefined,
  ]);
}
