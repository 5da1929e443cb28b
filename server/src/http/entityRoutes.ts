import type Router from '@koa/router';
import type { Context } from 'koa';
import {
  actorSchema,
  assetSchema,
  checkActorAlone,
  checkSequenceAlone,
  eventSchema,
  problemsOf,
  sequenceSchema,
  settingsSchema,
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
import type { AssetStore } from '../store/assetStore.js';
import { collections, type Collection } from '@undatio/core/internal';
import { type Check, type DocumentStore, type ProjectReader, type StoredDocument, type WriteResult } from '../store/documentStore.js';
import { readJson } from './body.js';
import { readPrecondition } from './precondition.js';
import { HttpProblem } from './problemDetails.js';

const entityLimit = 4 * 1024 * 1024;

const schemas = {
  settings: settingsSchema,
  events: eventSchema,
  actors: actorSchema,
  assets: assetSchema,
  sequences: sequenceSchema,
} as const;

type EntityContext = Context & { params: Record<string, string> };

/** Where one entity lies. */
interface Address {
  readonly project: string;
  readonly collection: Collection;
  readonly id: string;
}

/** Reading and writing one entity at a time, guarded by its entity tag. A write reads no more of the project than it refers to. */
export function entityRoutes(router: Router, documents: DocumentStore, assets: AssetStore): void {
  const place = '/projects/:project/:collection/:id';

  router.get(place, async (context) => {
    const { project, collection, id } = addressed(context);
    const found = await documents.get(project, collection, id);
    if (!found) throw new HttpProblem(404, `there is no ${collection}/${id} in "${project}"`);
    context.set('ETag', found.etag);
    context.status = 200;
    if (context.fresh) context.status = 304;
    else context.body = found.document;
  });

  router.put(place, async (context) => {
    const address = addressed(context);
    const { project, collection, id } = address;
    const precondition = readPrecondition(context);
    const document = readEntity(address, await readJson(context, entityLimit));
    if (!(await documents.has(project))) throw new HttpProblem(404, `there is no project "${project}"`);
    if (collection === 'assets') await refuseWithoutBytes(document as Asset, assets);
    const check = checkOf(address, document);
    if (precondition.creates) {
      const created = await documents.create(project, collection, id, document, check);
      if (!created) throw new HttpProblem(412, `${collection}/${id} is there already; nothing was stored`);
      context.status = 201;
      send(context, created);
    } else {
      send(context, accepted(await documents.replace(project, collection, id, precondition.matches, document, check), address));
    }
  });

  router.delete(place, async (context) => {
    const address = addressed(context);
    const { project, collection, id } = address;
    if (collection === 'settings') {
      context.set('Allow', 'GET, HEAD, PUT');
      throw new HttpProblem(405, 'a project’s settings cannot be deleted');
    }
    const precondition = readPrecondition(context);
    if (precondition.creates) throw new HttpProblem(428, 'expected If-Match with the entity tag of the state to delete');
    accepted(await documents.remove(project, collection, id, precondition.matches, refuseUsed(address)), address);
    context.status = 204;
  });
}

function addressed(context: EntityContext): Address {
  const { project, collection, id } = context.params;
  const known = collections.find((candidate) => candidate === collection);
  if (!known) throw new HttpProblem(404, `expected one of ${collections.join(', ')}, found "${collection}"`);
  // A project has one set of settings, under its own id.
  if (known === 'settings' && id !== project) throw new HttpProblem(404, `the settings of "${project}" are at settings/${project}`);
  return { project, collection: known, id };
}

/** Checks an entity's own shape and that it is the one the address names. */
function readEntity({ collection, id }: Address, json: unknown): unknown {
  const parsed = schemas[collection]().safeParse(json);
  if (!parsed.success)
    throw new HttpProblem(422, `this cannot be stored in ${collection}/${id}; nothing was stored`, problemsOf(parsed.error));
  const document = parsed.data as { id: string };
  if (document.id !== id)
    throw new HttpProblem(422, 'nothing was stored', [
      { path: 'id', message: `expected "${id}", as in the address, found "${document.id}"` },
    ]);
  return document;
}

async function refuseWithoutBytes({ sha256, file }: Asset, assets: AssetStore): Promise<void> {
  if (await assets.has(sha256)) return;
  throw new HttpProblem(422, 'nothing was stored', [
    { path: 'sha256', message: `expected the digest of a file that is here; the bytes of "${file}" are not` },
  ]);
}

/** What must hold in the rest of the project for a document to be stored. */
function checkOf(address: Address, document: unknown): Check {
  switch (address.collection) {
    case 'sequences':
      return async (reader) => {
        const referred = await referredBy(usesOfSequence(document as Sequence), reader);
        refuse(address, 422, checkSequenceAlone(document as Sequence, referred));
      };
    case 'actors':
      return async (reader) =>
        refuse(address, 422, checkActorAlone(document as Actor, await referredBy(usesOfActor(document as Actor), reader)));
    case 'events':
    case 'assets':
      return async (reader) => refuse(address, 422, await unmetBy(address, document as EventType | Asset, reader));
    case 'settings':
      return () => Promise.resolve();
  }
}

/** Refuses to delete what others refer to. */
function refuseUsed(address: Address): Check {
  return async (reader) => refuse(address, 409, await unmetBy(address, undefined, reader));
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
async function unmetBy({ collection, id }: Address, document: EventType | Asset | undefined, reader: ProjectReader): Promise<Problem[]> {
  const uses = await reader.usesOf(collection, id);
  return unmetUses(
    uses.map((use) => ({ ...use, path: `${use.fromCollection}/${use.fromId}: ${use.path}` })),
    document,
  );
}

const mostTold = 50;

function refuse({ collection, id }: Address, status: number, problems: readonly Problem[]): void {
  const errors = problems.filter(({ severity }) => severity === 'error').slice(0, mostTold);
  if (errors.length > 0)
    throw new HttpProblem(status, `${collection}/${id} does not fit the rest of the project; nothing was stored`, errors);
}

function accepted(result: WriteResult, { collection, id }: Address): StoredDocument {
  if ('stored' in result) return result.stored;
  if ('missing' in result) throw new HttpProblem(404, `there is no ${collection}/${id}; nothing was stored`);
  const { etag, document } = result.stale;
  throw new HttpProblem(412, `${collection}/${id} was changed elsewhere since you read it; nothing was stored`, [], {
    current: { etag, document },
  });
}

/** Answers a write with what is stored now; without it to those that prefer so (RFC 7240). */
function send(context: EntityContext, { etag, document }: StoredDocument): void {
  context.set('ETag', etag);
  context.vary('Prefer');
  if (!/(^|[\s,;])return=minimal([\s,;]|$)/.test(context.get('Prefer'))) {
    context.body = document;
    return;
  }
  context.set('Preference-Applied', 'return=minimal');
  if (context.status === 201) context.body = '';
  else context.status = 204;
}
