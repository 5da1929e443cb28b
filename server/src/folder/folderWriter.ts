import { kitPath, type Asset } from '@undatio/core';
import { documentFile } from '@undatio/core/internal';
import { bytesBelow, digestOf } from '../files.js';
import { canonical, placeOf } from './folderFiles.js';
import { replaceBelow } from './replaceBelow.js';
import type { Sides, SidesParts } from './sides.js';

/**
 * Puts the studio's state of a document into the folder, with the bytes of an asset; each file is whole at any time. False where
 * a file is no longer as `now` read it: then it is left as it is. Throws FolderError where a link is in the way.
 */
export async function writeStudioSide(parts: SidesParts, { key, inStudio }: Sides, now: Sides): Promise<boolean> {
  const { collection, id } = placeOf(key);
  const path = documentFile(collection, id);
  const { inFolder } = now;
  const there = inFolder.type === 'absent' ? undefined : inFolder.bytes;
  if (inStudio) {
    // Bytes come before the document that names them.
    if (collection === 'assets' && !(await writeBytes(parts, inStudio.document as Asset))) return false;
    return replaceBelow(parts.folder, path, there, Buffer.from(canonical(inStudio.document)));
  }
  if (!(await replaceBelow(parts.folder, path, there, undefined))) return false;
  if (collection === 'assets' && inFolder.type === 'document') await removeBytes(parts, inFolder.document as Asset);
  return true;
}

async function writeBytes({ folder, assets }: SidesParts, { file, sha256 }: Asset): Promise<boolean> {
  const path = kitPath(file);
  const there = await bytesBelow(folder, path);
  if (there && digestOf(there) === sha256) return true;
  const bytes = await assets.read(sha256);
  return bytes ? replaceBelow(folder, path, there, bytes) : true;
}

/** Of an asset that is gone, unless another one has the same file, or the file is another by now. */
async function removeBytes({ folder, project, documents }: SidesParts, { file, sha256 }: Asset): Promise<void> {
  const path = kitPath(file);
  const stored = await documents.entities(project);
  if (stored.some(({ collection, document }) => collection === 'assets' && kitPath((document as Asset).file) === path)) return;
  const there = await bytesBelow(folder, path);
  if (there && digestOf(there) === sha256) await replaceBelow(folder, path, there, undefined);
}
