import { DocumentError, readProjectText, type Problem, type Project, type ReadResult } from '@undatio/core';
import { assembleProject, type PictureLightDocument } from '@undatio/core/internal';
import { digestOf } from '../files.js';
import { readChanges } from '../http/changes.js';
import { kitFiles, zipKit } from '../kitArchive.js';
import type { ProjectFileResult } from '../projectFile.js';
import { FolderError } from '../folder/folderError.js';
import { projectArchive, readProjectArchive } from '../folder/projectFolder.js';
import { readSavedProject } from '../savedProject.js';
import { showPage, type PageShown } from '../showPage.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import type { ReadHistory } from '../store/historyFormat.js';

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

function readProjectBytes(bytes: Uint8Array, assets: AssetStore): ProjectFileResult {
  const { project, problems } = readProjectText(new TextDecoder().decode(bytes));
  if (!project) return { problems };
  const sha256Of = (id: string): string => project.assets.find((asset) => asset.id === id)?.sha256 ?? '';
  return { source: { project, assetBytes: (id) => assets.read(sha256Of(id)) }, problems };
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

  /** Several writes, as they are sent. */
  readChanges(_data: string, { project, text }: { project: string; text: string }): Promise<ReturnType<typeof readChanges>> {
    return Promise.resolve(readChanges(project, text));
  },

  /** A stored project as JSON: whole as a file holds it, or each entity with its tag. Undefined when it is not there. */
  async projectText(data: string, { project, shape }: { project: string; shape: 'project' | 'entities' }): Promise<string | undefined> {
    const { documents } = await storeOf(data);
    const entities = await documents.entities(project);
    if (entities.length === 0) return undefined;
    return JSON.stringify(shape === 'project' ? assembleProject(entities) : entities);
  },

  /** How light the pictures of a stored project are. */
  async lights(data: string, { project }: { project: string }): Promise<readonly PictureLightDocument[]> {
    const { source } = await savedProject(data, project);
    // The decoder is loaded only where it is used.
    const { pictureLights } = await import('../pictureLights.js');
    return source ? pictureLights(source) : [];
  },

  /** A stored project's folder as an archive, or why it cannot be made. */
  async archive(
    data: string,
    { project, history }: { project: string; history: boolean },
  ): Promise<{ archive?: Uint8Array; errors: readonly Problem[] }> {
    const { source, problems } = await savedProject(data, project);
    const { documents } = await storeOf(data);
    const errors = problems.filter(({ severity }) => severity === 'error');
    return source && errors.length === 0
      ? { archive: await projectArchive(source, history ? await documents.history.all(project) : undefined), errors }
      : { errors };
  },

  /**
   * Reads a project that is brought in: a folder's archive, or a project file whose assets are here already. `keep` stores its
   * assets' bytes. Assets without bytes are told; they stand in the project all the same.
   */
  async readImport(
    data: string,
    { bytes, type, keep }: { bytes: Uint8Array; type: string; keep: boolean },
  ): Promise<{ project?: Project; history?: ReadHistory; problems: readonly Problem[]; missing: readonly string[] }> {
    const { assets } = await storeOf(data);
    let read: ProjectFileResult;
    try {
      read = type === 'application/zip' ? await readProjectArchive(bytes) : readProjectBytes(bytes, assets);
    } catch (error) {
      if (!(error instanceof FolderError)) throw error;
      return { problems: [{ severity: 'error', path: '(archive)', message: error.message }], missing: [] };
    }
    const { source, problems } = read;
    if (!source) return { problems, missing: [] };
    const missing: string[] = [];
    const kept = await Promise.all(
      source.project.assets.map(async (asset) => {
        const own = await source.assetBytes(asset.id);
        if (!own && !(await assets.has(asset.sha256))) missing.push(asset.file);
        if (!own) return asset;
        return { ...asset, sha256: keep ? await assets.write(own) : digestOf(own) };
      }),
    );
    return { project: { ...source.project, assets: kept }, ...(read.history && { history: read.history }), problems, missing };
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

  /** A page of one sequence, or why it cannot be made; neither where there is no such sequence. */
  async show(
    data: string,
    { project, ...shown }: PageShown & { project: string },
  ): Promise<{ readonly page?: string; readonly errors: readonly Problem[] }> {
    const { source, problems } = await savedProject(data, project);
    const errors = problems.filter(({ severity }) => severity === 'error');
    if (!source || errors.length > 0) return { errors };
    try {
      const page = await showPage(source, shown);
      return { ...(page !== undefined && { page }), errors };
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      return { errors: [{ severity: 'error', path: error.path, message: error.expected }] };
    }
  },
} as const;

export type Tasks = typeof tasks;
export type TaskName = keyof Tasks;
