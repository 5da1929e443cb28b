import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { kitPath, type Asset } from '@undatio/core';
import { documentFile } from '@undatio/core/internal';
import { bytesAt, digestOf } from '../files.js';
import { canonical, placeOf } from './folderFiles.js';
import { writeWhole } from './projectFolder.js';
import type { Sides, SidesParts } from './sides.js';

/** Puts the studio's state of a document into the folder, with the bytes of an asset; each file is whole at any time. */
export async function writeStudioSide(parts: SidesParts, { key, inFolder, inStudio }: Sides): Promise<void> {
  const { collection, id } = placeOf(key);
  const file = join(parts.folder, documentFile(collection, id));
  if (inStudio) {
    // Bytes come before the document that names them.
    if (collection === 'assets') await writeBytes(parts, inStudio.document as Asset);
    await writeWhole(file, Buffer.from(canonical(inStudio.document)));
    return;
  }
  await rm(file, { force: true });
  if (collection === 'assets' && inFolder.type === 'document') await removeBytes(parts, inFolder.document as Asset);
}

async function writeBytes({ folder, assets }: SidesParts, { file, sha256 }: Asset): Promise<void> {
  const place = join(folder, kitPath(file));
  const there = await bytesAt(place);
  if (there && digestOf(there) === sha256) return;
  const bytes = await assets.read(sha256);
  if (bytes) await writeWhole(place, bytes);
}

/** Of an asset that is gone, unless another one has the same file. */
async function removeBytes({ folder, project, documents }: SidesParts, { file }: Asset): Promise<void> {
  const path = kitPath(file);
  const stored = await documents.entities(project);
  if (stored.some(({ collection, document }) => collection === 'assets' && kitPath((document as Asset).file) === path)) return;
  await rm(join(folder, path), { force: true });
}
