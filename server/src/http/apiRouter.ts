import Router from '@koa/router';
import type { Context } from 'koa';
import { readProject } from '@undatio/core';
import { assetProblems } from '../projectFile.js';
import type { AssetStore } from '../store/assetStore.js';
import { assembleProject, type DocumentStore } from '../store/documentStore.js';
import { assetRoutes } from './assetRoutes.js';
import { readJson } from './body.js';
import { entityRoutes } from './entityRoutes.js';
import { kitRoutes } from './kitRoutes.js';
import { openApiDocument } from './openApi.js';
import { HttpProblem } from './problemDetails.js';

const projectLimit = 16 * 1024 * 1024;

/** Everything under /api. */
export function apiRouter(documents: DocumentStore, assets: AssetStore): Router {
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

  router.get('/projects', async (context) => {
    context.body = await documents.projects();
  });

  router.post('/projects', async (context) => {
    const { project, problems } = readProject(await readJson(context, projectLimit));
    const errors = problems.filter((problem) => problem.severity === 'error');
    if (!project) throw new HttpProblem(422, 'the project cannot be used; nothing was stored', errors);
    const missing = await assetProblems(project, async (id) => assets.read(project.assets.find((asset) => asset.id === id)?.sha256 ?? ''));
    if (missing.length > 0) throw new HttpProblem(422, 'the project’s assets are not here; nothing was stored', missing);
    const added = await documents.inTurn(() => documents.addProject(project));
    if (!added) throw new HttpProblem(409, `a project "${project.id}" is here already; nothing was stored`);
    context.status = 201;
    context.set('Location', `/api/projects/${project.id}`);
    context.body = project;
  });

  router.get('/projects/:project', async (context) => {
    context.body = assembleProject(await existing(documents, context));
  });

  router.get('/projects/:project/entities', async (context) => {
    context.body = await existing(documents, context);
  });

  kitRoutes(router, documents, assets);
  assetRoutes(router, documents, assets);
  entityRoutes(router, documents);
  return router;
}

/** A project's entities, or 404. */
export async function existing(documents: DocumentStore, context: Context & { params: Record<string, string> }) {
  const entities = await documents.entities(context.params['project']);
  if (entities.length === 0) throw new HttpProblem(404, `there is no project "${context.params['project']}"`);
  return entities;
}
