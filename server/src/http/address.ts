import { documentSchemas, problemsOf } from '@undatio/core';
import { collections, type Collection } from '@undatio/core/internal';
import { HttpProblem } from './httpProblem.js';

/** Where one entity lies. */
export interface Address {
  readonly project: string;
  readonly collection: Collection;
  readonly id: string;
}

/** Throws HttpProblem 404 where nothing can lie. */
export function addressedAs(project: string, collection: string, id: string): Address {
  const known = collections.find((candidate) => candidate === collection);
  if (!known) throw new HttpProblem(404, `expected one of ${collections.join(', ')}, found "${collection}"`);
  // A project has one set of settings, under its own id.
  if (known === 'settings' && id !== project) throw new HttpProblem(404, `the settings of "${project}" are at settings/${project}`);
  return { project, collection: known, id };
}

/** Checks an entity's own shape and that it is the one the address names. */
export function readEntity({ collection, id }: Address, json: unknown): unknown {
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
