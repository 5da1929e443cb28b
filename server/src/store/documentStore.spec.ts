import { createHash } from 'node:crypto';
import { readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readProject, type Project } from '@undatio/core';
import { kitFiles } from '../kitArchive.js';
import { readSavedProject } from '../savedProject.js';
import { withFolder } from '../testing.js';
import { AssetStore } from './assetStore.js';
import { openDatabase } from './database.js';
import { DocumentStore, NoProject, TooManyDocuments, type OneOfMany } from './documentStore.js';
import { restoreDemo, seedDemo } from './seed.js';

async function withStore(work: (documents: DocumentStore, assets: AssetStore, folder: string) => Promise<void>): Promise<void> {
  await withFolder(async (folder) => {
    const [documents, assets] = [await DocumentStore.open(folder), await AssetStore.open(folder)];
    try {
      await work(documents, assets, folder);
    } finally {
      await documents.close();
    }
  });
}

function smallProject(id: string, sequences: number): Project {
  const { project } = readProject({
    format: 1,
    id,
    label: id,
    events: [{ id: 'hit', label: 'Hit', fields: [] }],
    actors: [],
    assets: [],
    sequences: Array.from({ length: sequences }, (_, i) => ({
      id: `blow-${i}`,
      label: `Blow ${i}`,
      event: 'hit',
      effects: [
        { kind: 'flash', id: 'flash' },
        { kind: 'hit-stop', id: 'stop' },
      ],
    })),
  });
  if (!project) throw new Error('the small project cannot be read');
  return project;
}

describe('a database of an older version', () => {
  it('gets the references of its drills when it is opened', async () => {
    await withFolder(async (folder) => {
      const documents = await DocumentStore.open(folder);
      const assets = await AssetStore.open(folder);
      await restoreDemo(documents, assets);
      await documents.close();
      // Older versions did not store references of expectations.
      const before = await openDatabase(folder);
      const asked = async (): Promise<number> => before.uses.count({ where: { fromCollection: 'drills' } });
      const all = await asked();
      await before.sequelize.query("DELETE FROM uses WHERE fromCollection = 'drills' AND path LIKE 'expectations%'");
      expect(await asked()).toBeLessThan(all);
      await before.sequelize.query("DELETE FROM SequelizeMeta WHERE name = '005-uses-of-expectations'");
      await before.close();
      const after = await openDatabase(folder);
      expect(await after.uses.count({ where: { fromCollection: 'drills' } })).toBe(all);
      await after.close();
    });
  });
});

describe('an empty store', () => {
  it('is seeded with the demo once, its files with it', async () => {
    await withStore(async (documents, assets, folder) => {
      expect(await seedDemo(documents, assets)).toBeTrue();
      const [demo] = await documents.projects();
      expect(demo.id).toBe('elytra-league');
      const stored = (await documents.entities(demo.id)).filter(({ collection }) => collection === 'assets');
      expect(stored.length).toBeGreaterThan(50);
      for (const { document } of stored) {
        const { sha256 } = document as { sha256: string };
        const bytes = await assets.read(sha256);
        expect(
          createHash('sha256')
            .update(bytes ?? '')
            .digest('hex'),
        ).toBe(sha256);
      }
      const [{ document }] = stored;
      const file = join(folder, 'assets', (document as { sha256: string }).sha256);
      const { mtimeMs } = await stat(file);
      expect(await seedDemo(documents, assets)).toBeFalse();
      await restoreDemo(documents, assets);
      expect((await documents.projects()).length).toBe(1);
      // What is here already is not written again.
      expect((await stat(file)).mtimeMs).toBe(mtimeMs);
    });
  });

  it('is not seeded when it holds a project', async () => {
    await withStore(async (documents, assets) => {
      await documents.addProject(smallProject('mine', 1));
      expect(await seedDemo(documents, assets)).toBeFalse();
      expect((await documents.projects()).map(({ id }) => id)).toEqual(['mine']);
    });
  });
});

