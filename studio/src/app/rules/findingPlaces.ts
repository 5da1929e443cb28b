import type { Problem, Project } from '@undatio/core';
import type { Screen } from '../project/screenAddress';

/** Where a finding is: the name of its place, and the screen that shows it. */
export interface FindingPlace {
  readonly name: string;
  readonly screen: Screen;
  readonly rest: readonly string[];
}

type Shown = 'responses' | 'statuses' | 'actors' | 'drills' | 'events' | 'sequences';

/** How each collection is shown: one line for each. */
const screens: Readonly<Record<Shown, (project: Project, at: number, path: string) => FindingPlace | undefined>> = {
  responses(project, at, path) {
    const response = project.responses.at(at);
    const event = project.events.find(({ id }) => id === response?.event);
    const rung = response?.rungs.at(Number(/\.rungs\[(\d+)\]/.exec(path)?.[1]));
    if (!event) return undefined;
    return { name: rung ? `${event.label} › ${rung.label ?? rung.id}` : event.label, screen: 'rules', rest: [event.id] };
  },
  statuses: (project, at) => named(project.statuses.at(at), 'Status', 'rules', () => ['~statuses']),
  actors: (project, at) => named(project.actors.at(at), 'Actor', 'actors'),
  drills: (project, at) => named(project.drills.at(at), 'Drill', 'drills'),
  events: (project, at) => named(project.events.at(at), 'Event', 'rules'),
  sequences: (project, at) => named(project.sequences.at(at), 'Sequence', 'tune'),
};

function named(
  document: { readonly id: string; readonly label: string } | undefined,
  what: string,
  screen: Screen,
  rest: (id: string) => readonly string[] = (id) => [id],
): FindingPlace | undefined {
  return document && { name: `${what} ${document.label}`, screen, rest: rest(document.id) };
}

/** Returns the place of a finding; undefined if nothing shows it. */
export function placeOfFinding({ path }: Problem, project: Project): FindingPlace | undefined {
  const [, collection = '', at = ''] = /^([a-z]+)\[(\d+)\]/.exec(path) ?? [];
  return collection in screens ? screens[collection as Shown](project, Number(at), path) : undefined;
}
