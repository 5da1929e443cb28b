import type { Asset, Project } from '@undatio/core';
import { usesOfDocument } from '@undatio/core/internal';

/** Collections whose documents show pictures or play sounds. */
const users = ['actors', 'sequences'] as const;

/**
 * The asset that something new most likely wants: one that is tagged for it, else one that nothing uses yet, else the first. Undefined
 * where the project has none of that type.
 */
export function likelyAsset(project: Project, type: Asset['type'], tag: string): Asset | undefined {
  const fitting = project.assets.filter((asset) => asset.type === type);
  const used = new Set([
    ...users.flatMap((collection) => project[collection].flatMap((document) => usesOfDocument(collection, document).map(({ id }) => id))),
    ...(project.stages ?? []).flatMap(({ background }) => (background?.of === 'picture' ? [background.picture] : [])),
  ]);
  return fitting.find(({ tags }) => tags.includes(tag)) ?? fitting.find(({ id }) => !used.has(id)) ?? fitting.at(0);
}
