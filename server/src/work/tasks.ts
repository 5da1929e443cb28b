import { readProjectText, type Problem, type ReadResult } from '@undatio/core';
import { assembleProject } from '@undatio/core/internal';
import { kitFiles, zipKit } from '../kitArchive.js';
import type { ProjectFileResult } from '../projectFile.js';
import { readSavedProject } from '../savedProject.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';

/** What can take long and therefore never runs on the thread that answers: each takes plain data and gives plain data. */

let opened: Promise<{ documents: DocumentStore; assets: AssetStore }> | undefined;

/** The store of the data folder that this thread works for, opened once. */
function storeOf(data: string): Promise<{ documents: DocumentStore; assets: AssetStore }> {
  return (opened ??= (async () => ({ documents: await DocumentStore.openForReading(data), assets: await AssetStore.open(data) }))());
}

async function savedProject(data: string, project: string): Promise<ProjectFileResult> {
  const { documents, assets } = await storeOf(data);
  return (await readSavedProject(documents, assets, project)) ?? { problems: [] };
}

export interface KitContents {
  readonly problems: readonly Problem[];
  readonly files: readonly { readonly path: string; readonly size: number }[];
  /** Bytes of the archive; 0 when it cannot be made. */
  readonly size: number;
}

export const tasks = {
  readProject(_data: string, { text }: { text: string }): Promise<ReadResult> {
    return Promise.resolve(readProjectText(text));
  },

  /** A stored project as JSON: whole as a file holds it, or each entity with its tag. Undefined when it is not there. */
  async projectText(data: string, { project, shape }: { project: string; shape: 'project' | 'entities' }): Promise<string | undefined> {
    const { documents } = await storeOf(data);
    const entities = await documents.entities(project);
    if (entities.length === 0) return undefined;
    return JSON.stringify(shape === 'project' ? assembleProject(entities) : entities);
  },

  async kitContents(data: string, { project, lean }: { project: string; lean: boolean }): Promise<KitContents> {
    const { source, problems } = await savedProject(data, project);
    if (!source || problems.some(({ severity }) => severity === 'error')) return { problems, files: [], size: 0 };
    const files = await kitFiles(source, { lean });
    return { problems, files: files.map(({ path, bytes }) => ({ path, size: bytes.length })), size: zipKit(files).length };
  },

  async kit(
    data: string,
    { project, lean }: { project: string; lean: boolean },
  ): Promise<{ readonly archive?: Uint8Array; readonly errors: readonly Problem[] }> {
    const { source, problems } = await savedProject(data, project);
    const errors = problems.filter(({ severity }) => severity === 'error');
    return source && errors.length === 0 ? { archive: zipKit(await kitFiles(source, { lean })), errors } : { errors };
  },
} as const;

export type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
