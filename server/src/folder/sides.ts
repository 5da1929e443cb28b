import { documentSchemas } from '@undatio/core';
import { documentFile } from '@undatio/core/internal';
import { digestOf } from '../files.js';
import type { AssetStore } from '../store/assetStore.js';
import type { DocumentStore } from '../store/documentStore.js';
import type { StoredDocument } from '../store/storedDocument.js';
import { canonical, keyOf, placeOf, readFolderSide, type FolderSide, type Key } from './folderFiles.js';

/** One document on its two sides, each with a digest of its content; undefined where it is not there. */
export interface Sides {
  readonly key: Key;
  readonly inFolder: FolderSide;
  readonly inStudio: StoredDocument | undefined;
  readonly folder: string | undefined;
  readonly studio: string | undefined;
}

/** More documents than this are read from the store all at once. */
const fewDocuments = 50;
/** Files that are read, or written, side by side. */
export const atOnce = 24;

/** Where both sides are read from. */
export interface SidesParts {
  readonly folder: string;
  readonly project: string;
  readonly documents: DocumentStore;
  readonly assets: AssetStore;
}

/** Reads documents from the folder and from the store. */
export async function readSides({ folder, project, documents, assets }: SidesParts, keys: readonly Key[]): Promise<Sides[]> {
  const all = keys.length > fewDocuments ? await documents.entities(project) : undefined;
  const stored = new Map(all?.map((one) => [keyOf(one.collection, one.id), one]));
  const sideOf = async (key: Key): Promise<Sides> => {
    const { collection, id } = placeOf(key);
    const inFolder = await readFolderSide(folder, documentFile(collection, id), key, (sha256) => assets.has(sha256));
    const inStudio = asNow(all ? stored.get(key) : await documents.get(project, collection, id));
    return { key, inFolder, inStudio, folder: digestIn(inFolder), studio: inStudio && digestOf(canonical(inStudio.document)) };
  };
  const sides: Sides[] = [];
  for (let i = 0; i < keys.length; i += atOnce) sides.push(...(await Promise.all(keys.slice(i, i + atOnce).map(sideOf))));
  return sides;
}

function digestIn(side: FolderSide): string | undefined {
  if (side.type === 'absent') return undefined;
  return side.type === 'unusable' ? side.digest : digestOf(canonical(side.document));
}

/** A stored document as it would be stored today: with the properties of its schema, in their order. */
function asNow(stored: StoredDocument | undefined): StoredDocument | undefined {
  if (!stored) return undefined;
  const parsed = documentSchemas[stored.collection]().safeParse(stored.document);
  return parsed.success ? { ...stored, document: parsed.data } : stored;
}
