import type Router from '@koa/router';
import type { Context } from 'koa';
import type { Asset, Problem } from '@undatio/core';
import type { AssetStore } from '../store/assetStore.js';
import { type Check, type DocumentStore, type OneOfMany, type WriteResult } from '../store/documentStore.js';
import type { StoredDocument } from '../store/storedDocument.js';
import { problemsWith } from '../store/documentChecks.js';
import type { Workers } from '../work/workers.js';
import { addressedAs, readEntity, type Address } from './address.js';
import { readJson, readText } from './body.js';
import { Breather } from './breather.js';
import { readChanges } from './changes.js';
import { readPrecondition } from './precondition.js';
import { HttpProblem } from './httpProblem.js';

const entityLimit = 4 * 1024 * 1024;
const changesLimit = 32 * 1024 * 1024;
/** Characters from which on a body is read on another thread. */
const large = 256 * 1024;

type EntityContext = Context & { params: Record<string, string> };

/** Reading and writing one entity at a time, guarded by its entity tag. A write reads no more of the project than it refers to. */
export function entityRoutes(router: Router, documents: DocumentStore, assets: AssetStore, workers: Workers): void {
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
    const text = await readText(context, changesLimit);
    const read = text.length > large ? await workers.run('readChanges', { project, text }) : readChanges(project, text);
    if ('refused' in read) throw new HttpProblem(read.refused.status, read.refused.detail, read.refused.errors);
    if (!(await documents.has(project))) throw new HttpProblem(404, `there is no project "${project}"`);
    const writes: OneOfMany[] = [];
    const breather = new Breather();
    for (const { collection, id, etag, text: body } of read.changes) {
      await breather.pause();
      const document: unknown = body === undefined ? undefined : JSON.parse(body);
      if (document !== undefined && collection === 'assets') await refuseWithoutBytes(document as Asset, assets);
      writes.push({ collection, id, etag, document, check: checkOf({ project, collection, id }, document) });
    }
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
