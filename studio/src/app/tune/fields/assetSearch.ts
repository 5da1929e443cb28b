import type { Asset } from '@undatio/core';

/** Whether every word typed begins a word of an asset's name, or one of its tags. */
export function matchesAsset({ id, label, tags }: Pick<Asset, 'id' | 'label' | 'tags'>, typed: string): boolean {
  const known = [...label.toLowerCase().split(/[^a-z0-9]+/), ...id.split('-'), ...tags.map((tag) => tag.toLowerCase())];
  return typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
    .every((word) => known.some((name) => name.startsWith(word)));
}
