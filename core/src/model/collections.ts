/** The kinds of documents that a project is kept in, in the order in which its file lists them. */
export const collections = ['settings', 'events', 'actors', 'assets', 'sequences', 'statuses', 'responses', 'drills', 'presets'] as const;
export type Collection = (typeof collections)[number];

/** Those of which a project has many. */
export type ListedCollection = Exclude<Collection, 'settings'>;
export const listedCollections = collections.filter((name): name is ListedCollection => name !== 'settings');

/** How many documents of each kind a project holds at most. */
export const collectionLimits: Readonly<Record<ListedCollection, number>> = {
  events: 200,
  actors: 100,
  assets: 2000,
  sequences: 1000,
  statuses: 200,
  responses: 200,
  drills: 200,
  presets: 200,
};
