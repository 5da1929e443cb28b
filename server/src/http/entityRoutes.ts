import type Router from '@koa/router';
import type { Context } from 'koa';
import {
  actorSchema,
  assetSchema,
  eventSchema,
  problemsOf,
  readProject,
  sequenceSchema,
  settingsSchema,
  type Problem,
} from '@undatio/core';
import {
  assembleProject,
  collections,
  type Collection,
  type DocumentStore,
  type StoredDocument,
  type WriteResult,
} from '../store/documentStore.js';
import { readJson } from './body.js';
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

/** Reading and writing one entity at a time, guarded by its entity tag. */
export function entityRoutes(router: Router, documents: DocumentStore): void {
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
    const { project, collection, id } = addressed(context);
    const creates = context.get('if-none-match') === '*';
    const etag = precondition(context, creates);
    const document = readEntity(collection, id, await readJson(context, entityLimit));
    await documents.inTurn(async () => {
      const entities = await documents.entities(project);
      if (entities.length === 0) throw new HttpProblem(404, `there is no project "${project}"`);
      // A stale write is told first: its own references may be out of date as well.
      if (!creates) refuseStale(entities, collection, id, etag);
      refuseBroken([...without(entities, collection, id, { collection, document })], collection, id);
      if (creates) {
        const created = await documents.create(project, collection, id, document);
        if (!created) throw new HttpProblem(412, `${collection}/${id} is there already; nothing was stored`);
        context.status = 201;
        send(context, created);
      } else {
        send(context, accepted(await documents.replace(project, collection, id, etag, document), collection, id));
      }
    });
  });

  router.delete(place, async (context) => {
    const { project, collection, id } = addressed(context);
    if (collection === 'settings') throw new HttpProblem(405, 'a project’s settings cannot be deleted');
    const etag = precondition(context, false);
    await documents.inTurn(async () => {
      const entities = await documents.entities(project);
      refuseStale(entities, collection, id, etag);
      refuseBroken(without(entities, collection, id), collection, id, 409);
      accepted(await documents.remove(project, collection, id, etag), collection, id);
    });
    context.status = 204;
  });
}

function addressed(context: EntityContext): { project: string; collection: Collection; id: string } {
  const { project, collection, id } = context.params;
  const known = collections.find((candidate) => candidate === collection);
  if (!known) throw new HttpProblem(404, `expected one of ${collections.join(', ')}, found "${collection}"`);
  return { project, collection: known, id };
}

function precondition(context: EntityContext, creates: boolean): string {
  const etag = context.get('if-match');
  if (!creates && !etag)
    throw new HttpProblem(428, 'expected If-Match with the entity tag of the state to replace, or If-None-Match: * to create');
  return etag;
}

/** Checks an entity's own shape and that it is the one the address names. */
function readEntity(collection: Collection, id: string, json: unknown): unknown {
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

type Entity = Pick<StoredDocument, 'collection' | 'document'>;

/** The entities with one of them replaced in its place, added at the end, or removed. */
function without(entities: readonly StoredDocument[], collection: Collection, id: string, instead?: Entity): Entity[] {
  const index = entities.findIndex((entity) => entity.collection === collection && entity.id === id);
  const others: Entity[] = [...entities];
  if (index >= 0) others.splice(index, 1, ...(instead ? [instead] : []));
  else if (instead) others.push(instead);
  return others;
}

/** Refuses a write after which the project would refer to what is not there. Paths are told within the entity where they lie in it. */
function refuseBroken(entities: readonly Entity[], collection: Collection, id: string, status = 422): void {
  const errors = readProject(assembleProject(entities)).problems.filter((problem) => problem.severity === 'error');
  if (errors.length === 0) return;
  const index = entities
    .filter((entity) => entity.collection === collection)
    .findIndex(({ document }) => (document as { id: string }).id === id);
  throw new HttpProblem(
    status,
    `${collection}/${id} does not fit the rest of the project; nothing was stored`,
    errors.map((error) => withinEntity(error, `${collection}[${index}].`)),
  );
}

function withinEntity(problem: Problem, prefix: string): Problem {
  return problem.path.startsWith(prefix) ? { ...problem, path: problem.path.slice(prefix.length) } : problem;
}

function refuseStale(entities: readonly StoredDocument[], collection: Collection, id: string, etag: string): void {
  const current = entities.find((entity) => entity.collection === collection && entity.id === id);
  if (!current) throw new HttpProblem(404, `there is no ${collection}/${id}; nothing was stored`);
  if (current.etag !== etag) accepted({ stale: current }, collection, id);
}

function accepted(result: WriteResult, collection: Collection, id: string): StoredDocument {
  if ('stored' in result) return result.stored;
  if ('missing' in result) throw new HttpProblem(404, `there is no ${collection}/${id}; nothing was stored`);
  const { etag, document } = result.stale;
  throw new HttpProblem(412, `${collection}/${id} was changed elsewhere since you read it; nothing was stored`, [], {
    current: { etag, document },
  });
}

function send(context: EntityContext, { etag, document }: StoredDocument): void {
  context.set('ETag', etag);
  context.body = document;
}
