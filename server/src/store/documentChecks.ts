import {
  checkActorAlone,
  checkSequenceAlone,
  unmetUses,
  usesOfActor,
  usesOfSequence,
  type Actor,
  type Asset,
  type EventType,
  type Problem,
  type Sequence,
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
      return checkActorAlone(document as Actor, await referredBy(usesOfActor(document as Actor), reader));
    case 'events':
    case 'assets':
      return unmetBy({ collection, id }, document as EventType | Asset, reader);
    case 'settings':
      return [];
  }
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
  document: EventType | Asset | undefined,
  reader: ProjectReader,
): Promise<Problem[]> {
  const uses = await reader.usesOf(collection, id);
  return unmetUses(
    uses.map((use) => ({ ...use, path: `${use.fromCollection}/${use.fromId}: ${use.path}` })),
    document,
  );
}
