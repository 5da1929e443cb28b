import type Router from '@koa/router';
import type { Context } from 'koa';
import type { DocumentStore } from '../store/documentStore.js';
import type { Workers } from '../work/workers.js';
import { HttpProblem } from './problemDetails.js';
import { readFlag } from './query.js';

/** The kit of a stored project: what it will contain, and the archive. Made by the workers, because it takes a while. */
export function kitRoutes(router: Router, documents: DocumentStore, workers: Workers): void {
  const existing = async ({ params }: Context & { params: Record<string, string> }): Promise<string> => {
    if (await documents.has(params['project'])) return params['project'];
    throw new HttpProblem(404, `there is no project "${params['project']}"`);
  };

  router.get('/projects/:project/kit/contents', async (context) => {
    const lean = readFlag(context, 'lean');
    context.body = await workers.run('kitContents', { project: await existing(context), lean });
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
}
