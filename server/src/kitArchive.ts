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
  const script = await (lean ? leanRuntime(usedKinds(project)) : wholeRuntime());
  const declarations = await readFile(join(paths.kitRuntime, 'undatio-runtime.d.ts'), 'utf8');
  return Promise.all(
    kitEntries(project, { script, declarations }).map(async (entry) => {
      if ('text' in entry) return { path: entry.path, bytes: strToU8(entry.text) };
      const bytes = await assetBytes(entry.asset);
      if (!bytes) throw new Error(`the asset "${entry.asset}" is missing`);
      return { path: entry.path, bytes };
    }),
  );
}

/** The archive: same files, same bytes, on any day and in any time zone. */
export function zipKit(files: readonly KitFile[]): Uint8Array {
  const entries: Zippable = {};
  for (const { path, bytes } of files) entries[path] = bytes;
  // Zip stores local wall time, and so does this constructor.
  return zipSync(entries, { level: 9, mtime: new Date(1980, 0, 1) });
}
