import { readProject, type Problem } from '@undatio/core';
import { assembleProject } from '@undatio/core/internal';
import { assetProblems, type ProjectFileResult } from './projectFile.js';
import type { AssetStore } from './store/assetStore.js';
import type { DocumentStore } from './store/documentStore.js';

/** Reads a stored project whole; undefined when there is no such project. */
export async function readSavedProject(documents: DocumentStore, assets: AssetStore, id: string): Promise<ProjectFileResult | undefined> {
  const json = assembleProject(await documents.entities(id));
  if (json === undefined) return undefined;
  const { project, problems } = readProject(json);
  if (!project) return { problems };
  const assetBytes = async (assetId: string): Promise<Uint8Array | undefined> => {
    const asset = project.assets.find((candidate) => candidate.id === assetId);
    return asset && assets.read(asset.sha256);
  };
  const missing: Problem[] = await assetProblems(project, assetBytes);
  return { source: { project, assetBytes }, problems: [...problems, ...missing] };
}
