import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { kitPath } from '@undatio/core';
import {
  collections,
  documentFile,
  isDocumentFile,
  listedCollections,
  plainOrder,
  projectFiles,
  readProjectFiles,
  settingsFile,
} from '@undatio/core/internal';
import type { ArchivedHistory } from '../store/historyFormat.js';
import { historyFile, readArchivedHistory } from './archivedHistory.js';
import { bytesBelow, contentBelow, refusedBelow } from '../files.js';
import { assetProblems, type ProjectFileResult, type ProjectSource } from '../projectFile.js';
import { FolderError } from './folderError.js';
import { writeWhole } from './writeWhole.js';

/** More than this in a folder or an archive is no project of ours. */
const limits = { files: 20_000, bytes: 1_000_000_000, text: 16_000_000 };

async function assembled(
  texts: ReadonlyMap<string, string>,
  contentAt: (path: string) => Promise<Uint8Array | undefined>,
): Promise<ProjectFileResult> {
  const { project, problems } = readProjectFiles(texts);
  if (!project) return { problems };
  const assetBytes = async (id: string): Promise<Uint8Array | undefined> => {
    const asset = project.assets.find((candidate) => candidate.id === id);
    return asset && contentAt(kitPath(asset.file));
  };
  const missing = await assetProblems(project, assetBytes);
  return { source: { project, assetBytes }, problems: [...problems, ...missing] };
}

/**
 * The documents’ files of a folder: looked for where they may lie alone, because the folder may be a whole game's. What lies
 * behind a link is not of the folder.
 */
export async function documentsIn(folder: string): Promise<string[]> {
  const inside = async (name: string): Promise<string[]> => {
    if ((await refusedBelow(folder, name, 'folder')) !== undefined) return [];
    const names = await readdir(join(folder, name)).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT' || error.code === 'ENOTDIR') return [];
      throw error;
    });
    return names.map((file) => (name === '' ? file : `${name}/${file}`));
  };
  const all = await Promise.all(['', ...collections.filter((collection) => collection !== 'settings')].map(inside));
  return all.flat().filter(isDocumentFile);
}

/**
 * Reads a project from a folder of text. Throws the file system's error when the folder cannot be read, and FolderError where
 * something else than a file of its own stands in a document's place, or than a folder in a collection's.
 */
export async function readProjectFolder(folder: string): Promise<ProjectFileResult> {
  for (const collection of listedCollections) {
    const refused = await refusedBelow(folder, collection, 'folder');
    if (refused !== undefined) throw new FolderError(`${collection}: ${refused}`);
  }
  const paths = await documentsIn(folder);
  const texts = await Promise.all(
    paths.map(async (path): Promise<[string, string]> => {
      const content = await contentBelow(folder, path);
      if (content && 'refused' in content) throw new FolderError(`${path}: ${content.refused}`);
      return [path, content ? content.bytes.toString('utf8') : ''];
    }),
  );
  return assembled(new Map(texts), (path) => bytesBelow(folder, path));
}

/**
 * Reads a project from a folder's archive, wherever in it the folder lies. Sizes are looked at before anything is unpacked;
 * names are only compared, never used as paths. Throws FolderError.
 */
export async function readProjectArchive(bytes: Uint8Array): Promise<ProjectFileResult> {
  let [sum, packed, count] = [0, 0, 0];
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(bytes, {
      filter({ name, size, originalSize, compression }) {
        // What is stored as it is has the size that it takes, whatever it says of itself.
        const unpacked = compression === 0 ? Math.max(size, originalSize) : originalSize;
        sum += unpacked;
        packed += size;
        if (++count > limits.files) throw new FolderError(`expected at most ${limits.files} files in the archive`);
        if (packed > bytes.length) throw new FolderError(`expected files beside one another in the archive, found ${name} over others`);
        if (sum > limits.bytes) throw new FolderError(`expected at most ${limits.bytes / 1e6} MB in the archive, found more at ${name}`);
        if (name.endsWith('.json') && unpacked > limits.text)
          throw new FolderError(`expected texts of at most ${limits.text / 1e6} MB, found ${name} of ${Math.round(unpacked / 1e6)} MB`);
        return true;
      },
    });
  } catch (error) {
    throw error instanceof FolderError ? error : new FolderError('this is not a whole zip archive');
  }
  const roots = Object.keys(files).filter((name) => name === settingsFile || name.endsWith(`/${settingsFile}`));
  if (roots.length > 1) throw new FolderError(`expected one project in the archive, found ${roots.sort().join(', ')}`);
  const root = roots[0]?.slice(0, -settingsFile.length) ?? '';
  const inside = new Map(
    Object.entries(files)
      .filter(([name]) => name.startsWith(root))
      .map(([name, content]) => [name.slice(root.length), content]),
  );
  const texts = new Map([...inside].filter(([path]) => isDocumentFile(path)).map(([path, content]) => [path, strFromU8(content)]));
  const read = await assembled(texts, (path) => Promise.resolve(inside.get(path)));
  const kept = inside.get(historyFile);
  if (!kept || !read.source) return read;
  const history = readArchivedHistory(strFromU8(kept));
  return 'history' in history ? { ...read, ...history } : { ...read, problems: [...read.problems, history.problem] };
}

