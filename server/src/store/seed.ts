import type { Project } from '@undatio/core';
import type { AssetStore } from './assetStore.js';
import type { DocumentStore } from './documentStore.js';
import { paths } from '../paths.js';
import { readProjectFile } from '../projectFile.js';

/** Puts the demo into an empty database; one whose projects lie in the bin is not empty. Returns whether it did. */
export async function seedDemo(documents: DocumentStore, assets: AssetStore): Promise<boolean> {
  if ((await documents.projects()).length > 0 || (await documents.bin.list()).length > 0) return false;
  return documents.addProject(await demoProject(assets));
}

/** The demo as it ships, in the place of what has become of it. */
export async function restoreDemo(documents: DocumentStore, assets: AssetStore): Promise<Project> {
  const demo = await demoProject(assets);
  await documents.replaceProject(demo);
  return demo;
}

/** The demo's documents; its sounds and pictures are kept in `assets`. */
async function demoProject(assets: AssetStore): Promise<Project> {
  const { source, problems } = await readProjectFile(paths.demoProject);
  if (!source) throw new Error(`the demo cannot be read: ${problems.map(({ path, message }) => `${path}: ${message}`).join('; ')}`);
  for (const { id, sha256 } of source.project.assets) {
    if (await assets.has(sha256)) continue;
    const bytes = await source.assetBytes(id);
    if (bytes) await assets.write(bytes);
  }
  return source.project;
}
