import type { Project } from '@undatio/core';
import { identifierPattern } from '@undatio/core/internal';
import { dataFolder } from '../paths.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import { UsageError, usableProject } from './projectArgument.js';
import { sink } from './sink.js';

/** `undatio load`: stores a project for the studio, under its own id or another. Whole, or not at all. */
export async function load(argument: string, { as, replace = false }: { as?: string; replace?: boolean }): Promise<void> {
  if (as !== undefined && !identifierPattern.test(as))
    throw new UsageError(`expected --as to be an id of lower-case letters, digits and dashes, found "${as}"`);
  const { project: read, assetBytes } = await usableProject(argument);
  const id = as ?? read.id;
  const data = dataFolder();
  const documents = await DocumentStore.open(data);
  try {
    const assets = await AssetStore.open(data);
    // Bytes first: a document never stands without the file that it names. A file that was changed outside is taken as it is.
    const kept = await Promise.all(
      read.assets.map(async (asset) => ({ ...asset, sha256: await assets.write((await assetBytes(asset.id)) ?? new Uint8Array()) })),
    );
    const project: Project = { ...read, id, assets: kept };
    if (replace) await documents.replaceProject(project);
    else if (!(await documents.addProject(project)))
      throw new UsageError(`there is a saved project "${id}" already; give --replace, or another id with --as`);
  } finally {
    await documents.close();
  }
  sink.tell(`"${id}" in ${data}`);
}
