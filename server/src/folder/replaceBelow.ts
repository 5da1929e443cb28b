import { closeSync, constants, linkSync, openSync, readFileSync, renameSync, unlinkSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { refusedBelow } from '../files.js';
import { FolderError } from './folderError.js';
import { writeBeside } from './writeWhole.js';

/**
 * Puts `bytes` in the place of a file below a folder, or removes it where they are undefined, if it still holds what was read of
 * it: `before`, undefined for no file. False where somebody else changed it meanwhile; then nothing is changed here. The new
 * bytes are on the disk before the old ones are looked at a last time, so that nothing is waited for between look and change.
 * Throws FolderError where the way leads through a link.
 */
export async function replaceBelow(
  folder: string,
  path: string,
  before: Uint8Array | undefined,
  bytes: Uint8Array | undefined,
): Promise<boolean> {
  const parent = dirname(path);
  const refused = await refusedBelow(folder, parent === '.' ? '' : parent, 'folder');
  if (refused !== undefined) throw new FolderError(refused);
  const file = join(folder, path);
  const beside = bytes && (await writeBeside(file, bytes));
  try {
    if (!holds(file, before)) {
      if (beside !== undefined) await rm(beside, { force: true });
      return false;
    }
    if (beside === undefined) {
      if (before) unlinkSync(file);
    } else if (before) renameSync(beside, file);
    else {
      // Where there was none, one that somebody else put there in the last moment stays: a link takes nothing's place.
      linkSync(beside, file);
      unlinkSync(beside);
    }
    return true;
  } catch (error) {
    if (beside !== undefined) await rm(beside, { force: true }).catch(() => undefined);
    if (!before && (error as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw error;
  }
}

/** Whether a file holds these bytes; with undefined, whether there is no file. What is no file holds nothing to be lost. */
function holds(file: string, bytes: Uint8Array | undefined): boolean {
  let handle: number;
  try {
    handle = openSync(file, constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK);
  } catch {
    return bytes === undefined;
  }
  try {
    const now = readFileSync(handle);
    return bytes !== undefined && Buffer.compare(now, bytes) === 0;
  } catch {
    return bytes === undefined;
  } finally {
    closeSync(handle);
  }
}
