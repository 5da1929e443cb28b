import * as z from 'zod';
import { parseJson, problemsOf } from '@undatio/core';
import { collections, type Collection } from '@undatio/core/internal';
import { addressedAs, readEntity } from './address.js';
import { HttpProblem } from './httpProblem.js';

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

/** One write that can be stored. Its document is a text, which is cheap to hand to another thread; undefined to remove it. */
export interface ReadChange {
  readonly collection: Collection;
  readonly id: string;
  readonly etag: string | undefined;
  readonly text: string | undefined;
}

/** Why none of them can be stored. */
export interface Refusal {
  readonly status: number;
  readonly detail: string;
  /** Each bad field with what was expected there. */
  readonly errors: HttpProblem['errors'];
}

/** Reads and checks a body of changes. It takes and gives plain data, so that it can run on any thread. */
export function readChanges(project: string, body: string): { readonly changes: readonly ReadChange[] } | { readonly refused: Refusal } {
  const refuse = (status: number, detail: string, errors: HttpProblem['errors']): { readonly refused: Refusal } => ({
    refused: { status, detail, errors },
  });
  const json = parseJson(body);
  if ('problem' in json) return refuse(400, 'the body is not JSON', [json.problem]);
  const parsed = changesSchema.safeParse(json.value);
  if (!parsed.success) return refuse(422, 'nothing was stored', problemsOf(parsed.error));
  try {
    refuseTwice(parsed.data.changes);
    return {
      changes: parsed.data.changes.map(({ collection, id, etag, document }) => {
        const address = addressedAs(project, collection, id);
        if (document === undefined && collection === 'settings') throw new HttpProblem(422, 'a project’s settings cannot be deleted');
        return { collection, id, etag, text: document === undefined ? undefined : JSON.stringify(readEntity(address, document)) };
      }),
    };
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error;
    return refuse(error.status, error.detail, error.errors);
  }
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
