import { createHash } from 'node:crypto';
import { readFile, realpath } from 'node:fs/promises';
import { join, sep } from 'node:path';

/** SHA-256 in hexadecimal digits (FIPS 180-4): what bytes are found by. */
export function digestOf(bytes: Uint8Array | string): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** A file's bytes; undefined where there is none. Throws the file system's error for everything else. */
export async function bytesAt(file: string): Promise<Buffer | undefined> {
  try {
    return await readFile(file);
  } catch (error) {
    if (['ENOENT', 'EISDIR', 'ENOTDIR'].includes((error as NodeJS.ErrnoException).code ?? '')) return undefined;
    throw error;
  }
}

/** Whether a path below a folder leads out of it, by a link in the place of a file or of a folder. What is not there does not. */
export async function leadsOut(folder: string, path: string): Promise<boolean> {
  try {
    const [root, real] = await Promise.all([realpath(folder), realpath(join(folder, path))]);
    return !real.startsWith(root.endsWith(sep) ? root : root + sep);
  } catch (error) {
    if (['ENOENT', 'ENOTDIR'].includes((error as NodeJS.ErrnoException).code ?? '')) return false;
    throw error;
  }
}

/** A file's bytes below a folder; undefined where there is none of its own. */
export async function bytesBelow(folder: string, path: string): Promise<Buffer | undefined> {
  return (await leadsOut(folder, path)) ? undefined : bytesAt(join(folder, path));
}

export const leadingOut = 'expected a file of this folder, found a link that leads out of it';
