import { createHash } from 'node:crypto';
import { constants } from 'node:fs';
import { lstat, open } from 'node:fs/promises';
import { join } from 'node:path';

/** SHA-256 in hexadecimal digits (FIPS 180-4): what bytes are found by. */
export function digestOf(bytes: Uint8Array | string): string {
  return createHash('sha256').update(bytes).digest('hex');
}

/** What lies at a path below a folder: bytes, or why there are none to be used. Undefined where there is nothing at all. */
export type Content = { readonly bytes: Buffer } | { readonly refused: string };

/**
 * Why a path below a folder may not be read, written or removed: something on the way to it is no folder, or it is no file of
 * its own. Links are never followed, wherever they lead: a checkout of somebody else's must not reach what is not in it. The
 * folder itself may be a link, since the person named it. Undefined where the way is free, whether or not something is there.
 */
export async function refusedBelow(folder: string, path: string, last: 'file' | 'folder' = 'file'): Promise<string | undefined> {
  const steps = path === '' ? [] : path.split('/');
  for (const i of steps.keys()) {
    const within = steps.slice(0, i + 1).join('/');
    const found = await lstat(join(folder, within)).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return undefined;
      throw error;
    });
    if (!found) return undefined;
    const wanted = i === steps.length - 1 ? last : 'folder';
    const is = found.isSymbolicLink() ? 'link' : found.isFile() ? 'file' : found.isDirectory() ? 'folder' : 'special file';
    if (is === wanted) continue;
    return `expected a ${wanted}, found the ${is} "${within}"${is === 'link' ? '; links are not followed' : ''}`;
  }
  return undefined;
}

/** What lies at a path below a folder, through no link. Never waits for a writer, as reading a pipe would. */
export async function contentBelow(folder: string, path: string): Promise<Content | undefined> {
  const refused = await refusedBelow(folder, path);
  if (refused !== undefined) return { refused };
  try {
    const handle = await open(join(folder, path), constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK);
    try {
      return { bytes: await handle.readFile() };
    } finally {
      await handle.close();
    }
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return undefined;
    throw error;
  }
}

/** A file's bytes below a folder; undefined where there is none of its own. */
export async function bytesBelow(folder: string, path: string): Promise<Buffer | undefined> {
  const content = await contentBelow(folder, path);
  return content && 'bytes' in content ? content.bytes : undefined;
}
