import { Op, type Transaction } from 'sequelize';
import type { Settings } from '@undatio/core';
import type { BinRow, Database } from './database.js';
import type { History } from './history.js';
import { stored } from './storedDocument.js';

/** A project in the bin. */
export interface BinEntry {
  readonly key: string;
  /** The id that it had, and will have again. */
  readonly project: string;
  readonly label: string;
  readonly since: Date;
}

/** Begins the keys of what lies in the bin; no project's id holds it. */
export const binMark = '~';
/** How long the bin keeps a project. */
export const binDays = 30;

/** What was thrown away before this instant is forgotten. */
export function forgottenBefore(now: Date): Date {
  return new Date(now.getTime() - binDays * 24 * 3600 * 1000);
}

/** The project that a key in the bin was made from. */
function projectOf(key: string): string {
  return key.slice(key.lastIndexOf(binMark) + 1);
}

/** Projects that were thrown away: their documents lie under a key that no project can have, until they are taken back or forgotten. */
export class Bin {
  /** `write` makes a change of a project in a transaction; `reported` turns what SQLite reports into a message for a person. */
  constructor(
    private readonly database: Database,
    private readonly history: History,
    private readonly write: <T>(project: string | undefined, work: (transaction: Transaction) => Promise<T>) => Promise<T>,
    private readonly reported: <T>(work: Promise<T>) => Promise<T>,
  ) {}

  /** Puts a project into the bin; undefined when there is none. */
  throwAway(project: string, now: Date): Promise<BinEntry | undefined> {
    return this.write(project, async (transaction) => {
      const { bin, documents } = this.database;
      const row = await documents.findOne({ where: { project, collection: 'settings' }, transaction });
      if (!row) return undefined;
      const { label } = stored(row).document as Settings;
      const others = await bin.count({ where: { project }, transaction });
      const taken = new Set((await bin.findAll({ where: { project }, transaction })).map(({ key }) => key));
      let n = others;
      while (taken.has(`${binMark}${n}${binMark}${project}`)) n++;
      const entry = { key: `${binMark}${n}${binMark}${project}`, project, label, since: now };
      await this.move(project, entry.key, transaction);
      await bin.create(entry, { transaction });
      return entry;
    });
  }

  /** What lies in the bin, the newest first. */
  async list(): Promise<BinEntry[]> {
    const rows = await this.reported(this.database.bin.findAll({ order: [['since', 'DESC']] }));
    return rows.map(({ key, project, label, since }) => ({ key, project, label, since }));
  }

  /** Takes a project back out of the bin: its id, or why not. */
  takeBack(key: string): Promise<{ readonly id: string } | { readonly missing: true } | { readonly taken: string }> {
    return this.write(projectOf(key), async (transaction) => {
      const { bin, documents } = this.database;
      const row = await bin.findOne({ where: { key }, transaction });
      if (!row) return { missing: true };
      const { project } = row;
      if (await documents.findOne({ where: { project, collection: 'settings' }, transaction })) return { taken: project };
      await this.joinLeftovers(project, key, transaction);
      await this.move(key, row.project, transaction);
      await row.destroy({ transaction });
      return { id: row.project };
    });
  }

  /** Forgets for good what was thrown away before `before`. */
  empty(before: Date): Promise<void> {
    return this.write(undefined, async (transaction) => {
      const old = await this.database.bin.findAll({ where: { since: { [Op.lt]: before } }, transaction });
      for (const row of old) await this.destroy(row, transaction);
    });
  }

  /** Forgets one thing in the bin for good; false when it is not there. */
  forget(key: string): Promise<boolean> {
    return this.write(undefined, async (transaction) => {
      const row = await this.database.bin.findOne({ where: { key }, transaction });
      if (row) await this.destroy(row, transaction);
      return row !== null;
    });
  }

  private async destroy(row: BinRow, transaction: Transaction): Promise<void> {
    await this.database.documents.destroy({ where: { project: row.key }, transaction });
    await this.database.uses.destroy({ where: { project: row.key }, transaction });
    await this.history.forget(row.key, transaction);
    await row.destroy({ transaction });
  }

  /**
   * Documents of a project that is not there were stored while it was thrown away, by a version that let them: they go with the
   * project that comes back, but for those of which it has its own.
   */
  private async joinLeftovers(project: string, key: string, transaction: Transaction): Promise<void> {
    const { documents, uses } = this.database;
    for (const { collection, id } of await documents.findAll({ where: { project }, transaction })) {
      if (!(await documents.findOne({ where: { project: key, collection, id }, transaction }))) continue;
      await documents.destroy({ where: { project, collection, id }, transaction });
      await uses.destroy({ where: { project, fromCollection: collection, fromId: id }, transaction });
    }
  }

  private async move(from: string, to: string, transaction: Transaction): Promise<void> {
    const { documents, uses } = this.database;
    // What it holds is not changed by where it lies.
    await documents.update({ project: to }, { where: { project: from }, silent: true, transaction });
    await uses.update({ project: to }, { where: { project: from }, transaction });
    await this.history.move(from, to, transaction);
  }
}
