/** The kinds of documents that a project is kept in, in the order in which its file lists them. */
export const collections = ['settings', 'events', 'actors', 'assets', 'sequences', 'statuses', 'responses', 'drills', 'presets'] as const;
export type Collection = (typeof collections)[number];

/** Those of which a project has many. */
export type ListedCollection = Exclude<Collection, 'settings'>;
export const listedCollections = collections.filter((name): name is ListedCollection => name !== 'settings');
