import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import {
  DataTypes,
  Sequelize,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
} from 'sequelize';
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

export interface Database {
  readonly sequelize: Sequelize;
  readonly documents: ModelStatic<DocumentRow>;
  close(): Promise<void>;
}

/**
 * Opens (and where needed creates and migrates) the database in `folder`.
 * Throws StoreError when the file is locked, read-only or not a database.
 */
export async function openDatabase(folder: string): Promise<Database> {
  const file = join(folder, 'undatio.sqlite');
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: file, logging: false, retry: { max: 1 } });
  try {
    await mkdir(folder, { recursive: true });
    // Waits out a passing lock, then reports it; a write is on disk before it is acknowledged.
    await sequelize.query('PRAGMA busy_timeout = 2000');
    await sequelize.query('PRAGMA journal_mode = WAL');
    await sequelize.query('PRAGMA synchronous = FULL');
    await new Umzug({
      migrations,
      context: sequelize.getQueryInterface(),
      storage: new SequelizeStorage({ sequelize }),
      logger: undefined,
    }).up();
  } catch (error) {
    await sequelize.close();
    throw storeErrorOf(error, file) ?? new StoreError('unusable', `The database ${file} cannot be opened: ${(error as Error).message}`);
  }
  return { sequelize, documents: defineDocuments(sequelize), close: () => sequelize.close() };
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
