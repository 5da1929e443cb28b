import { mkdir, stat } from 'node:fs/promises';
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
  const stopLooking = keepLockFile(file, await numberOf(file), () => lockData(folder));
  return async () => {
    await (
      await stopLooking()
    )?.();
    await close();
  };
}

/** Milliseconds between looks whether the lock's file is still there. */
const lookPause = 1000;

/**
 * A lock on a file that was deleted keeps nobody out: as soon as that is seen, a new file is locked by `again`. Returns what ends
 * the looking and gives the way to release that second lock, where there is one.
 */
function keepLockFile(
  file: string,
  number: number | undefined,
  again: () => Promise<() => Promise<void>>,
): () => Promise<(() => Promise<void>) | undefined> {
  let second: Promise<(() => Promise<void>) | undefined> = Promise.resolve(undefined);
  const looking = setInterval(() => {
    void numberOf(file).then((now) => {
      if (now === number) return;
      clearInterval(looking);
      // Where another server was quicker, it has the data, and this one goes on with its own database connection.
      second = again().catch(() => undefined);
    });
  }, lookPause).unref();
  return () => {
    clearInterval(looking);
    return second;
  };
}

/** The number by which the file system tells a file from another at the same path; undefined where there is none. */
async function numberOf(file: string): Promise<number | undefined> {
  return stat(file).then(
    ({ ino }) => ino,
    () => undefined,
  );
}
