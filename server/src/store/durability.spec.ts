import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { gone, serveProcess, undatio, withFolder } from '../testing.js';
import { openDatabase } from './database.js';
import { DocumentStore } from './documentStore.js';
import { StoreError, storeErrorOf } from './storeError.js';

const path = '/api/projects/elytra-league/sequences/lance-light';

interface Progress {
  /** Number of the last write that the server acknowledged. */
  acknowledged: number;
  /** Number of the last write that was sent. */
  attempted: number;
}

/** Writes as fast as answers come, until the server dies. */
async function writeUntilKilled(address: string, progress: Progress): Promise<void> {
  const start = await fetch(address + path);
  let etag = start.headers.get('etag') ?? '';
  const document = (await start.json()) as object;
  try {
    for (;;) {
      progress.attempted++;
      const body = JSON.stringify({ ...document, note: `write ${progress.attempted}` });
      const response = await fetch(address + path, {
        method: 'PUT',
        headers: { 'Content-Type': 'application/json', 'If-Match': etag },
        body,
      });
      if (response.status !== 200) throw new Error(await response.text());
      etag = response.headers.get('etag') ?? '';
      progress.acknowledged = progress.attempted;
    }
  } catch (error) {
    // The connection breaks when the server is killed; an answer that refuses is a failure of the test.
    if (!(error instanceof TypeError)) throw error;
  }
}

describe('the store', () => {
  it('has every acknowledged write after being killed in the middle of saving, many times', async () => {
    await withFolder(async (folder) => {
      const progress: Progress = { acknowledged: 0, attempted: 0 };
      for (let round = 0; round < 6; round++) {
        const { child, address } = await serveProcess(folder);
        if (round > 0) {
          const { note } = (await (await fetch(address + path)).json()) as { note: string };
          const kept = Number(/^write (\d+)$/.exec(note)?.[1]);
          // The write under way may have been stored without its answer getting out; none before it may be missing.
          expect(kept).toBeGreaterThanOrEqual(progress.acknowledged);
          expect(kept).toBeLessThanOrEqual(progress.attempted);
        }
        const before = progress.acknowledged;
        const writing = writeUntilKilled(address, progress);
        while (progress.acknowledged < before + 3) await new Promise((done) => setTimeout(done, 5));
        await new Promise((done) => setTimeout(done, (round * 7) % 40));
        child.kill('SIGKILL');
        await gone(child);
        await writing;
      }
    });
  }, 120_000);

  it('says that the database is locked, and stores nothing', async () => {
    await withFolder(async (folder) => {
      const store = await DocumentStore.open(folder);
      const other = await openDatabase(folder);
      await other.sequelize.query('BEGIN EXCLUSIVE');
      try {
        await expectAsync(store.create('p', 'events', 'e', {})).toBeRejectedWithError(
          StoreError,
          /is locked by another program.*Nothing was stored/,
        );
      } finally {
        await other.sequelize.query('ROLLBACK');
      }
      expect(await store.get('p', 'events', 'e')).toBeUndefined();
      await other.close();
      await store.close();
    });
  }, 20_000);

  it('says that the database is read-only', async () => {
    await withFolder(async (folder) => {
      const database = await openDatabase(folder);
      // The same code that SQLite gives for a file without write permission, which nobody can take from root.
      await database.sequelize.query('PRAGMA query_only = ON');
      const error: unknown = await database.sequelize
        .query("INSERT INTO documents VALUES ('a', 'b', 'c', 1, 1, '', '', '')")
        .catch((reason: unknown) => reason);
      expect(storeErrorOf(error, 'undatio.sqlite')?.message).toContain('read-only. Nothing was stored');
      await database.close();
    });
  });

  it('does not start on a file that is no database, and says so in one line', async () => {
    await withFolder(async (folder) => {
      await writeFile(join(folder, 'undatio.sqlite'), 'not a database at all, but long enough to be read as a header of one'.repeat(4));
      const { code, err } = await undatio(['serve'], { UNDATIO_DATA: folder, PORT: '0' });
      expect(code).toBe(2);
      expect(err).toMatch(/^undatio serve: .*is not a database\. Move it away/);
    });
  });

  it('does not start on a locked file, and says so', async () => {
    await withFolder(async (folder) => {
      const other = await openDatabase(folder);
      // A database in WAL mode keeps readers in; the exclusive mode keeps everybody out.
      await other.sequelize.query('PRAGMA locking_mode = EXCLUSIVE');
      await other.sequelize.query('BEGIN EXCLUSIVE');
      const { code, err } = await undatio(['serve'], { UNDATIO_DATA: folder, PORT: '0' });
      expect(code).toBe(2);
      expect(err).toContain('is locked by another program');
      await other.close();
    });
  }, 20_000);

  it('says when the port is taken', async () => {
    await withFolder(async (folder) => {
      const { child, address } = await serveProcess(folder);
      const { code, err } = await undatio(['serve'], { UNDATIO_DATA: join(folder, 'other'), PORT: new URL(address).port });
      expect([code, err]).toEqual([2, jasmine.stringMatching(/the port \d+ on 127\.0\.0\.1 is taken/)]);
      child.kill('SIGTERM');
      await gone(child);
    });
  }, 20_000);
});
