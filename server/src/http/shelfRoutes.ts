import { isDeepStrictEqual } from 'node:util';
import type Router from '@koa/router';
import type { Context } from 'koa';
import * as z from 'zod';
import { problemsOf, settingsOf, type Project } from '@undatio/core';
import { freeId, identifierPattern, listedCollections } from '@undatio/core/internal';
import { restoreDemo } from '../store/seed.js';
import { startProject } from '../startProject.js';
import type { AssetStore } from '../store/assetStore.js';
import { historyFile } from '../folder/archivedHistory.js';
import { forgottenBefore } from '../store/bin.js';
import type { DocumentStore } from '../store/documentStore.js';
import type { Workers } from '../work/workers.js';
import { readBytes, readJson } from './body.js';
import { HttpProblem } from './httpProblem.js';
import { readFlag } from './query.js';

const choicesLimit = 4096;
const importLimit = 256 * 1024 * 1024;

/** What a new project is asked. */
export const choicesSchema = z.strictObject({
  label: z.string().trim().min(1).max(80).describe('What people read; its id is made from it.'),
  viewWidth: z.number().min(16).max(20000).describe('px that the view shows across at zoom 1.'),
  viewHeight: z.number().min(16).max(20000).describe('px that the view shows from top to foot at zoom 1.'),
  axis: z.enum(['down', 'up']).describe('Which way +y points in the game.'),
  pixelsPerUnit: z.number().min(0.001).max(10000).describe('px for one unit of the game’s world.'),
  seen: z.enum(['side', 'above']).describe('From where the game is looked at.'),
});

/** What a duplicate is called. */
export const duplicateSchema = z.strictObject({ label: z.string().trim().min(1).max(80).describe('What people read.') });

