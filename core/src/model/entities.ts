import { listedCollections, type Collection, type ListedCollection } from './collections.js';
import type { StoredSettings } from './project.js';

export { collections, listedCollections, type Collection, type ListedCollection } from './collections.js';

/** Those that `order` names in its order, then the others as they stand. */
export function inOrder<T>(all: readonly T[], order: readonly string[] | undefined, idOf: (one: T) => string): T[] {
  if (!order) return [...all];
  const places = new Map(order.map((id, place) => [id, place]));
  const placeOf = (one: T): number => places.get(idOf(one)) ?? Infinity;
  // Sorting is stable, but no difference of two infinities is.
  return [...all].sort((a, b) => (placeOf(a) === placeOf(b) ? 0 : placeOf(a) - placeOf(b)));
}

/** A project document put together from its entities; undefined when its settings are not among them. */
export function assembleProject(entities: readonly { readonly collection: Collection; readonly document: unknown }[]): object | undefined {
  const settings = entities.find(({ collection }) => collection === 'settings');
  if (!settings) return undefined;
  const { order, ...own } = settings.document as StoredSettings;
  const all = (wanted: ListedCollection): unknown[] =>
    inOrder(
      entities.filter(({ collection }) => collection === wanted).map(({ document }) => document as { id: string }),
      order?.[wanted],
      ({ id }) => id,
    );
  return { format: 1, ...own, ...Object.fromEntries(listedCollections.map((name) => [name, all(name)])) };
}
