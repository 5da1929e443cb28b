import type Router from '@koa/router';
import type { Context } from 'koa';
import * as z from 'zod';
import type { Payload } from '@undatio/core';
import type { DocumentStore } from '../store/documentStore.js';
import type { Workers } from '../work/workers.js';
import { HttpProblem } from './httpProblem.js';
import { readFlag } from './query.js';

/** The kit of a stored project, pages of its sequences, how light its pictures are. Made by the workers, because it takes a while. */
export function kitRoutes(router: Router, documents: DocumentStore, workers: Workers): void {
  const existing = async ({ params }: Context & { params: Record<string, string> }): Promise<string> => {
    if (await documents.has(params['project'])) return params['project'];
    throw new HttpProblem(404, `there is no project "${params['project']}"`);
  };

  router.get('/projects/:project/kit/contents', async (context) => {
    const lean = readFlag(context, 'lean');
    context.body = await workers.run('kitContents', { project: await existing(context), lean });
  });

  router.get('/projects/:project/lights', async (context) => {
    context.body = await workers.run('lights', { project: await existing(context) });
  });

  router.get('/projects/:project/kit', async (context) => {
    const lean = readFlag(context, 'lean');
    const project = await existing(context);
    const { archive, errors } = await workers.run('kit', { project, lean });
    if (!archive) throw new HttpProblem(422, 'the project cannot be shipped', errors);
    context.type = 'application/zip';
    context.attachment(`${project}.kit.zip`);
    context.body = Buffer.from(archive.buffer, archive.byteOffset, archive.byteLength);
  });

  // Handed out as a file: it is never shown from here, where it would be one of our own pages.
  router.get('/projects/:project/show/:id', async (context) => {
    const { id } = context.params;
    const { page, errors } = await workers.run('show', { project: await existing(context), sequence: id, ...readStruck(context) });
    if (errors.length > 0) throw new HttpProblem(422, 'the page cannot be made', errors);
    if (page === undefined) throw new HttpProblem(404, `there is no sequence "${id}"`);
    context.type = 'html';
    context.attachment(`${id}.html`);
    context.body = page;
  });
}

/** What a strike is asked for in an address: `payload` as JSON, `seed` as a whole number. Refuses anything else with 400. */
function readStruck({ query }: Context): { payload: Payload; seed: number } {
  const { payload = '{}', seed = '1' } = query;
  const number = Number(seed);
  if (typeof seed !== 'string' || !Number.isInteger(number) || number < 0 || number > 0xffffffff)
    throw new HttpProblem(400, `expected seed to be a whole number from 0 to 4294967295, found ${JSON.stringify(seed)}`);
  try {
    const read = payloadSchema.parse(JSON.parse(String(payload)));
    return { payload: read, seed: number };
  } catch {
    throw new HttpProblem(
      400,
      `expected payload to be a JSON object of numbers, texts and flags, found ${JSON.stringify(payload).slice(0, 80)}`,
    );
  }
}

const payloadSchema = z.record(z.string().max(40), z.union([z.number(), z.string().max(200), z.boolean()]));