describe('documents', () => {
  it('stand in the order in which they were made, project by project', async () => {
    await withStore(async (documents) => {
      await documents.addProject(smallProject('one', 3));
      await documents.addProject(smallProject('two', 9));
      for (const id of ['z', 'a', 'm']) await documents.create('one', 'events', id, { id });
      const order = (await documents.entities('one')).map(({ id }) => id);
      expect(order).toEqual(['one', 'hit', 'blow-0', 'blow-1', 'blow-2', 'z', 'a', 'm']);
      // What is in no project could be neither listed nor deleted.
      await expectAsync(documents.create('new', 'events', 'first', {})).toBeRejectedWithError(NoProject, /there is no project "new"/);
      expect(await documents.entities('new')).toEqual([]);
    });
  });

  it('are taken in by the thousand, each with what it asks for', async () => {
    await withStore(async (documents) => {
      expect(await documents.addProject(smallProject('big', 1000))).toBeTrue();
      expect((await documents.entities('big')).length).toBe(1002);
      expect(await documents.addProject(smallProject('big', 1))).toBeFalse();
      let asked = 0;
      await documents.replace(
        'big',
        'events',
        'hit',
        () => true,
        {},
        async (reader) => {
          asked = (await reader.usesOf('events', 'hit')).length;
        },
      );
      expect(asked).toBe(1000);
      await documents.replaceProject(smallProject('big', 2));
      expect((await documents.entities('big')).length).toBe(4);
    });
  });

  it('have another tag for every state, even for one that comes back', async () => {
    await withStore(async (documents) => {
      await documents.addProject(smallProject('p', 0));
      const tags = [(await documents.create('p', 'events', 'e', { n: 1 }))?.etag ?? ''];
      for (const n of [2, 1, 2, 1]) {
        const result = await documents.replace('p', 'events', 'e', (etag) => etag === tags[0], { n });
        if ('stored' in result) tags.unshift(result.stored.etag);
      }
      expect(new Set(tags).size).toBe(5);
      const versions = tags.map((tag) => Number(/^"(-?\d+)-[0-9a-f]{16}"$/.exec(tag)?.[1]));
      expect(versions).toEqual([5, 4, 3, 2, 1]);
      // Two documents of one version are told apart as well.
      const other = await documents.create('p', 'events', 'f', { n: 7 });
      expect(tags).not.toContain(other?.etag ?? '');
    });
  });

  it('are on the disk before a write is acknowledged', async () => {
    await withFolder(async (folder) => {
      const database = await openDatabase(folder);
      const [[{ synchronous }]] = (await database.sequelize.query('PRAGMA synchronous')) as [{ synchronous: number }[], unknown];
      expect(synchronous).toBe(2);
      await database.close();
    });
  });

  it('are neither stored nor removed when a check refuses', async () => {
    await withStore(async (documents) => {
      await documents.addProject(smallProject('p', 0));
      const refuse = (): Promise<void> => Promise.reject(new Error('no'));
      await expectAsync(documents.create('p', 'events', 'e', {}, refuse)).toBeRejectedWithError('no');
      await documents.create('p', 'events', 'e', { n: 1 });
      await expectAsync(documents.replace('p', 'events', 'e', () => true, { n: 2 }, refuse)).toBeRejectedWithError('no');
      await expectAsync(documents.remove('p', 'events', 'e', () => true, refuse)).toBeRejectedWithError('no');
      expect((await documents.get('p', 'events', 'e'))?.document).toEqual({ n: 1 });
      expect(await documents.remove('p', 'events', 'gone', () => true)).toEqual({ missing: true });
      expect('stale' in (await documents.remove('p', 'events', 'e', () => false))).toBeTrue();
      expect('stored' in (await documents.remove('p', 'events', 'e', () => true))).toBeTrue();
      expect(await documents.get('p', 'events', 'e')).toBeUndefined();
    });
  });
});

describe('a project', () => {
  it('holds as many documents of a kind as it can be read with, and no more, one by one or together', async () => {
    await withStore(async (documents) => {
      await documents.addProject(smallProject('p', 999));
      const blow = (id: string): OneOfMany => ({
        collection: 'sequences',
        id,
        etag: undefined,
        document: { id, event: 'hit', effects: [] },
        check: () => Promise.resolve(),
      });
      await expectAsync(documents.writeTogether('p', [blow('a'), blow('b')])).toBeRejectedWithError(
        TooManyDocuments,
        'expected at most 1000 sequences in a project, found 1001; nothing was stored',
      );
      await documents.create('p', 'sequences', 'a', { id: 'a', event: 'hit', effects: [] });
      await expectAsync(documents.create('p', 'sequences', 'b', { id: 'b', event: 'hit', effects: [] })).toBeRejectedWithError(
        TooManyDocuments,
      );
      expect((await documents.entities('p')).filter(({ collection }) => collection === 'sequences').length).toBe(1000);
      // One that makes room for another.
      const etag = (await documents.get('p', 'sequences', 'a'))?.etag;
      expect('etags' in (await documents.writeTogether('p', [blow('b'), { ...blow('a'), etag, document: undefined }]))).toBeTrue();
    });
  });

  it('takes nothing acknowledged with it into the bin, and comes back whatever was left behind', async () => {
    await withStore(async (documents, _, folder) => {
      await documents.addProject(smallProject('p', 2));
      // Asked for while it is thrown away: in it, or refused.
      const [entry, made] = await Promise.all([
        documents.bin.throwAway('p', new Date()),
        documents.create('p', 'events', 'late', { id: 'late' }).catch((error: unknown) => error),
      ]);
      expect(made).toBeInstanceOf(NoProject);
      // What an earlier version left: a document of its own, and one that the project has as well.
      const database = await openDatabase(folder);
      for (const id of ['left', 'blow-0'])
        await database.documents.create({
          project: 'p',
          collection: 'sequences',
          id,
          version: 1,
          position: 50,
          body: `{"id":"${id}","left":true}`,
        });
      await database.close();
      expect(await documents.bin.takeBack(entry?.key ?? '')).toEqual({ id: 'p' });
      const all = await documents.entities('p');
      expect(all.map(({ id }) => id)).toEqual(['p', 'hit', 'blow-0', 'blow-1', 'left']);
      expect(all.find(({ id }) => id === 'blow-0')?.document).not.toEqual(jasmine.objectContaining({ left: true }));
    });
  });

  it('is copied whole under another name, with what its documents ask of one another', async () => {
    await withStore(async (documents) => {
      await documents.addProject(smallProject('p', 3));
      expect(await documents.duplicate('p', 'q', 'Copy')).toEqual(jasmine.objectContaining({ id: 'q', label: 'Copy' }));
      const of = async (project: string) =>
        (await documents.entities(project)).slice(1).map(({ collection, document }) => [collection, document]);
      expect(await of('q')).toEqual(await of('p'));
      await expectAsync(
        documents.remove(
          'q',
          'events',
          'hit',
          () => true,
          async (reader) => {
            throw new Error(`${(await reader.usesOf('events', 'hit')).length} ask for it`);
          },
        ),
      ).toBeRejectedWithError('3 ask for it');
      await expectAsync(documents.duplicate('none', 'r', 'Copy')).toBeRejectedWithError(NoProject);
    });
  });
});

