import type { Collection } from '@undatio/core/internal';
import { digestOf } from '../files.js';
import type { DocumentRow } from './database.js';
import { DamagedDocument } from './storeError.js';

/** An entity as it was stored. */
export interface StoredDocument {
  readonly collection: Collection;
  readonly id: string;
  /** Strong entity tag, quotes included; another for every stored state. */
  readonly etag: string;
  readonly document: unknown;
}

/** Strong entity tag of a stored state. */
export function etagOf(row: DocumentRow): string {
  return `"${row.version}-${digestOf(row.body).slice(0, 16)}"`;
}

/** A row as the entity that it holds. Throws DamagedDocument. */
export function stored(row: DocumentRow): StoredDocument {
  const collection = row.collection as Collection;
  let document: unknown;
  try {
    document = JSON.parse(row.body);
  } catch {
    throw DamagedDocument.of(row.project, collection, row.id);
  }
  return { collection, id: row.id, etag: etagOf(row), document };
}
