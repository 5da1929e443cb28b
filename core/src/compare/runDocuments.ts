import type { DrillRun } from '../combat/drill.js';
import type { ListedCollection } from '../model/collections.js';
import type { Project } from '../model/project.js';

/** A document that is not the same in two states of a project; undefined in a state that has none. */
export interface ChangedDocument {
  readonly collection: ListedCollection;
  readonly id: string;
  readonly label: string;
  readonly before: object | undefined;
  readonly after: object | undefined;
}

interface Named {
  readonly id: string;
  readonly label?: string;
}

/**
 * The documents that runs hang on and that two states of a project do not share: ladders of the events that were raised, the events,
 * statuses, actors and sequences that took part. What decides comes first.
 */
export function changedDocuments(runs: readonly DrillRun[], before: Project, after: Project): ChangedDocument[] {
  const events = new Set(runs.flatMap(({ log }) => log.map(({ event }) => event)));
  const statuses = new Set(runs.flatMap(({ history }) => history.flatMap((step) => (step.of === 'status' ? [step.name] : []))));
  const actors = new Set(runs.flatMap(({ combatants }) => combatants.map(({ actor }) => actor.id)));
  const sequences = new Set(runs.flatMap(({ cues }) => cues.map(({ sequence }) => sequence)));
  const of = (collection: ListedCollection, takesPart: (document: Named) => boolean): ChangedDocument[] => {
    const list = (project: Project): readonly Named[] => project[collection];
    const [earlier, later] = [before, after].map((project) => new Map(list(project).map((one) => [one.id, one])));
    return [...new Set([...later.keys(), ...earlier.keys()])].flatMap((id): ChangedDocument[] => {
      const [one, other] = [earlier.get(id), later.get(id)];
      const told = other ?? one;
      if (!told || one === other || ![one, other].some((each) => each && takesPart(each))) return [];
      if (JSON.stringify(one) === JSON.stringify(other)) return [];
      return [{ collection, id, label: told.label ?? id, before: one, after: other }];
    });
  };
  return [
    ...of('responses', (one) => events.has((one as unknown as { event: string }).event)),
    ...of('events', ({ id }) => events.has(id)),
    ...of('statuses', ({ id }) => statuses.has(id)),
    ...of('actors', ({ id }) => actors.has(id)),
    ...of('sequences', ({ id }) => sequences.has(id)),
  ];
}