describe('asset files', () => {
  it('leave nothing half written behind, on a full disk or where a writer was killed', async () => {
    await withStore(async (_, assets, folder) => {
      await writeFile(join(folder, 'assets', `${'a'.repeat(64)}.killed.part`), 'half');
      await assets.removeLeftovers();
      expect(await readdir(join(folder, 'assets'))).toEqual([]);
    });
  });

  it('are found by their digest and by nothing else', async () => {
    await withStore(async (_, assets, folder) => {
      await writeFile(join(folder, 'secret'), 'x');
      await writeFile(join(folder, 'assets', 'plain'), 'x');
      for (const name of ['../secret', 'plain', '', 'A'.repeat(64), `../${'a'.repeat(61)}`]) {
        expect([await assets.has(name), await assets.read(name)]).toEqual([false, undefined]);
      }
      const digest = await assets.write(new TextEncoder().encode('abc'));
      // FIPS 180-4's own example.
      expect(digest).toBe('ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad');
      expect([await assets.has(digest), new TextDecoder().decode(await assets.read(digest))]).toEqual([true, 'abc']);
      expect([await assets.has('0'.repeat(64)), await assets.read('0'.repeat(64))]).toEqual([false, undefined]);
    });
  });
});

describe('a saved project', () => {
  it('is read whole, with what is wrong with it', async () => {
    await withStore(async (documents, assets) => {
      expect(await readSavedProject(documents, assets, 'none')).toBeUndefined();
      const asset = { type: 'picture', id: 'moss', label: 'Moss', file: 'moss.svg', sha256: '1'.repeat(64) } as const;
      await documents.addProject({ ...smallProject('mine', 1), assets: [asset] } as unknown as Project);
      const read = await readSavedProject(documents, assets, 'mine');
      expect(read?.problems.map(({ path, severity }) => `${severity} ${path}`)).toEqual(['error assets[0].file']);
      await documents.create('mine', 'sequences', 'odd', { id: 'odd', event: 'hit', effects: [] });
      const spoiled = await readSavedProject(documents, assets, 'mine');
      expect(spoiled?.source).toBeUndefined();
      expect(spoiled?.problems[0].path).toMatch(/^sequences\[1\]/);
    });
  });

  it('ships in a lean kit only the vectors that need no other kinds', async () => {
    await withStore(async (documents, assets) => {
      await documents.addProject(smallProject('mine', 1));
      const source = (await readSavedProject(documents, assets, 'mine'))?.source;
      if (!source) throw new Error('the project cannot be read');
      const indexOf = async (lean?: boolean) => {
        const files = await kitFiles(source, lean === undefined ? {} : { lean });
        const text = new TextDecoder().decode(files.find(({ path }) => path === 'vectors/index.json')?.bytes);
        const index = JSON.parse(text) as {
          player?: { file: string };
          arena?: { file: string };
          files: { file: string; kinds: string[] }[];
          base: object;
        };
        const shipped = files.map(({ path }) => path).filter((path) => path.startsWith('vectors/') && !path.endsWith('index.json'));
        const named = [...index.files, ...(index.player ? [index.player] : []), ...(index.arena ? [index.arena] : [])];
        expect(shipped.sort()).toEqual(named.map(({ file }) => `vectors/${file}`).sort());
        return index;
      };
      const [whole, again, lean] = [await indexOf(), await indexOf(false), await indexOf(true)];
      expect(again).toEqual(whole);
      expect(lean.base).toEqual(whole.base);
      expect([whole.player?.file, lean.player]).toEqual(['player.json', undefined]);
      expect([whole.arena?.file, lean.arena]).toEqual(['arena.json', undefined]);
      expect(lean.files.map(({ file }) => file)).toContain('kinds/flash.json');
      for (const { kinds } of lean.files) expect(kinds.filter((kind) => kind !== 'flash' && kind !== 'hit-stop')).toEqual([]);
      expect(lean.files.length).toBeLessThan(whole.files.length / 4);
    });
  });
});
