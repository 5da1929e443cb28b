import type Router from '@koa/router';
import type { Context } from 'koa';
import { kitFiles, zipKit } from '../kitArchive.js';
import type { ProjectFileResult } from '../projectFile.js';
import { readSavedProject } from '../savedProject.js';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import { HttpProblem } from './problemDetails.js';

/** Whether `?lean=true` asks for a runtime without the kinds that no sequence uses. */
function isLean({ query }: Context): boolean {
  const { lean = 'false' } = query;
  if (lean === 'true' || lean === 'false') return lean === 'true';
  throw new HttpProblem(400, `expected lean to be true or false, found ${JSON.stringify(lean)}`);
}

/** The kit of a stored project: what it will contain, and the archive. */
export function kitRoutes(router: Router, documents: DocumentStore, assets: AssetStore): void {
  const read = async (context: Context & { params: Record<string, string> }): Promise<ProjectFileResult> => {
    const result = await readSavedProject(documents, assets, context.params['project']);
    if (!result) throw new HttpProblem(404, `there is no project "${context.params['project']}"`);
    return result;
  };

  router.get('/projects/:project/kit/contents', async (context) => {
    const { source, problems } = await read(context);
    const broken = !source || problems.some((problem) => problem.severity === 'error');
    const files = broken ? [] : await kitFiles(source, { lean: isLean(context) });
    context.body = {
      problems,
      files: files.map(({ path, bytes }) => ({ path, size: bytes.length })),
      size: broken ? 0 : zipKit(files).length,
    };
  });

  router.get('/projects/:project/kit', async (context) => {
    const { source, problems } = await read(context);
    const errors = problems.filter((problem) => problem.severity === 'error');
    if (!source || errors.length > 0) throw new HttpProblem(422, 'the project cannot be shipped', errors);
    context.type = 'application/zip';
    context.attachment(`${source.project.id}.kit.zip`);
    context.body = Buffer.from(zipKit(await kitFiles(source, { lean: isLean(context) })));
  });
}
