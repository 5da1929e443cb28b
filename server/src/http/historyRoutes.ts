import type Router from '@koa/router';
import * as z from 'zod';
import { problemsOf } from '@undatio/core';
import { collections } from '@undatio/core/internal';
import type { DocumentStore } from '../store/documentStore.js';
import type { Place } from '../store/history.js';
import { readJson } from './body.js';
import { HttpProblem } from './httpProblem.js';

const markLimit = 1024;

/** What a state is named. */
export const markSchema = z.strictObject({
  mark: z.string().trim().min(1).max(80).nullable().describe('Its name; null takes it away.'),
});

/** What documents were before: their kept states, one of them, and the names that people give them. */
export function historyRoutes(router: Router, documents: DocumentStore): void {
  const place = '/projects/:project/history/:collection/:id';

  router.get(place, async (context) => {
    const at = placeOf(context.params);
    if (!(await documents.has(at.project))) throw new HttpProblem(404, `there is no project "${at.project}"`);
    context.body = { states: await documents.history.list(at) };
  });

  router.get(`${place}/:number`, async (context) => {
    const number = numberOf(context.params['number']);
    const document = await documents.history.state(placeOf(context.params), number);
    if (!document)
      throw new HttpProblem(404, `there is no state ${number} of ${context.params['collection']}/${context.params['id']} any more`);
    context.body = { number, document };
  });

  router.put(`${place}/:number`, async (context) => {
    const parsed = markSchema.safeParse(await readJson(context, markLimit));
    if (!parsed.success) throw new HttpProblem(422, 'nothing was named', problemsOf(parsed.error));
    const number = numberOf(context.params['number']);
    if (!(await documents.mark(placeOf(context.params), number, parsed.data.mark ?? undefined)))
      throw new HttpProblem(404, `there is no state ${number} of ${context.params['collection']}/${context.params['id']} any more`);
    context.status = 204;
  });
}

function placeOf({ project, collection, id }: Record<string, string>): Place {
  const known = collections.find((candidate) => candidate === collection);
  if (!known) throw new HttpProblem(404, `expected one of ${collections.join(', ')}, found "${collection}"`);
  return { project, collection: known, id };
}

function numberOf(text: string): number {
  if (!/^\d{1,15}$/.test(text)) throw new HttpProblem(404, `expected the number of a state, found "${text}"`);
  return Number(text);
}
