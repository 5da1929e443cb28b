import type { Settings } from './project.js';

/** The kinds of documents that a project is kept in, in the order in which its file lists them. */
export const collections = ['settings', 'events', 'actors', 'assets', 'sequences'] as const;
export type Collection = (typeof collections)[number];

/** A project document put together from its entities; undefined when its settings are not among them. */
export function assembleProject(entities: readonly { readonly collection: Collection; readonly document: unknown }[]): object | undefined {
  const settings = entities.find(({ collection }) => collection === 'settings');
  if (!settings) return undefined;
  const all = (wanted: Collection): unknown[] => entities.filter(({ collection }) => collection === wanted).map(({ document }) => document);
  return {
    format: 1,
    ...(settings.document as Settings),
    events: all('events'),
    actors: all('actors'),
    assets: all('assets'),
    sequences: all('sequences'),
  };
}
