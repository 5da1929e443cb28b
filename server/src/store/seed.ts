import type { AssetStore } from './assetStore.js';
import type { DocumentStore } from './documentStore.js';
import { paths } from '../paths.js';
import { readProjectFile } from '../projectFile.js';

/** Puts the demo into an empty database. Returns whether it did. */
export async function seedDemo(documents: DocumentStore, assets: AssetStore): Promise<boolean> {
  if ((await documents.projects()).length > 0) return false;
  const { source, problems } = await readProjectFile(paths.demoProject);
  if (!source) throw new Error(`the demo cannot be read: ${problems.map(({ path, message }) => `${path}: ${message}`).join('; ')}`);
  for (const asset of source.project.assets) {
    const bytes = await source.assetBytes(asset.id);
    if (bytes) await assets.write(bytes);
  }
  return documents.addProject(source.project);
}
