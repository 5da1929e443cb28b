import type { Project } from '@undatio/core';

/** What documents of each collection are called. */
const words: Readonly<Record<string, string>> = {
  actors: 'actor',
  drills: 'drill',
  events: 'event',
  sequences: 'sequence',
  statuses: 'status',
};

/** Names a document as people know it: what it is, and what it is called; the answers to an event by that event. */
export function documentName(project: Project, key: string): string {
  const [collection, id] = key.split('/', 2);
  if (collection === 'responses') {
    const event = project.responses.find((one) => one.id === id)?.event;
    return `answers to ${project.events.find((one) => one.id === event)?.label ?? id}`;
  }
  const listed = (project as unknown as Readonly<Record<string, readonly { readonly id: string; readonly label?: string }[] | undefined>>)[
    collection
  ];
  return `${words[collection] ?? collection} ${listed?.find((one) => one.id === id)?.label ?? id}`;
}
