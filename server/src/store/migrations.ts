import { usesOfDocument } from '@undatio/core';
import type { Collection } from '@undatio/core/internal';
import { DataTypes, QueryTypes, type QueryInterface } from 'sequelize';
import type { RunnableMigration } from 'umzug';

/** Every change to the tables, in order. A migration that has landed is never edited. */
export const migrations: RunnableMigration<QueryInterface>[] = [
  {
    name: '001-documents',
    async up({ context }) {
      await context.createTable('documents', {
        project: { type: DataTypes.STRING, primaryKey: true },
        collection: { type: DataTypes.STRING, primaryKey: true },
        id: { type: DataTypes.STRING, primaryKey: true },
        version: { type: DataTypes.INTEGER, allowNull: false },
        position: { type: DataTypes.INTEGER, allowNull: false },
        body: { type: DataTypes.TEXT, allowNull: false },
        createdAt: { type: DataTypes.DATE, allowNull: false },
        updatedAt: { type: DataTypes.DATE, allowNull: false },
      });
    },
    async down({ context }) {
      await context.dropTable('documents');
    },
  },
  {
    // What each document asks of others, so that a write need not read the whole project.
    name: '002-uses',
    async up({ context }) {
      await context.createTable('uses', {
        number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        project: { type: DataTypes.STRING, allowNull: false },
        fromCollection: { type: DataTypes.STRING, allowNull: false },
        fromId: { type: DataTypes.STRING, allowNull: false },
        path: { type: DataTypes.STRING, allowNull: false },
        collection: { type: DataTypes.STRING, allowNull: false },
        id: { type: DataTypes.STRING, allowNull: false },
        need: { type: DataTypes.STRING, allowNull: false },
        field: { type: DataTypes.STRING, allowNull: false },
      });
      await context.addIndex('uses', ['project', 'fromCollection', 'fromId']);
      await context.addIndex('uses', ['project', 'collection', 'id']);
      await context.addIndex('documents', ['project', 'position']);
      await storeUses(context, ['sequences', 'actors']);
    },
    async down({ context }) {
      await context.dropTable('uses');
    },
  },
  {
    // Projects thrown away: their documents stay under a key that no project can have.
    name: '003-bin',
    async up({ context }) {
      await context.createTable('bin', {
        key: { type: DataTypes.STRING, primaryKey: true },
        project: { type: DataTypes.STRING, allowNull: false },
        label: { type: DataTypes.STRING, allowNull: false },
        since: { type: DataTypes.DATE, allowNull: false },
      });
    },
    async down({ context }) {
      await context.dropTable('bin');
    },
  },
  {
    // Every stored state of what is tuned, as what changed.
    name: '004-history',
    async up({ context }) {
      await context.createTable('history', {
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
      });
      await context.addIndex('history', ['project', 'collection', 'id', 'number']);
    },
    async down({ context }) {
      await context.dropTable('history');
    },
  },
  {
    // Expectations of drills are references too, so the references of all stored drills are collected again.
    name: '005-uses-of-expectations',
    async up({ context }) {
      await context.bulkDelete('uses', { fromCollection: 'drills' });
      await storeUses(context, ['drills']);
    },
    async down() {
      // An older version ignores the additional references.
    },
  },
];

/** Stores the references of all documents in some collections. */
async function storeUses(context: QueryInterface, collections: readonly Collection[]): Promise<void> {
  const rows = await context.sequelize.query<{ project: string; collection: string; id: string; body: string }>(
    'SELECT project, collection, id, body FROM documents WHERE collection IN (:collections)',
    { type: QueryTypes.SELECT, replacements: { collections } },
  );
  for (const { project, collection, id, body } of rows) {
    const uses = usesIn(collection, body).map((use) => ({ ...use, project, fromCollection: collection, fromId: id }));
    if (uses.length > 0) await context.bulkInsert('uses', uses);
  }
}

/** What a stored document asks of others; a damaged one asks nothing. */
function usesIn(collection: string, body: string): object[] {
  try {
    const document: unknown = JSON.parse(body);
    return usesOfDocument(collection as Collection, document);
  } catch {
    return [];
  }
}
