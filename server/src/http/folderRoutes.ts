import { PassThrough } from 'node:stream';
import type Router from '@koa/router';
import * as z from 'zod';
import { problemsOf } from '@undatio/core';
import { collections } from '@undatio/core/internal';
import { keyOf } from '../folder/folderFiles.js';
import type { FolderLink } from '../folder/folderLink.js';
import { readJson } from './body.js';
import { HttpProblem } from './httpProblem.js';

const keepLimit = 4096;

/** Of which document the studio's state is to be written into the folder. */
export const keepSchema = z.strictObject({ collection: z.enum(collections), id: z.string() });

/** The folder that a project is kept in: how it stands, and what changes there. Which folder that is was said at the start, never here. */
export function folderRoutes(router: Router, link: FolderLink | undefined): void {
  const linkOf = (project: string): FolderLink | undefined => (link?.project === project ? link : undefined);

  router.get('/projects/:project/folder', (context) => {
    const linked = linkOf(context.params['project']);
    context.body = linked ? { linked: true, ...linked.state } : { linked: false };
  });

  // Server-sent events (WHATWG HTML, 9.2): `state` at first and whenever it changes, `changes` with what the folder brought.
  router.get('/projects/:project/folder/events', (context) => {
    const linked = linkOf(context.params['project']);
    if (!linked) throw new HttpProblem(404, `"${context.params['project']}" is kept in no folder`);
    const stream = new PassThrough();
    const send = (event: string, data: unknown): void => void stream.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const unsubscribe = linked.subscribe({
      state: (state) => send('state', state),
      changes: (changes) => send('changes', changes),
      closed: () => stream.end(),
    });
    context.req.on('close', () => {
      unsubscribe();
      stream.end();
    });
    context.compress = false;
    context.type = 'text/event-stream';
    context.body = stream;
    send('state', linked.state);
  });

  router.post('/projects/:project/folder/keep', async (context) => {
    const parsed = keepSchema.safeParse(await readJson(context, keepLimit));
    if (!parsed.success) throw new HttpProblem(422, 'nothing was written', problemsOf(parsed.error));
    const { collection, id } = parsed.data;
    const kept = await linkOf(context.params['project'])?.keepStudios(keyOf(collection, id));
    if (!kept) throw new HttpProblem(404, `nothing of ${collection}/${id} waits to be decided`);
    context.status = 204;
  });
}
