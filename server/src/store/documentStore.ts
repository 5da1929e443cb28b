import { createHash } from 'node:crypto';
import { join } from 'node:path';
import type { Project, Settings } from '@undatio/core';
import { openDatabase, type Database, type DocumentRow } from './database.js';
import { storeErrorOf } from './storeError.js';

export const collections = ['settings', 'events', 'actors', 'assets', 'sequences'] as const;
export type Collection = (typeof collections)[number];

/** An entity as it was stored. */
export interface StoredDocument {
  readonly collection: Collection;
  readonly id: string;
  /** Strong entity tag, quotes included; another for every stored state. */
  readonly etag: string;
  readonly document: unknown;
}

/** What became of a write that names the state it replaces. */
export type WriteResult = { readonly stored: StoredDocument } | { readonly missing: true } | { readonly stale: StoredDocument };

/** Projects as versioned entities in SQLite. Writes are made one after another; each is durable when its promise resolves. */
export class DocumentStore {
  private queue: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly database: Database,
    private readonly file: string,
  ) {}

  /** Throws StoreError when the database cannot be used. */
  static async open(folder: string): Promise<DocumentStore> {
    return new DocumentStore(await openDatabase(folder), join(folder, 'undatio.sqlite'));
  }

  close(): Promise<void> {
    return this.database.close();
  }

  /** Runs `work` after every write asked for before it, so that what it reads is still true when it writes. */
  inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.queue.then(work, work);
    this.queue = turn.catch(() => undefined);
    return turn;
  }

  async projects(): Promise<Settings[]> {
    const rows = await this.reported(this.database.documents.findAll({ where: { collection: 'settings' }, order: ['createdAt'] }));
    return rows.map((row) => JSON.parse(row.body) as Settings);
  }

  /** Every entity of a project in its own order; empty when there is no such project. */
  async entities(project: string): Promise<StoredDocument[]> {
    const rows = await this.reported(this.database.documents.findAll({ where: { project }, order: ['position'] }));
    return rows.map(stored);
  }

  async get(project: string, collection: Collection, id: string): Promise<StoredDocument | undefined> {
    const row = await this.find(project, collection, id);
    return row ? stored(row) : undefined;
  }

  /** Adds an entity; undefined when its id is taken. */
  async create(project: string, collection: Collection, id: string, document: unknown): Promise<StoredDocument | undefined> {
    if (await this.find(project, collection, id)) return undefined;
    const last = await this.reported(this.database.documents.max<number | null, DocumentRow>('position', { where: { project } }));
    const row = { project, collection, id, version: 1, position: (last ?? 0) + 1, body: JSON.stringify(document) };
    return stored(await this.reported(this.database.documents.create(row)));
  }

  /** Replaces the state that `etag` names. */
  async replace(project: string, collection: Collection, id: string, etag: string, document: unknown): Promise<WriteResult> {
    const row = await this.find(project, collection, id);
    if (!row) return { missing: true };
    if (etagOf(row) !== etag) return { stale: stored(row) };
    // The version stands in the condition too: another process may share the file.
    const next = { version: row.version + 1, body: JSON.stringify(document) };
    const [changed] = await this.reported(
      this.database.documents.update(next, { where: { project, collection, id, version: row.version } }),
    );
    const now = await this.find(project, collection, id);
    if (!now) return { missing: true };
    return changed === 1 ? { stored: stored(now) } : { stale: stored(now) };
  }

  /** Removes the state that `etag` names. */
  async remove(project: string, collection: Collection, id: string, etag: string): Promise<WriteResult> {
    const row = await this.find(project, collection, id);
    if (!row) return { missing: true };
    if (etagOf(row) !== etag) return { stale: stored(row) };
    const removed = await this.reported(this.database.documents.destroy({ where: { project, collection, id, version: row.version } }));
    return removed === 1 ? { stored: stored(row) } : { missing: true };
  }

  /** Stores a whole new project, or nothing of it. False when its id is taken. */
  async addProject(project: Project): Promise<boolean> {
    if (await this.find(project.id, 'settings', project.id)) return false;
    const { id, label, conventions } = project;
    const entities: [Collection, { id: string }][] = [
      ['settings', { id, label, conventions } as Settings],
      ...collections
        .filter((collection) => collection !== 'settings')
        .flatMap((collection) => project[collection].map((entity): [Collection, { id: string }] => [collection, entity])),
    ];
    const rows = entities.map(([collection, entity], position) => ({
      project: id,
      collection,
      id: entity.id,
      version: 1,
      position,
      body: JSON.stringify(entity),
    }));
    // One statement, and so one transaction of SQLite's own.
    await this.reported(this.database.documents.bulkCreate(rows));
    return true;
  }

  private find(project: string, collection: Collection, id: string): Promise<DocumentRow | null> {
    return this.reported(this.database.documents.findOne({ where: { project, collection, id } }));
  }

  /** Turns what SQLite reports into a message for a person. */
  private async reported<T>(work: Promise<T>): Promise<T> {
    try {
      return await work;
    } catch (error) {
      throw storeErrorOf(error, this.file) ?? error;
    }
  }
}

function etagOf(row: DocumentRow): string {
  return `"${row.version}-${createHash('sha256').update(row.body).digest('hex').slice(0, 16)}"`;
}

function stored(row: DocumentRow): StoredDocument {
  return { collection: row.collection as Collection, id: row.id, etag: etagOf(row), document: JSON.parse(row.body) as unknown };
}

/** A project document put together from its entities; undefined when there is no such project. */
export function assembleProject(entities: readonly Pick<StoredDocument, 'collection' | 'document'>[]): unknown {
  const settings = entities.find(({ collection }) => collection === 'settings');
  if (!settings) return undefined;
  const all = (wanted: Collection): unknown[] => entities.filter(({ collection }) => collection === wanted).map(({ document }) => document);
  return {
    format: 1,
    ...(settings.document as Settings),
    events: all('events'),
    actors: all('actors'),
    assets: all('assets'),
    sequences: all('sequences'),
  };
}
