import type Router from '@koa/router';
import type { Context } from 'koa';
import * as z from 'zod';
import { documentSchemas, problemsOf, type Asset, type Problem } from '@undatio/core';
import type { AssetStore } from '../store/assetStore.js';
import { collections, type Collection } from '@undatio/core/internal';
import { type Check, type DocumentStore, type OneOfMany, type WriteResult } from '../store/documentStore.js';
import type { StoredDocument } from '../store/storedDocument.js';
import { problemsWith } from '../store/documentChecks.js';
import { readJson } from './body.js';
import { readPrecondition } from './precondition.js';
import { HttpProblem } from './problemDetails.js';

const entityLimit = 4 * 1024 * 1024;
const changesLimit = 32 * 1024 * 1024;

/** Several writes of one project that belong together. */
export const changesSchema = z.strictObject({
  changes: z
    .array(
      z.strictObject({
        collection: z.enum(collections),
        id: z.string(),
        etag: z.string().optional().describe('Of the state to replace or remove; left out to create.'),
        document: z.record(z.string(), z.unknown()).optional().describe('The new state; left out to remove.'),
      }),
    )
    .min(1)
    .max(2000),
});

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

  // Several at once: what a person did in one step is stored in one, or not at all.
  router.post('/projects/:project/changes', async (context) => {
    const { project } = context.params;
    const parsed = changesSchema.safeParse(await readJson(context, changesLimit));
    if (!parsed.success) throw new HttpProblem(422, 'nothing was stored', problemsOf(parsed.error));
    if (!(await documents.has(project))) throw new HttpProblem(404, `there is no project "${project}"`);
    refuseTwice(parsed.data.changes);
    const writes = await Promise.all(
      parsed.data.changes.map(async ({ collection, id, etag, document }): Promise<OneOfMany> => {
        const address = addressedAs(project, collection, id);
        if (document === undefined) {
          if (collection === 'settings') throw new HttpProblem(422, 'a project’s settings cannot be deleted');
          return { collection, id, etag, document, check: checkOf(address, undefined) };
        }
        const read = readEntity(address, document);
        if (collection === 'assets') await refuseWithoutBytes(read as Asset, assets);
        return { collection, id, etag, document: read, check: checkOf(address, read) };
      }),
    );
    const result = await documents.writeTogether(project, writes);
    if ('stale' in result) {
      const names = result.stale.map(({ collection, id }) => `${collection}/${id}`).join(', ');
      throw new HttpProblem(412, `${names} changed elsewhere since you read it; nothing was stored`, [], {
        stale: result.stale.map(({ collection, id, current }) => ({ collection, id, etag: current?.etag, document: current?.document })),
      });
    }
    context.body = { etags: result.etags };
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
    accepted(await documents.remove(project, collection, id, precondition.matches, checkOf(address, undefined)), address);
    context.status = 204;
  });
}

function addressed(context: EntityContext): Address {
  const { project, collection, id } = context.params;
  return addressedAs(project, collection, id);
}

function addressedAs(project: string, collection: string, id: string): Address {
  const known = collections.find((candidate) => candidate === collection);
  if (!known) throw new HttpProblem(404, `expected one of ${collections.join(', ')}, found "${collection}"`);
  // A project has one set of settings, under its own id.
  if (known === 'settings' && id !== project) throw new HttpProblem(404, `the settings of "${project}" are at settings/${project}`);
  return { project, collection: known, id };
}

/** Checks an entity's own shape and that it is the one the address names. */
function readEntity({ collection, id }: Address, json: unknown): unknown {
  const parsed = documentSchemas[collection]().safeParse(json);
  if (!parsed.success)
    throw new HttpProblem(422, `this cannot be stored in ${collection}/${id}; nothing was stored`, problemsOf(parsed.error));
  const document = parsed.data as { id: string };
  if (document.id !== id)
    throw new HttpProblem(422, 'nothing was stored', [
      { path: 'id', message: `expected "${id}", as in the address, found "${document.id}"` },
    ]);
  return document;
}

/** One document has one new state. */
function refuseTwice(changes: z.infer<typeof changesSchema>['changes']): void {
  const seen = new Set<string>();
  for (const [i, { collection, id }] of changes.entries()) {
    const key = `${collection}/${id}`;
    if (seen.has(key))
      throw new HttpProblem(422, 'nothing was stored', [
        { path: `changes[${i}]`, message: `expected each document once, found ${key} again` },
      ]);
    seen.add(key);
  }
}

async function refuseWithoutBytes({ sha256, file }: Asset, assets: AssetStore): Promise<void> {
  if (await assets.has(sha256)) return;
  throw new HttpProblem(422, 'nothing was stored', [
    { path: 'sha256', message: `expected the digest of a file that is here; the bytes of "${file}" are not` },
  ]);
}

/** Refuses what would not fit the rest of the project; a removal where others refer to what is removed. */
function checkOf(address: Address, document: unknown): Check {
  return async (reader) => refuse(address, document === undefined ? 409 : 422, await problemsWith(address, document, reader));
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
