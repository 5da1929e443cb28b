import type { Project } from '@undatio/core';

/** One document of each collection. */
const words: Readonly<Record<string, string>> = {
  actors: 'actor',
  drills: 'drill',
  events: 'event',
  sequences: 'sequence',
  statuses: 'status',
};

/** Names documents for people, like “drill Guard, sequence First blow”. Keys are `collection/id`. */
export function documentNames(project: Project, keys: readonly string[]): string {
  return keys.map((key) => nameOf(project, key)).join(', ');
}

function nameOf(project: Project, key: string): string {
  const [collection, id] = key.split('/', 2);
  if (collection === 'responses') {
    const event = project.responses.find((one) => one.id === id)?.event;
    return `rungs of ${project.events.find((one) => one.id === event)?.label ?? id}`;
  }
  const listed = (project as unknown as Readonly<Record<string, readonly { readonly id: string; readonly label?: string }[] | undefined>>)[
    collection
  ];
  return `${words[collection] ?? collection} ${listed?.find((one) => one.id === id)?.label ?? id}`;
}