/** The shelf: which projects there are, new ones, copies, and the bin. `now` is the clock's. */
export function shelfRoutes(router: Router, documents: DocumentStore, assets: AssetStore, workers: Workers, now = () => new Date()): void {
  /** Ids that a new project cannot have. */
  const taken = async (): Promise<Set<string>> => new Set((await documents.projects()).map(({ id }) => id));

  router.get('/projects', async (context) => {
    const held = await documents.holdings();
    context.body = (await documents.projects()).map((settings) => ({ ...settings, ...held.get(settings.id) }));
  });

  router.post('/start', async (context) => {
    const parsed = choicesSchema.safeParse(await readJson(context, choicesLimit));
    if (!parsed.success) throw new HttpProblem(422, 'no project was begun', problemsOf(parsed.error));
    const id = freeId(parsed.data.label, await taken(), 'game');
    const project = await startProject({ ...parsed.data, id }, assets);
    await added(project);
    context.status = 201;
    context.set('Location', `/api/projects/${id}`);
    context.body = settingsOf(project);
  });

  router.post('/projects/:project/duplicate', async (context) => {
    const parsed = duplicateSchema.safeParse(await readJson(context, choicesLimit));
    if (!parsed.success) throw new HttpProblem(422, 'nothing was copied', problemsOf(parsed.error));
    const { project } = context.params;
    const { label } = parsed.data;
    const copy = await documents.duplicate(project, freeId(label, await taken(), project), label);
    context.status = 201;
    context.set('Location', `/api/projects/${copy.id}`);
    context.body = copy;
  });

  router.delete('/projects/:project', async (context) => {
    const entry = await documents.bin.throwAway(context.params['project'], now());
    if (!entry) throw new HttpProblem(404, `there is no project "${context.params['project']}"`);
    context.body = entry;
  });

  router.get('/bin', async (context) => {
    const held = await documents.holdings();
    const kept = (await documents.bin.list()).filter(({ since }) => since >= forgottenBefore(now()));
    context.body = kept.map((entry) => ({ ...entry, counts: held.get(entry.key)?.counts }));
  });

  router.post('/bin/:key/restore', async (context) => {
    const outcome = await documents.bin.takeBack(context.params['key']);
    if ('missing' in outcome) throw new HttpProblem(404, `there is nothing "${context.params['key']}" in the bin`);
    if ('taken' in outcome)
      throw new HttpProblem(409, `a project "${outcome.taken}" is here meanwhile; rename or delete that one first. Nothing was changed`);
    context.body = outcome;
  });

  router.delete('/bin/:key', async (context) => {
    if (!(await documents.bin.forget(context.params['key'])))
      throw new HttpProblem(404, `there is nothing "${context.params['key']}" in the bin`);
    context.status = 204;
  });

  // The demo as it ships, whatever has become of it.
  router.post('/demo', async (context) => {
    context.body = settingsOf(await restoreDemo(documents, assets));
  });

  router.get('/projects/:project/archive', async (context) => {
    const { project } = context.params;
    if (!(await documents.has(project))) throw new HttpProblem(404, `there is no project "${project}"`);
    const { archive, errors } = await workers.run('archive', { project, history: readFlag(context, 'history') });
    if (!archive) throw new HttpProblem(422, 'the project cannot be handed out whole', errors);
    context.type = 'application/zip';
    context.attachment(`${project}.undatio.zip`);
    context.body = Buffer.from(archive.buffer, archive.byteOffset, archive.byteLength);
  });

  router.post('/imports', async (context) => {
    const { look, as, replace } = readImportQuery(context);
    const type = context.is('application/zip', 'application/json');
    if (!type) throw new HttpProblem(415, 'expected a body of type application/zip or application/json');
    const bytes = await readBytes(context, importLimit);
    const { project, history, problems, missing } = await workers.run('readImport', { bytes, type, keep: !look });
    if (!project)
      throw new HttpProblem(
        422,
        'this project cannot be used; nothing was stored',
        problems.filter(({ severity }) => severity === 'error'),
      );
    if (look) {
      context.body = {
        ...(await compared(project)),
        missing,
        told: problems.filter(({ path }) => path.startsWith(historyFile)).map(({ path, message }) => `${path}: ${message}`),
      };
      return;
    }
    const brought = as === undefined ? project : { ...project, id: as, label: `${project.label.slice(0, 64)}, side by side` };
    if (replace) await documents.replaceProject(brought);
    else await added(brought);
    if (history) await documents.replaceHistory(brought.id, history);
    context.status = replace ? 200 : 201;
    context.body = settingsOf(brought);
  });

  async function added(project: Project): Promise<void> {
    if (!(await documents.addProject(project))) throw new HttpProblem(409, `a project "${project.id}" is here already; nothing was stored`);
  }

  /** What storing a project would change in the one that has its id. */
  async function compared(project: Project): Promise<object> {
    const before = new Map((await documents.entities(project.id)).map(({ collection, id, document }) => [`${collection}/${id}`, document]));
    const there = before.size > 0;
    const fresh: string[] = [];
    const changed: string[] = [];
    let same = 0;
    for (const collection of listedCollections) {
      for (const entity of project[collection]) {
        const key = `${collection}/${entity.id}`;
        if (!before.has(key)) fresh.push(key);
        else if (isDeepStrictEqual(before.get(key), entity)) same++;
        else changed.push(key);
        before.delete(key);
      }
    }
    const gone = [...before.keys()].filter((key) => !key.startsWith('settings/'));
    return { id: project.id, label: project.label, there, free: freeId(project.id, await taken(), 'game'), fresh, changed, gone, same };
  }
}

interface ImportQuery {
  /** Only tell what would happen. */
  readonly look: boolean;
  /** The id to store it under, side by side with the one that has its own. */
  readonly as: string | undefined;
  /** In the place of the one that has its id. */
  readonly replace: boolean;
}

function readImportQuery(context: Context): ImportQuery {
  const { as } = context.query;
  if (as !== undefined && (typeof as !== 'string' || !identifierPattern.test(as)))
    throw new HttpProblem(400, `expected as to be an id of lower-case letters, digits and dashes, found ${JSON.stringify(as)}`);
  return { look: readFlag(context, 'look'), as, replace: readFlag(context, 'replace') };
}
