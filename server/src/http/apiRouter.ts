import Router from '@koa/router';
import type { Problem, Project } from '@undatio/core';
import type { FolderLink } from '../folder/folderLink.js';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { assetRoutes } from './assetRoutes.js';
import { readText } from './body.js';
import { entityRoutes } from './entityRoutes.js';
import { folderRoutes } from './folderRoutes.js';
import { historyRoutes } from './historyRoutes.js';
import { kitRoutes } from './kitRoutes.js';
import { openApiDocument } from './openApi.js';
import { HttpProblem } from './httpProblem.js';
import { shelfRoutes } from './shelfRoutes.js';
import type { Workers } from '../work/workers.js';

/** The assets whose bytes are not here: what is kept by its digest need not be read to know that it is. */
async function withoutBytes({ assets: wanted }: Project, assets: AssetStore): Promise<Problem[]> {
  const there = await Promise.all(wanted.map(({ sha256 }) => assets.has(sha256)));
  return wanted.flatMap(({ file }, i): Problem[] =>
    there[i] ? [] : [{ severity: 'error', path: `assets[${i}].file`, message: `expected the file "${file}", it is missing` }],
  );
}

const projectLimit = 16 * 1024 * 1024;

/** Everything under /api. */
export function apiRouter(documents: DocumentStore, assets: AssetStore, workers: Workers, link?: FolderLink): Router {
  const router = new Router({ prefix: '/api' });
  router.use(async (context, next) => {
    context.set('Cache-Control', 'no-cache');
    await next();
  });

  router.get('/health', (context) => {
    context.body = { status: 'ok' };
  });

  router.get('/openapi.json', (context) => {
    context.body = openApiDocument();
  });

  router.post('/projects', async (context) => {
    const { project, problems, notJson } = await workers.run('readProject', { text: await readText(context, projectLimit) });
    const errors = problems.filter((problem) => problem.severity === 'error');
    if (notJson) throw new HttpProblem(400, 'the body is not JSON', problems);
    if (!project) throw new HttpProblem(422, 'the project cannot be used; nothing was stored', errors);
    const missing = await withoutBytes(project, assets);
    if (missing.length > 0) throw new HttpProblem(422, 'the project’s assets are not here; nothing was stored', missing);
    const added = await documents.addProject(project);
    if (!added) throw new HttpProblem(409, `a project "${project.id}" is here already; nothing was stored`);
    context.status = 201;
    context.set('Location', `/api/projects/${project.id}`);
    context.body = project;
  });

  // A large project is put together where it keeps nobody waiting.
  for (const [path, shape] of [
    ['/projects/:project', 'project'],
    ['/projects/:project/entities', 'entities'],
  ] as const) {
    router.get(path, async (context) => {
      const { project } = context.params;
      const text = await workers.run('projectText', { project, shape });
      if (text === undefined) throw new HttpProblem(404, `there is no project "${project}"`);
      context.type = 'json';
      context.body = text;
    });
  }

  shelfRoutes(router, documents, assets, workers);
  folderRoutes(router, link);
  kitRoutes(router, documents, workers);
  historyRoutes(router, documents);
  assetRoutes(router, documents, assets);
  entityRoutes(router, documents, assets, workers);
  return router;
}
