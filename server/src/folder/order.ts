import type { StoredSettings } from '@undatio/core';
import { inOrder } from '@undatio/core/internal';
import { listed, placeOf } from './folderFiles.js';

/**
 * Settings with every document of the project in their order and no other: those that they name as they name them, then the
 * rest as `keys` has them.
 */
export function withWholeOrder({ order, ...settings }: StoredSettings, keys: Iterable<string>): StoredSettings {
  const places = [...keys].map(placeOf);
  const ids = listed.map((collection) => {
    const there = places.filter((place) => place.collection === collection).map(({ id }) => id);
    return [collection, inOrder(there, order?.[collection], (id) => id)];
  });
  return { ...settings, order: Object.fromEntries(ids) as StoredSettings['order'] };
}
