import { join } from 'node:path';
import { col, fn, literal, Op, QueryTypes, where as condition, type Transaction } from 'sequelize';
import {
  kitPath,
  settingsOf,
  usesOfDocument,
  type Asset,
  type EventType,
  type Project,
  type Settings,
  type StoredSettings,
  type Use,
} from '@undatio/core';
import { collectionLimits, listedCollections, type Collection } from '@undatio/core/internal';
import { Bin, binMark } from './bin.js';
import { openDatabase, type Database, type DocumentRow } from './database.js';
import { History, type Place } from './history.js';
import type { ReadHistory } from './historyFormat.js';
import { etagOf, stored, type StoredDocument } from './storedDocument.js';
import { DamagedDocument, storeErrorOf } from './storeError.js';

/** What a document asks of another, with who asks. */
export interface AskedUse extends Use {
  readonly fromCollection: Collection;
  readonly fromId: string;
}

/** How much a project holds, and when a document of it last changed. */
export interface Holdings {
  readonly changed: Date;
  readonly counts: Readonly<Record<Exclude<Collection, 'settings'>, number>>;
}

/** What became of a write that names the state it replaces. */
export type WriteResult = { readonly stored: StoredDocument } | { readonly missing: true } | { readonly stale: StoredDocument };

/** Whether an entity tag that a writer holds still names the stored state. */
export type Matches = (etag: string) => boolean;

/** Where a document of a project lies. */
interface DocumentPlace {
  readonly collection: Collection;
  readonly id: string;
}

const noCounts = Object.fromEntries(listedCollections.map((name) => [name, 0])) as Holdings['counts'];

/** A write to a project that is not there, or not any more. */
export class NoProject extends Error {
  constructor(project: string) {
    super(`there is no project "${project}"; nothing was stored`);
  }
}

/** More documents of a kind than a project holds. */
export class TooManyDocuments extends Error {
  constructor(
    readonly collection: Exclude<Collection, 'settings'>,
    /** How many there would be. */
    readonly count: number,
  ) {
    super(`expected at most ${collectionLimits[collection]} ${collection} in a project, found ${count}; nothing was stored`);
  }
}

/** What a check may ask before a write is made: nothing changes between its asking and the write. */
export interface ProjectReader {
  get(collection: Collection, id: string): Promise<StoredDocument | undefined>;
  /** Those of the named entities that are there. */
  all(collection: Use['collection'], ids: readonly string[]): Promise<(EventType | Asset)[]>;
  /** What other documents ask of one. */
  usesOf(collection: Collection, id: string): Promise<AskedUse[]>;
  /** The assets whose file lies where `file` does. */
  assetsAt(file: string): Promise<Asset[]>;
}

/** Throws what forbids a write; nothing is then stored. */
export type Check = (reader: ProjectReader) => Promise<void>;

/** One write of several that are made together. */
export interface OneOfMany {
  readonly collection: Collection;
  readonly id: string;
  /** Of the state that the writer holds; undefined when there was none. */
  readonly etag: string | undefined;
  /** Undefined to remove it. */
  readonly document: unknown;
  readonly check: Check;
}

export interface StaleOne {
  readonly collection: Collection;
  readonly id: string;
  /** What is stored; undefined when nothing is. */
  readonly current: StoredDocument | undefined;
}

export type ManyResult = { readonly etags: Readonly<Record<string, string>> } | { readonly stale: readonly StaleOne[] };

class Stale extends Error {
  constructor(readonly stale: readonly StaleOne[]) {
    super('stale');
  }
}

/** Hears of every write once it is stored: of which documents, as collection/id; undefined when the whole project changed. */
export type Listener = (project: string, keys: readonly string[] | undefined) => void;

/** SQLite takes only so many values in one statement. */
const rowsAtOnce = 500;

function* inPieces<T>(all: readonly T[]): Generator<T[]> {
  for (let i = 0; i < all.length; i += rowsAtOnce) yield all.slice(i, i + rowsAtOnce);
}

function idsByCollection(places: readonly DocumentPlace[]): Map<Collection, string[]> {
  const ids = new Map<Collection, string[]>();
  for (const { collection, id } of places) ids.set(collection, [...(ids.get(collection) ?? []), id]);
  return ids;
}

/** A reader that asks once for what is the same: many writes of one kind refer to the same few documents. */
function remembering(reader: ProjectReader): ProjectReader {
  const known = new Map<string, Promise<unknown>>();
  const once = <T>(key: string, ask: () => Promise<T>): Promise<T> => {
    const answer = (known.get(key) as Promise<T> | undefined) ?? ask();
    known.set(key, answer);
    return answer;
  };
  return {
    get: (collection, id) => once(`get ${collection}/${id}`, () => reader.get(collection, id)),
    all: (collection, ids) => once(`all ${collection}/${ids.join(',')}`, () => reader.all(collection, ids)),
    usesOf: (collection, id) => reader.usesOf(collection, id),
    assetsAt: (file) => reader.assetsAt(file),
  };
}

