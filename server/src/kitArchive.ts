import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strToU8, zipSync, type Zippable } from 'fflate';
import { kitEntries } from '@undatio/core';
import { paths } from './paths.js';
import { leanRuntime, usedKinds, wholeRuntime } from './runtimeBundle.js';
import type { ProjectSource } from './projectFile.js';

/** A file of a kit with its bytes. */
export interface KitFile {
  readonly path: string;
  readonly bytes: Uint8Array;
}

export interface KitOptions {
  /** Leaves out of the runtime the kinds of effects that no sequence uses. */
  readonly lean?: boolean;
}

/** Every file of a project's kit. Throws when an asset's bytes are missing; check first. */
export async function kitFiles({ project, assetBytes }: ProjectSource, { lean = false }: KitOptions = {}): Promise<KitFile[]> {
  const kinds = lean ? usedKinds(project) : undefined;
  const [runtime, declarations, vectors, documents] = await Promise.all([
    kinds ? leanRuntime(kinds, project.responses.length > 0) : wholeRuntime(),
    readFile(join(paths.kitRuntime, 'undatio-runtime.d.ts'), 'utf8'),
    readVectors(kinds, project.responses.length > 0),
    readDocuments(),
  ]);
  return Promise.all(
    kitEntries(project, { ...runtime, declarations, vectors, documents }).map(async (entry) => {
      if ('text' in entry) return { path: entry.path, bytes: strToU8(entry.text) };
      const bytes = await assetBytes(entry.asset);
      if (!bytes) throw new Error(`the asset "${entry.asset}" is missing`);
      return { path: entry.path, bytes };
    }),
  );
}

interface VectorEntry {
  readonly file: string;
  readonly kinds: readonly string[];
}

interface VectorIndex {
  readonly player: VectorEntry;
  readonly arena: VectorEntry;
  readonly files: readonly VectorEntry[];
}

/** The vectors as they were built; with `kinds`, those that need no others, and those of rules only where there are any. */
async function readVectors(kinds: readonly string[] | undefined, decides: boolean): Promise<{ path: string; text: string }[]> {
  const folder = join(paths.kitRuntime, 'vectors');
  const text = await readFile(join(folder, 'index.json'), 'utf8');
  const index = JSON.parse(text) as VectorIndex;
  const plays = (entry: VectorEntry): boolean => !kinds || entry.kinds.every((kind) => kinds.includes(kind));
  const files = index.files.filter(plays);
  const { player, arena, ...others } = index;
  const games = { ...(plays(player) && { player }), ...(plays(arena) && (!kinds || decides) && { arena }) };
  const listed = [...Object.values(games), ...files];
  return [
    { path: 'vectors/index.json', text: kinds ? JSON.stringify({ ...others, ...games, files }) + '\n' : text },
    ...(await Promise.all(listed.map(async ({ file }) => ({ path: `vectors/${file}`, text: await readFile(join(folder, file), 'utf8') })))),
  ];
}

/** What a porter reads, and the licence. */
function readDocuments(): Promise<{ path: string; text: string }[]> {
  const files = [
    ['docs/engine.md', join(paths.documents, 'engine.md')],
    ['docs/kit-format.md', join(paths.documents, 'kit-format.md')],
    ['docs/player.md', join(paths.documents, 'player.md')],
    ['docs/drawing.md', join(paths.documents, 'drawing.md')],
    ['docs/rules.md', join(paths.documents, 'rules.md')],
    ['LICENSE', paths.licence],
  ];
  return Promise.all(files.map(async ([path, file]) => ({ path, text: await readFile(file, 'utf8') })));
}

/** The archive: same files, same bytes, on any day and in any time zone. */
export function zipKit(files: readonly KitFile[]): Uint8Array {
  const entries: Zippable = {};
  for (const { path, bytes } of files) entries[path] = bytes;
  // Zip stores local wall time, and so does this constructor.
  return zipSync(entries, { level: 9, mtime: new Date(1980, 0, 1) });
}
