import {
  checkActorAlone,
  checkRuleAlone,
  checkSequenceAlone,
  kitPath,
  unmetUses,
  usesOfActor,
  usesOfDocument,
  usesOfSequence,
  type Actor,
  type Asset,
  type Drill,
  type EventType,
  type Problem,
  type Project,
  type Response,
  type Sequence,
  type Status,
  type Use,
} from '@undatio/core';
import type { Collection } from '@undatio/core/internal';
import type { ProjectReader } from './documentStore.js';

/** A document of a project, by where it lies there. */
export interface DocumentPlace {
  readonly collection: Collection;
  readonly id: string;
}

/**
 * What speaks against storing a document in a project: what it refers to and is not there, and what others ask of it that it
 * would no longer be. An undefined one is removed. Reads no more of the project than that.
 */
export async function problemsWith({ collection, id }: DocumentPlace, document: unknown, reader: ProjectReader): Promise<Problem[]> {
  if (document === undefined) return unmetBy({ collection, id }, undefined, reader);
  switch (collection) {
    case 'sequences':
      return checkSequenceAlone(document as Sequence, await referredBy(usesOfSequence(document as Sequence), reader));
    case 'actors':
      return [
        ...checkActorAlone(document as Actor, await referredBy(usesOfActor(document as Actor), reader)),
        ...checkRuleAlone(collection, document as Actor, await rulesAround(collection, document, reader)),
        ...(await unmetBy({ collection, id }, document as Actor, reader)),
      ];
    case 'responses':
    case 'statuses':
    case 'drills':
      return checkRuleAlone(collection, document as Response | Status | Drill, await rulesAround(collection, document, reader));
    case 'events':
      return unmetBy({ collection, id }, document as EventType, reader);
    case 'assets':
      return [
        ...sharedFile(document as Asset, await reader.assetsAt((document as Asset).file)),
        ...(await unmetBy({ collection, id }, document as Asset, reader)),
      ];
    case 'settings':
    case 'presets':
      return [];
  }
}

/** Two assets may have one file, but not with different bytes: only one of them can be in a kit, a folder or an archive. */
function sharedFile({ id, file, sha256 }: Asset, others: readonly Asset[]): Problem[] {
  const other = others.find((one) => one.id !== id && one.sha256 !== sha256);
  if (!other) return [];
  return [
    {
      severity: 'error',
      path: 'file',
      message: `expected a file of its own, "${kitPath(file)}" is that of "${other.id}" with other bytes`,
    },
  ];
}

/** The documents that a rule refers to, and those that these refer to. */
async function rulesAround(
  collection: Collection,
  document: unknown,
  reader: ProjectReader,
): Promise<Pick<Project, 'events' | 'actors' | 'statuses' | 'sequences'>> {
  const uses = usesOfDocument(collection, document);
  const idsOf = (from: readonly Use[], wanted: Use['collection']): string[] => [
    ...new Set(from.flatMap((use) => (use.collection === wanted ? [use.id] : []))),
  ];
  const read = async <T>(wanted: Use['collection'], from: readonly Use[]): Promise<T[]> =>
    (await reader.all(wanted, idsOf(from, wanted))) as unknown as T[];
  const actors = await read<Actor>('actors', uses);
  // Whoever is named acts with statuses and sequences of its own, and a status plays some: these have to be there as well.
  const ofActors = actors.flatMap((actor) => usesOfDocument('actors', actor));
  const statuses = await read<Status>('statuses', [...uses, ...ofActors]);
  const ofStatuses = statuses.flatMap((status) => usesOfDocument('statuses', status));
  const sequences = await read<Sequence>('sequences', [...uses, ...ofActors, ...ofStatuses]);
  const events = await read<EventType>('events', [...uses, ...ofActors, ...ofStatuses, ...eventsOf(sequences)]);
  return { actors, statuses, sequences, events };
}

function eventsOf(sequences: readonly Sequence[]): Use[] {
  return sequences.map(({ event }): Use => ({ path: 'event', collection: 'events', id: event, need: 'event', field: '' }));
}

async function referredBy(uses: readonly Use[], reader: ProjectReader) {
  const idsIn = (collection: Use['collection']): string[] => [
    ...new Set(uses.filter((use) => use.collection === collection).map(({ id }) => id)),
  ];
  const events = (await reader.all('events', idsIn('events'))) as EventType[];
  const assets = (await reader.all('assets', idsIn('assets'))) as Asset[];
  return { events, assets };
}

/** What other documents ask of one that it would no longer be; each place with the document that asks. */
async function unmetBy(
  { collection, id }: DocumentPlace,
  document: EventType | Asset | Actor | undefined,
  reader: ProjectReader,
): Promise<Problem[]> {
  const uses = await reader.usesOf(collection, id);
  return unmetUses(
    uses.map((use) => ({ ...use, path: `${use.fromCollection}/${use.fromId}: ${use.path}` })),
    document,
  );
}
