import { mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import {
  DataTypes,
  Sequelize,
  Transaction,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
} from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import { migrations } from './migrations.js';
import { StoreError, storeErrorOf } from './storeError.js';

/** One entity of a project as a row. */
export interface DocumentRow extends Model<InferAttributes<DocumentRow>, InferCreationAttributes<DocumentRow>> {
  project: string;
  collection: string;
  id: string;
  version: number;
  position: number;
  body: string;
  createdAt: CreationOptional<Date>;
  updatedAt: CreationOptional<Date>;
}

/** What one entity asks of another, as a row. */
export interface UseRow extends Model<InferAttributes<UseRow>, InferCreationAttributes<UseRow>> {
  number: CreationOptional<number>;
  project: string;
  fromCollection: string;
  fromId: string;
  path: string;
  collection: string;
  id: string;
  need: string;
  field: string;
}

/** A project that was thrown away, as a row. */
export interface BinRow extends Model<InferAttributes<BinRow>, InferCreationAttributes<BinRow>> {
  /** What its documents lie under now. */
  key: string;
  project: string;
  label: string;
  since: Date;
}

/** One kept state of a document, as a row. */
export interface HistoryRow extends Model<InferAttributes<HistoryRow>, InferCreationAttributes<HistoryRow>> {
  /** In the order in which they were stored, over all documents. */
  number: CreationOptional<number>;
  project: string;
  collection: string;
  id: string;
  at: Date;
  /** Whether the body is the whole state; otherwise it is what turns the one before into it. */
  whole: boolean;
  /** States since the last whole one. */
  since: number;
  /** Of the state, by which it is known again. */
  digest: string;
  body: string;
  words: string;
  mark: string | null;
}

export interface Database {
  readonly sequelize: Sequelize;
  readonly documents: ModelStatic<DocumentRow>;
  readonly uses: ModelStatic<UseRow>;
  readonly bin: ModelStatic<BinRow>;
  readonly history: ModelStatic<HistoryRow>;
  /** Runs `work` in one transaction that holds the right to write from its beginning. */
  writing<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/**
 * Opens the database in `folder`; to write, creates and migrates it where needed.
 * Throws StoreError when the file is locked, read-only, not there to be read, or not a database.
 */
export async function openDatabase(folder: string, purpose: 'write' | 'read' = 'write'): Promise<Database> {
  const file = join(folder, 'undatio.sqlite');
  const mode = purpose === 'read' ? { dialectOptions: { mode: sqlite3.OPEN_READONLY } } : {};
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: file, logging: false, retry: { max: 1 }, ...mode });
  // Each transaction has a connection of its own: it waits out a passing lock, and a write is on disk before it is acknowledged.
  sequelize.addHook('afterConnect', async (connection) => {
    await pragma(connection as sqlite3.Database, 'busy_timeout = 2000');
    if (purpose === 'write') await pragma(connection as sqlite3.Database, 'synchronous = FULL');
  });
  let inode: number;
  try {
    if (purpose === 'write') {
      await mkdir(folder, { recursive: true });
      await refuseFolder(file);
      await sequelize.query('PRAGMA journal_mode = WAL');
      await new Umzug({
        migrations,
        context: sequelize.getQueryInterface(),
        storage: new SequelizeStorage({ sequelize }),
        logger: undefined,
      }).up();
    }
    inode = (await stat(file)).ino;
  } catch (error) {
    await sequelize.close().catch(() => undefined);
    throw storeErrorOf(error, file) ?? new StoreError('unusable', `The database ${file} cannot be opened: ${(error as Error).message}`);
  }
  return {
    sequelize,
    documents: defineDocuments(sequelize),
    uses: defineUses(sequelize),
    bin: defineBin(sequelize),
    history: defineHistory(sequelize),
    writing: async (work) => {
      const done = await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work);
      // What is written into a file that has been taken away is lost with the process.
      const now = await stat(file).catch(() => undefined);
      if (now?.ino !== inode)
        throw new StoreError('unusable', `The database ${file} was taken away while the server runs. Nothing was stored; start it again.`);
      return done;
    },
    close: () => sequelize.close(),
  };
}

/** SQLite's own word for a folder in the place of its file ends the process. */
async function refuseFolder(file: string): Promise<void> {
  const found = await stat(file).catch(() => undefined);
  if (found?.isDirectory()) throw Object.assign(new Error(`${file} is a folder`), { code: 'EISDIR' });
}

function pragma(connection: sqlite3.Database, setting: string): Promise<void> {
  return new Promise((done, fail) => connection.run(`PRAGMA ${setting}`, (error: Error | null) => (error ? fail(error) : done())));
}

function defineDocuments(sequelize: Sequelize): ModelStatic<DocumentRow> {
  return sequelize.define<DocumentRow>(
    'document',
    {
      project: { type: DataTypes.STRING, primaryKey: true },
      collection: { type: DataTypes.STRING, primaryKey: true },
      id: { type: DataTypes.STRING, primaryKey: true },
      version: { type: DataTypes.INTEGER, allowNull: false },
      position: { type: DataTypes.INTEGER, allowNull: false },
      body: { type: DataTypes.TEXT, allowNull: false },
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { tableName: 'documents' },
  );
}

function defineUses(sequelize: Sequelize): ModelStatic<UseRow> {
  return sequelize.define<UseRow>(
    'use',
    {
      number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      project: { type: DataTypes.STRING, allowNull: false },
      fromCollection: { type: DataTypes.STRING, allowNull: false },
      fromId: { type: DataTypes.STRING, allowNull: false },
      path: { type: DataTypes.STRING, allowNull: false },
      collection: { type: DataTypes.STRING, allowNull: false },
      id: { type: DataTypes.STRING, allowNull: false },
      need: { type: DataTypes.STRING, allowNull: false },
      field: { type: DataTypes.STRING, allowNull: false },
    },
    { tableName: 'uses', timestamps: false },
  );
}

function defineBin(sequelize: Sequelize): ModelStatic<BinRow> {
  return sequelize.define<BinRow>(
    'bin',
    {
      key: { type: DataTypes.STRING, primaryKey: true },
      project: { type: DataTypes.STRING, allowNull: false },
      label: { type: DataTypes.STRING, allowNull: false },
      since: { type: DataTypes.DATE, allowNull: false },
    },
    { tableName: 'bin', timestamps: false },
  );
}

function defineHistory(sequelize: Sequelize): ModelStatic<HistoryRow> {
  return sequelize.define<HistoryRow>(
    'history',
    {
      number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      project: { type: DataTypes.STRING, allowNull: false },
      collection: { type: DataTypes.STRING, allowNull: false },
      id: { type: DataTypes.STRING, allowNull: false },
      at: { type: DataTypes.DATE, allowNull: false },
      whole: { type: DataTypes.BOOLEAN, allowNull: false },
      since: { type: DataTypes.INTEGER, allowNull: false },
      digest: { type: DataTypes.STRING, allowNull: false },
      body: { type: DataTypes.TEXT, allowNull: false },
      words: { type: DataTypes.TEXT, allowNull: false },
      mark: { type: DataTypes.STRING, allowNull: true },
    },
    { tableName: 'history', timestamps: false },
  );
}