const nothingToCheck: Check = () => Promise.resolve();

/** Projects as versioned entities in SQLite. Every write is checked and made in one transaction, and durable when its promise resolves. */
export class DocumentStore {
  private queue: Promise<unknown> = Promise.resolve();
  private readonly listeners = new Set<Listener>();
  /** What was thrown away. */
  readonly bin: Bin;
  /** What documents were before. */
  readonly history: History;

  private constructor(
    private readonly database: Database,
    private readonly file: string,
  ) {
    this.history = new History(database);
    this.bin = new Bin(
      database,
      this.history,
      (project, work) => this.write(project, undefined, work),
      (work) => this.reported(work),
    );
  }

  /** Throws StoreError when the database cannot be used. */
  static async open(folder: string): Promise<DocumentStore> {
    return new DocumentStore(await openDatabase(folder), join(folder, 'undatio.sqlite'));
  }

  /** The same for who only reads: nothing is created or migrated. */
  static async openForReading(folder: string): Promise<DocumentStore> {
    return new DocumentStore(await openDatabase(folder, 'read'), join(folder, 'undatio.sqlite'));
  }

  /** Waits for the writes that were asked for, then closes. */
  async close(): Promise<void> {
    await this.queue;
    await this.database.close();
  }

  /** Tells `listener` of every write from now on, until what it returns is called. */
  onWritten(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async projects(): Promise<Settings[]> {
    const where = { collection: 'settings', project: { [Op.notLike]: `${binMark}%` } };
    const rows = await this.reported(this.database.documents.findAll({ where, order: ['createdAt'] }));
    return rows.map((row) => {
      const { order: _, ...settings } = stored(row).document as StoredSettings;
      return settings;
    });
  }

  /** How much each project holds, and when it last changed. */
  async holdings(): Promise<Map<string, Holdings>> {
    const { documents } = this.database;
    const rows = (await this.reported(
      documents.findAll({
        attributes: ['project', 'collection', [fn('COUNT', col('id')), 'count'], [fn('MAX', col('updatedAt')), 'changed']],
        group: ['project', 'collection'],
        raw: true,
      }),
    )) as unknown as { project: string; collection: Collection; count: number; changed: string }[];
    const held = new Map<string, Holdings>();
    for (const { project, collection, count, changed } of rows) {
      const before = held.get(project) ?? { changed: new Date(0), counts: noCounts };
      const at = new Date(changed);
      const counts = collection === 'settings' ? before.counts : { ...before.counts, [collection]: count };
      held.set(project, { counts, changed: at > before.changed ? at : before.changed });
    }
    return held;
  }

  /** Every entity of a project in its own order; empty when there is no such project. Throws DamagedDocument. */
  async entities(project: string): Promise<StoredDocument[]> {
    const rows = await this.reported(this.database.documents.findAll({ where: { project }, order: ['position'] }));
    return rows.map(stored);
  }

  /** Which entities a project has, in its own order. */
  async names(project: string): Promise<{ collection: Collection; id: string }[]> {
    const rows = await this.reported(
      this.database.documents.findAll({ where: { project }, attributes: ['collection', 'id'], order: ['position'], raw: true }),
    );
    return rows.map(({ collection, id }) => ({ collection: collection as Collection, id }));
  }

  async has(project: string): Promise<boolean> {
    return (await this.reported(this.database.documents.count({ where: { project, collection: 'settings', id: project } }))) > 0;
  }

  async get(project: string, collection: Collection, id: string): Promise<StoredDocument | undefined> {
    const row = await this.reported(this.database.documents.findOne({ where: { project, collection, id } }));
    return row ? stored(row) : undefined;
  }

  /** Adds an entity; undefined when its id is taken. Throws NoProject and TooManyDocuments. */
  create(
    project: string,
    collection: Collection,
    id: string,
    document: unknown,
    check = nothingToCheck,
  ): Promise<StoredDocument | undefined> {
    return this.write(project, [`${collection}/${id}`], async (transaction) => {
      const { documents } = this.database;
      await this.requireProject(project, transaction);
      if (await documents.findOne({ where: { project, collection, id }, transaction })) return undefined;
      await this.requireRoom(project, [collection], 1, transaction);
      await check(this.reader(project, transaction));
      const last = await documents.max<number | null, DocumentRow>('position', { where: { project }, transaction });
      const row = { project, collection, id, version: 1, position: (last ?? 0) + 1, body: JSON.stringify(document) };
      const made = await documents.create(row, { transaction });
      await this.keepUses(project, collection, id, document, transaction);
      await this.history.record({ project, collection, id }, undefined, document as object, transaction);
      return stored(made);
    });
  }

  /** Replaces the state that the writer holds. */
  replace(
    project: string,
    collection: Collection,
    id: string,
    matches: Matches,
    document: unknown,
    check = nothingToCheck,
  ): Promise<WriteResult> {
    return this.change(project, collection, id, matches, check, async (row, transaction) => {
      const before = storedOrNothing(row);
      const changed = await row.update({ version: row.version + 1, body: JSON.stringify(document) }, { transaction });
      await this.keepUses(project, collection, id, document, transaction);
      await this.history.record({ project, collection, id }, before, document as object, transaction);
      return stored(changed);
    });
  }

  /** Removes the state that the writer holds. */
  remove(project: string, collection: Collection, id: string, matches: Matches, check = nothingToCheck): Promise<WriteResult> {
    return this.change(project, collection, id, matches, check, async (row, transaction) => {
      const before = stored(row);
      await row.destroy({ transaction });
      await this.keepUses(project, collection, id, undefined, transaction);
      return before;
    });
  }

  /**
   * Makes several writes of one project as one: all of them, or none. Each is checked once all are made, so that what they ask
   * of one another is there. When any names a state that is no longer stored, all of those are told. Throws NoProject, unless the
   * project's settings are among the writes, and TooManyDocuments.
   */
  async writeTogether(project: string, writes: readonly OneOfMany[]): Promise<ManyResult> {
    try {
      const keys = writes.map(({ collection, id }) => `${collection}/${id}`);
      return await this.write(project, keys, async (transaction): Promise<ManyResult> => {
        // A new project comes with its settings, for example from a linked folder.
        const isNew = writes.some(({ collection, id, document }) => collection === 'settings' && id === project && document !== undefined);
        if (!isNew) await this.requireProject(project, transaction);
        const rows = await this.rowsOf(project, writes, transaction);
        const rowOf = ({ collection, id }: OneOfMany): DocumentRow | undefined => rows.get(`${collection}/${id}`);
        const stale = writes.flatMap((one): StaleOne[] => {
          const row = rowOf(one);
          if ((row ? etagOf(row) : undefined) === one.etag) return [];
          return [{ collection: one.collection, id: one.id, current: row && stored(row) }];
        });
        // Thrown, so that the transaction is rolled back whatever was made so far.
        if (stale.length > 0) throw new Stale(stale);
        await this.keepUsesOf(project, writes, transaction);
        const etags: Record<string, string> = {};
        const fresh = writes.filter((one) => one.document !== undefined && !rowOf(one));
        for (const one of writes) {
          const { collection, id, document } = one;
          const row = rowOf(one);
          if (!row) continue;
          if (document === undefined) {
            await row.destroy({ transaction });
            continue;
          }
          const place = { project, collection, id };
          await this.history.record(place, storedOrNothing(row), document as object, transaction);
          const now = await row.update({ version: row.version + 1, body: JSON.stringify(document) }, { transaction });
          etags[`${collection}/${id}`] = etagOf(now);
        }
        for (const made of await this.addAll(project, fresh, transaction)) etags[`${made.collection}/${made.id}`] = etagOf(made);
        const added = new Set(fresh.map(({ collection }) => collection));
        await this.requireRoom(project, added, 0, transaction);
        const reader = remembering(this.reader(project, transaction));
        for (const { check } of writes) await check(reader);
        return { etags };
      });
    } catch (error) {
      if (error instanceof Stale) return { stale: error.stale };
      throw error;
    }
  }

  /** Names one of a document's kept states, or takes its name away; false when there is none. */
  mark(place: Place, number: number, mark: string | undefined): Promise<boolean> {
    return this.write(undefined, undefined, (transaction) => this.history.mark(place, number, mark, transaction));
  }

  /** Puts an archived history in the place of a project's own. */
  replaceHistory(project: string, archived: ReadHistory): Promise<void> {
    return this.write(undefined, undefined, (transaction) => this.history.replace(project, archived, transaction));
  }

  private change(
    project: string,
    collection: Collection,
    id: string,
    matches: Matches,
    check: Check,
    make: (row: DocumentRow, transaction: Transaction) => Promise<StoredDocument>,
  ): Promise<WriteResult> {
    return this.write(project, [`${collection}/${id}`], async (transaction): Promise<WriteResult> => {
      const row = await this.database.documents.findOne({ where: { project, collection, id }, transaction });
      if (!row) return { missing: true };
      // A stale write is told before anything else: its own references may be out of date as well.
      if (!matches(etagOf(row))) return { stale: stored(row) };
      await check(this.reader(project, transaction));
      return { stored: await make(row, transaction) };
    });
  }

  /** Stores a whole new project, or nothing of it. False when its id is taken. */
  addProject(project: Project): Promise<boolean> {
    return this.write(project.id, undefined, async (transaction) => {
      const { id } = project;
      if (await this.settingsRow(id, transaction)) return false;
      // Documents without a project are what an earlier version stored while their project was thrown away.
      await this.database.documents.destroy({ where: { project: id }, transaction });
      await this.database.uses.destroy({ where: { project: id }, transaction });
      await this.insert(project, transaction);
      return true;
    });
  }

  /**
   * Copies a project under another id and name, row by row, without anything of it being read. Returns the copy's settings.
   * Throws NoProject where there is none to copy.
   */
  duplicate(project: string, id: string, label: string): Promise<Settings> {
    return this.write(id, undefined, async (transaction) => {
      const row = await this.settingsRow(project, transaction);
      if (!row) throw new NoProject(project);
      const settings = { ...(stored(row).document as StoredSettings), id, label };
      const now = new Date();
      const copied: readonly [sql: string, replacements: readonly (string | Date)[]][] = [
        [
          `INSERT INTO documents (project, collection, id, version, position, body, createdAt, updatedAt)
           SELECT ?, collection, id, 1, position, body, ?, ? FROM documents WHERE project = ? AND collection <> 'settings'`,
          [id, now, now, project],
        ],
        [
          `INSERT INTO uses (project, fromCollection, fromId, path, collection, id, need, field)
           SELECT ?, fromCollection, fromId, path, collection, id, need, field FROM uses WHERE project = ? ORDER BY number`,
          [id, project],
        ],
      ];
      for (const [sql, replacements] of copied) await this.database.sequelize.query(sql, { replacements: [...replacements], transaction });
      const { position } = row;
      const own = { project: id, collection: 'settings', id, version: 1, position, body: JSON.stringify(settings) };
      await this.database.documents.create(own, { transaction });
      const { order: _, ...told } = settings;
      return told;
    });
  }

  /** Stores a whole project in the place of the one that has its id. */
  replaceProject(project: Project): Promise<void> {
    return this.write(project.id, undefined, async (transaction) => {
      await this.database.documents.destroy({ where: { project: project.id }, transaction });
      await this.database.uses.destroy({ where: { project: project.id }, transaction });
      await this.insert(project, transaction);
    });
  }

  private async insert(project: Project, transaction: Transaction): Promise<void> {
    const { documents, uses } = this.database;
    const { id } = project;
    const of = (collection: Collection, list: readonly { id: string }[]) => list.map((entity) => ({ collection, entity }));
    const entities = [
      ...of('settings', [settingsOf(project)]),
      ...listedCollections.flatMap((collection) => of(collection, project[collection])),
    ];
    const rows = entities.map(({ collection, entity }, position) => ({
      project: id,
      collection,
      id: entity.id,
      version: 1,
      position,
      body: JSON.stringify(entity),
    }));
    const asked = entities.flatMap(({ collection, entity }) => useRows(id, collection, entity.id, entity));
    for (const piece of inPieces(rows)) await documents.bulkCreate(piece, { transaction });
    for (const piece of inPieces(asked)) await uses.bulkCreate(piece, { transaction });
  }

  private settingsRow(project: string, transaction: Transaction): Promise<DocumentRow | null> {
    return this.database.documents.findOne({ where: { project, collection: 'settings', id: project }, transaction });
  }

  /** Asked within the transaction of the write: a project that is thrown away meanwhile takes nothing with it that was acknowledged. */
  private async requireProject(project: string, transaction: Transaction): Promise<void> {
    if (!(await this.settingsRow(project, transaction))) throw new NoProject(project);
  }

  /** Throws TooManyDocuments where `more` documents of these kinds would be more than a project holds. */
  private async requireRoom(project: string, kinds: Iterable<Collection>, more: number, transaction: Transaction): Promise<void> {
    for (const collection of kinds) {
      if (collection === 'settings') continue;
      const count = (await this.database.documents.count({ where: { project, collection }, transaction })) + more;
      if (count > collectionLimits[collection]) throw new TooManyDocuments(collection, count);
    }
  }

  /** The rows of those documents that are there, by collection and id. */
  private async rowsOf(project: string, places: readonly DocumentPlace[], transaction: Transaction): Promise<Map<string, DocumentRow>> {
    const rows = new Map<string, DocumentRow>();
    for (const [collection, ids] of idsByCollection(places)) {
      for (const id of inPieces(ids)) {
        const found = await this.database.documents.findAll({ where: { project, collection, id: { [Op.in]: id } }, transaction });
        for (const row of found) rows.set(`${collection}/${row.id}`, row);
      }
    }
    return rows;
  }

  private async addAll(project: string, fresh: readonly OneOfMany[], transaction: Transaction): Promise<DocumentRow[]> {
    const { documents } = this.database;
    const last = await documents.max<number | null, DocumentRow>('position', { where: { project }, transaction });
    const rows = fresh.map(({ collection, id, document }, i) => ({
      project,
      collection,
      id,
      version: 1,
      position: (last ?? 0) + 1 + i,
      body: JSON.stringify(document),
    }));
    const made: DocumentRow[] = [];
    for (const piece of inPieces(rows)) made.push(...(await documents.bulkCreate(piece, { transaction })));
    await this.history.recordFresh(
      fresh.map(({ collection, id, document }) => ({ place: { project, collection, id }, state: document as object })),
      transaction,
    );
    return made;
  }

  /** What the documents of several writes ask of others, in the place of what they asked before. */
  private async keepUsesOf(project: string, writes: readonly OneOfMany[], transaction: Transaction): Promise<void> {
    const { uses } = this.database;
    for (const [fromCollection, ids] of idsByCollection(writes))
      for (const fromId of inPieces(ids))
        await uses.destroy({ where: { project, fromCollection, fromId: { [Op.in]: fromId } }, transaction });
    const asked = writes.flatMap(({ collection, id, document }) =>
      document === undefined ? [] : useRows(project, collection, id, document),
    );
    for (const piece of inPieces(asked)) await uses.bulkCreate(piece, { transaction });
  }

  private async keepUses(project: string, collection: Collection, id: string, document: unknown, transaction: Transaction): Promise<void> {
    const { uses } = this.database;
    await uses.destroy({ where: { project, fromCollection: collection, fromId: id }, transaction });
    const rows = document === undefined ? [] : useRows(project, collection, id, document);
    if (rows.length > 0) await uses.bulkCreate(rows, { transaction });
  }

  private reader(project: string, transaction: Transaction): ProjectReader {
    const { documents, uses } = this.database;
    return {
      get: async (collection, id) => {
        const row = await documents.findOne({ where: { project, collection, id }, transaction });
        return row ? stored(row) : undefined;
      },
      all: async (collection, ids) => {
        const rows = await documents.findAll({
          where: { project, collection, id: { [Op.in]: [...ids] } },
          order: ['position'],
          transaction,
        });
        return rows.map((row) => stored(row).document as EventType | Asset);
      },
      assetsAt: async (file) => {
        const place = kitPath(file);
        const files = [place, place.slice('assets/'.length)];
        const where = { project, collection: 'assets', [Op.and]: condition(literal("json_extract(body, '$.file')"), { [Op.in]: files }) };
        const rows = await documents.findAll({ where, order: ['position'], transaction });
        return rows.map((row) => stored(row).document as Asset);
      },
      usesOf: async (collection, id) =>
        (await uses.findAll({ where: { project, collection, id }, order: ['number'], raw: true, transaction })) as unknown as AskedUse[],
    };
  }

  /** Makes one write after another, each in a transaction of its own, so that none waits for the lock of another. */
  private write<T>(
    project: string | undefined,
    keys: readonly string[] | undefined,
    work: (transaction: Transaction) => Promise<T>,
  ): Promise<T> {
    const turn = async (): Promise<T> => {
      const result = await this.reported(this.database.writing(work));
      if (project !== undefined) for (const listener of this.listeners) listener(project, keys);
      return result;
    };
    const done = this.queue.then(turn, turn);
    this.queue = done.catch(() => undefined);
    return done;
  }

  /** Whether the database answers: told by the smallest of questions. */
  async answers(): Promise<void> {
    await this.reported(this.database.sequelize.query('SELECT 1', { type: QueryTypes.SELECT }));
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

function useRows(project: string, collection: Collection, id: string, document: unknown): (AskedUse & { project: string })[] {
  return usesOfDocument(collection, document).map((use) => ({ ...use, project, fromCollection: collection, fromId: id }));
}

/** A row's document; nothing where it is damaged: that it is written over is then no loss. */
function storedOrNothing(row: DocumentRow): object | undefined {
  try {
    return stored(row).document as object;
  } catch (error) {
    if (error instanceof DamagedDocument) return undefined;
    throw error;
  }
}