/** Every file of a project's folder with its bytes, texts and assets; `order` is what its settings keep so far. Throws when an asset's bytes are missing; check first. */
async function folderFiles({ project, assetBytes }: ProjectSource, order?: unknown): Promise<Map<string, Uint8Array>> {
  const files = new Map<string, Uint8Array>([...projectFiles(project, order)].map(([path, text]) => [path, strToU8(text)]));
  for (const asset of project.assets) {
    const bytes = await assetBytes(asset.id);
    if (!bytes) throw new Error(`the asset "${asset.id}" is missing`);
    files.set(kitPath(asset.file), bytes);
  }
  return files;
}

/** A project's folder as an archive, with its history where that is wanted: the same bytes on any day and in any time zone. */
export async function projectArchive(source: ProjectSource, history?: ArchivedHistory): Promise<Uint8Array> {
  const entries: Zippable = {};
  if (history) entries[historyFile] = strToU8(JSON.stringify(history));
  for (const [path, bytes] of await folderFiles(source)) entries[path] = bytes;
  return zipSync(entries, { level: 9, mtime: new Date(1980, 0, 1) });
}

export interface Written {
  readonly written: number;
  readonly kept: number;
  readonly removed: number;
}

/**
 * Writes a project's folder: what is there already and the same is left alone, documents that its settings named and the
 * project no longer has are removed, and everything else is not touched. Each file is whole at any time. Throws FolderError
 * when the folder holds another project.
 */
export async function writeProjectFolder(source: ProjectSource, folder: string): Promise<Written> {
  const before = await settingsBefore(folder, source.project.id);
  const files = await folderFiles(source, before?.order);
  const named = before ? documentsNamed(before.order) : [];
  for (const path of new Set([...files.keys(), ...named])) {
    const refused = await refusedBelow(folder, path);
    if (refused !== undefined) throw new FolderError(`${path}: ${refused}; nothing was written`);
  }
  let [written, kept, removed] = [0, 0, 0];
  for (const [path, bytes] of files) {
    const file = join(folder, path);
    const known = await bytesBelow(folder, path);
    if (known && Buffer.compare(known, bytes) === 0) kept++;
    else {
      await writeWhole(file, bytes);
      written++;
    }
  }
  for (const path of named) {
    if (files.has(path) || !(await bytesBelow(folder, path))) continue;
    await rm(join(folder, path));
    removed++;
  }
  return { written, kept, removed };
}

/** A folder's settings as they are, with the order that they keep; undefined where there are none. */
async function settingsBefore(folder: string, id: string): Promise<{ readonly order?: unknown } | undefined> {
  const file = join(folder, settingsFile);
  const bytes = await bytesBelow(folder, settingsFile);
  if (!bytes) return undefined;
  let settings: { id?: unknown; order?: unknown };
  try {
    settings = JSON.parse(strFromU8(bytes)) as typeof settings;
  } catch {
    throw new FolderError(`${file} is there and cannot be read as a project's; nothing was written`);
  }
  const found = (settings as typeof settings | null)?.id;
  if (found !== id) throw new FolderError(`${folder} holds the project "${String(found)}"; nothing was written`);
  return settings;
}

/** The documents that an order names, so that those that are gone from the project may go from the folder too. */
function documentsNamed(order: unknown): string[] {
  const named = plainOrder(order) as Record<string, unknown> | undefined;
  return listedCollections.flatMap((collection) => {
    const ids = named?.[collection];
    return Array.isArray(ids) ? ids.map((id) => documentFile(collection, String(id))).filter(isDocumentFile) : [];
  });
}

/** Whether a path is a folder. Throws the file system's error when there is nothing. */
export async function isFolder(path: string): Promise<boolean> {
  return (await stat(path)).isDirectory();
}
