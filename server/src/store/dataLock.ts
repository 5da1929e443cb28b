import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import sqlite3 from 'sqlite3';
import { StoreError, storeErrorOf } from './storeError.js';

/**
 * Holds a data folder for one server. The lock is SQLite's own on a file beside the database: it ends with the process,
 * however that ends. Command lines may go on reading. Throws StoreError when another server has it.
 */
export async function lockData(folder: string): Promise<() => Promise<void>> {
  const file = join(folder, 'server.lock');
  await mkdir(folder, { recursive: true }).catch((error: unknown) => {
    throw storeErrorOf(error, file) ?? error;
  });
  const connection = await new Promise<sqlite3.Database>((done, fail) => {
    const opened: sqlite3.Database = new sqlite3.Database(file, (error) =>
      error ? fail(storeErrorOf(error, file) ?? error) : done(opened),
    );
  });
  const close = (): Promise<void> => new Promise((done) => connection.close(() => done()));
  connection.configure('busyTimeout', 0);
  try {
    await new Promise<void>((done, fail) => connection.exec('BEGIN EXCLUSIVE', (error) => (error ? fail(error) : done())));
  } catch (error) {
    await close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY')
      throw new StoreError('locked', `Another server runs on ${folder}; stop it, or set UNDATIO_DATA to another folder.`);
    throw storeErrorOf(error, file) ?? error;
  }
  return close;
}
