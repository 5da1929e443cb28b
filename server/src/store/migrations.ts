import { DataTypes, type QueryInterface } from 'sequelize';
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
];
