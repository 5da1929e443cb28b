import { execFileSync } from 'node:child_process';
import { mkdir, readdir, readFile, rename, rm, symlink, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import fc from 'fast-check';
import { kitPath, type Asset, type Sequence } from '@undatio/core';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import { startProject } from '../startProject.js';
import { gone, replaceFile, serveProcess, undatio, withFolder } from '../testing.js';
import { FolderLink, type FolderListener, type FolderState, type OutsideChange } from './folderLink.js';

interface Linked {
  readonly data: string;
  readonly folder: string;
  readonly documents: DocumentStore;
  readonly assets: AssetStore;
  readonly link: FolderLink;
}

const choices = { label: 'Kestrel', viewWidth: 960, viewHeight: 540, axis: 'down', pixelsPerUnit: 1, seen: 'side' } as const;
const first = 'sequences/first-blow.json';

/** A project of its own in a store of its own, linked to an empty folder. */
async function withLinked(work: (linked: Linked) => Promise<void>, ready?: (folder: string) => Promise<void>): Promise<void> {
  await withFolder(async (root) => {
    const [data, folder] = [join(root, 'data'), join(root, 'game')];
    await mkdir(data);
    const documents = await DocumentStore.open(data);
    const assets = await AssetStore.open(data);
    await documents.addProject(await startProject({ ...choices, id: 'kestrel' }, assets));
    await ready?.(folder);
    const link = await FolderLink.open({ folder, project: 'kestrel', documents, assets, data });
    try {
      await work({ data, folder, documents, assets, link });
    } finally {
      await link.close();
      await documents.close();
    }
  });
}

/** What the link tells next that `wanted` takes. */
function told<T>(
  link: FolderLink,
  wanted: (told: { state?: FolderState; changes?: readonly OutsideChange[] }) => T | undefined,
): Promise<T> {
  return new Promise((done) => {
    const hear = (what: Parameters<typeof wanted>[0]): void => {
      const found = wanted(what);
      if (found === undefined) return;
      stop();
      done(found);
    };
    const stop = link.subscribe({ state: (state) => hear({ state }), changes: (changes) => hear({ changes }), closed: () => undefined });
  });
}

const changesOf = (link: FolderLink): Promise<readonly OutsideChange[]> => told(link, ({ changes }) => changes);
const stateWith = (link: FolderLink, fits: (state: FolderState) => boolean): Promise<FolderState> =>
  told(link, ({ state }) => (state && fits(state) ? state : undefined));

async function inStudio(documents: DocumentStore, edit: (sequence: Sequence) => Sequence, id = 'first-blow'): Promise<void> {
  const stored = await documents.get('kestrel', 'sequences', id);
  if (!stored) throw new Error(`no ${id}`);
  await documents.replace('kestrel', 'sequences', id, (etag) => etag === stored.etag, edit(stored.document as Sequence));
}

async function inFolder(file: string, edit: (sequence: Sequence) => Sequence): Promise<void> {
  await replaceFile(file, JSON.stringify(edit(JSON.parse(await readFile(file, 'utf8')) as Sequence)));
}

const noteOf = async (file: string): Promise<string> => (JSON.parse(await readFile(file, 'utf8')) as Sequence).note;
const noteIn = async (documents: DocumentStore): Promise<string | undefined> =>
  ((await documents.get('kestrel', 'sequences', 'first-blow'))?.document as Sequence | undefined)?.note;

describe('a linked folder', () => {
  it('begins with what the project holds, byte for byte as it is saved', async () => {
    await withLinked(async ({ data, folder, documents }) => {
      const saved = join(data, 'saved');
      await documents.answers();
      const { code, err } = await undatio(['save', 'saved:kestrel', '--out', saved], { UNDATIO_DATA: data });
      expect(code).withContext(err).toBe(0);
      expect(execFileSync('diff', ['-r', saved, folder]).toString()).toBe('');
    });
  });

  it('is taken in whole by a studio that never held its project', async () => {
    await withLinked(async ({ folder, documents, assets }) => {
      await withFolder(async (data) => {
        const [stored, bytes] = [await DocumentStore.open(data), await AssetStore.open(data)];
        const open = (): Promise<FolderLink> => FolderLink.open({ folder, project: undefined, documents: stored, assets: bytes, data });
        try {
          const full = spyOn(stored, 'writeTogether').and.rejectWith(new Error('the disk is full'));
          await expectAsync(open()).toBeRejectedWithError(/cannot be used: .*the disk is full/);
          full.and.callThrough();
          const link = await open();
          await link.close();
          expect(link.state.problems).toEqual([]);
          const [here, there] = [await stored.entities('kestrel'), await documents.entities('kestrel')];
          // The settings keep the folder's order besides.
          const byPlace = (all: typeof here): Record<string, unknown> =>
            Object.fromEntries(
              all.map(({ collection, id, document }) => [`${collection}/${id}`, { ...(document as object), order: undefined }]),
            );
          expect(here.length).toBeGreaterThan(5);
          expect(byPlace(here)).toEqual(byPlace(there));
          for (const { collection, document } of here)
            if (collection === 'assets') {
              const { sha256 } = document as Asset;
              expect(await assets.has(sha256)).toBeTrue();
              expect(await bytes.has(sha256)).toBeTrue();
            }
        } finally {
          await stored.close();
        }
      });
    });
  });

  it('gets what the studio stores, and keeps a file that says the same in another layout', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      await inStudio(documents, (sequence) => ({ ...sequence, note: 'from the studio' }));
      await link.everything();
      expect(await noteOf(join(folder, first))).toBe('from the studio');
      const compact = JSON.stringify(JSON.parse(await readFile(join(folder, first), 'utf8')));
      await replaceFile(join(folder, first), compact);
      await link.everything();
      expect(await readFile(join(folder, first), 'utf8')).toBe(compact);
      expect(link.state.problems).toEqual([]);
    });
  });

  it('is not ended by a store that cannot be read just then, and ends with what it began', async () => {
    await withLinked(async ({ folder, documents, assets, link }) => {
      const project = await startProject({ ...choices, id: 'kestrel' }, assets);
      const named = (note: string): typeof project => ({ ...project, sequences: project.sequences.map((one) => ({ ...one, note })) });
      const asked = new Promise<void>((done) => {
        spyOn(documents, 'names').and.callFake(() => {
          done();
          return Promise.reject(new Error('the database is locked'));
        });
      });
      // A rejection that nobody takes ends the process, and here the spec.
      await documents.replaceProject(named('unread'));
      await asked;
      (documents.names as jasmine.Spy).and.callThrough();
      await link.everything();
      expect(await noteOf(join(folder, first))).toBe('unread');
      // The link is closed, and the store after it, while it looks at everything.
      await documents.replaceProject(named('at the end'));
    });
  });

  it('brings in a file that is changed outside, by itself', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const changes = changesOf(link);
      await inFolder(join(folder, first), (sequence) => ({ ...sequence, note: 'from an editor' }));
      expect((await changes).map(({ key }) => key)).toEqual(['sequences/first-blow']);
      expect(await noteIn(documents)).toBe('from an editor');
    });
  });

  it('names what cannot be used with its line, keeps the last good state, and goes on when it is mended', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const good = await readFile(join(folder, first), 'utf8');
      const lines = good.split('\n');
      const at = lines.findIndex((line) => line.includes('"event"'));
      let state = stateWith(link, ({ problems }) => problems.length === 1);
      await replaceFile(join(folder, first), [...lines.slice(0, at), '  "event": "no-such",', ...lines.slice(at + 1)].join('\n'));
      expect((await state).problems[0]).toEqual(jasmine.objectContaining({ file: first, message: jasmine.stringContaining('no-such') }));
      state = stateWith(link, ({ problems }) => problems[0]?.line === at + 1);
      await replaceFile(join(folder, first), [...lines.slice(0, at), '  "event": 7,', ...lines.slice(at + 1)].join('\n'));
      expect((await state).problems[0].message).toContain('event: ');
      const merge = stateWith(link, ({ problems }) => problems[0]?.message.includes('merge') ?? false);
      await writeFile(
        join(folder, first),
        ['{', '<<<<<<< ours', '  "note": "a"', '=======', '  "note": "b"', '>>>>>>> theirs', '}'].join('\n'),
      );
      expect((await merge).problems[0].line).toBe(2);
      expect((await documents.get('kestrel', 'sequences', 'first-blow'))?.document).toEqual(JSON.parse(good));
      const mended = stateWith(link, ({ problems }) => problems.length === 0);
      await replaceFile(join(folder, first), good);
      await mended;
    });
  });

  it('shows what both sides changed, writes neither over the other, and does as the person says', async () => {
    await withLinked(async ({ data, folder, documents, assets, link }) => {
      await link.close();
      await inStudio(documents, (sequence) => ({ ...sequence, note: 'studio' }));
      await inFolder(join(folder, first), (sequence) => ({ ...sequence, note: 'folder' }));
      const again = await FolderLink.open({ folder, project: undefined, documents, assets, data });
      expect(again.state.conflicts.map(({ key, document }) => [key, (document as Sequence).note])).toEqual([
        ['sequences/first-blow', 'folder'],
      ]);
      expect([await noteIn(documents), await noteOf(join(folder, first))]).toEqual(['studio', 'folder']);
      expect(await again.keepStudios('sequences/first-blow')).toBeTrue();
      expect(again.state.conflicts).toEqual([]);
      expect(await noteOf(join(folder, first))).toBe('studio');
      expect(await again.keepStudios('sequences/first-blow')).toBeFalse();
      await again.close();
    });
  });

  it('takes a sound that is changed outside as it is, tells one that is missing, and puts it back when asked', async () => {
    await withLinked(async ({ folder, documents, assets, link }) => {
      const sound = async (): Promise<Asset> => (await documents.get('kestrel', 'assets', 'thud'))?.document as Asset;
      const { file, sha256 } = await sound();
      const path = join(folder, kitPath(file));
      const bytes = await readFile(path);
      const changes = changesOf(link);
      await replaceFile(path, Buffer.concat([bytes, Buffer.alloc(64)]));
      expect((await changes).map(({ key }) => key)).toEqual(['assets/thud']);
      const { sha256: now } = await sound();
      expect(now).not.toBe(sha256);
      expect(await assets.has(now)).toBeTrue();
      await link.everything();
      // Its document in the folder follows.
      expect(await readFile(join(folder, 'assets/thud.json'), 'utf8')).toContain(now);
      const missing = stateWith(link, ({ problems }) => problems.length === 1);
      await rm(path);
      expect((await missing).problems[0].message).toContain('is missing; the studio still has it');
      expect((await sound()).sha256).toBe(now);
      expect(await link.keepStudios('assets/thud')).toBeTrue();
      expect((await readFile(path)).length).toBe(bytes.length + 64);
      expect(link.state.problems).toEqual([]);
    });
  });

  it('takes a switch of branches as one change, there and back', async () => {
    await withLinked(async ({ data, folder, documents, assets, link }) => {
      const git = (...args: string[]): Buffer =>
        execFileSync('git', ['-c', 'user.name=t', '-c', 'user.email=t@example.invalid', '-C', folder, ...args], { stdio: 'pipe' });
      await link.close();
      git('init', '-q', '-b', 'main');
      git('add', '.');
      git('commit', '-q', '-m', 'one');
      git('checkout', '-q', '-b', 'many');
      const text = await readFile(join(folder, first), 'utf8');
      const ids = Array.from({ length: 300 }, (_, i) => `many-${i}`);
      for (const id of ids) await writeFile(join(folder, `sequences/${id}.json`), text.replace('"id": "first-blow"', `"id": "${id}"`));
      await rm(join(folder, first));
      // What played it goes with it.
      await rm(join(folder, 'responses/hit.json'));
      git('add', '.');
      git('commit', '-q', '-m', 'many');
      git('checkout', '-q', 'main');
      const again = await FolderLink.open({ folder, project: undefined, documents, assets, data });
      const names = async (): Promise<string[]> =>
        (await documents.names('kestrel')).filter(({ collection }) => collection === 'sequences').map(({ id }) => id);
      let changes = changesOf(again);
      git('checkout', '-q', 'many');
      expect((await changes).filter(({ key }) => key.startsWith('sequences/')).length).toBe(301);
      expect((await names()).sort()).toEqual([...ids].sort());
      changes = changesOf(again);
      git('checkout', '-q', 'main');
      expect((await changes).filter(({ key }) => key.startsWith('sequences/')).length).toBe(301);
      expect(await names()).toEqual(['first-blow']);
      await again.everything();
      expect(git('status', '--porcelain').toString()).toBe('');
      await again.close();
    });
  }, 30_000);

  it('leaves the project as it is when the folder goes, and the folder when the project goes', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const halted = stateWith(link, (state) => state.halted !== undefined);
      await rename(folder, `${folder}-away`);
      expect((await halted).halted).toContain('is gone');
      expect(await noteIn(documents)).toBeDefined();
      await inStudio(documents, (sequence) => ({ ...sequence, note: 'meanwhile' }));
      await rename(`${folder}-away`, folder);
      await link.everything();
      expect(link.state.halted).toBeUndefined();
      expect(await noteOf(join(folder, first))).toBe('meanwhile');
      await documents.bin.throwAway('kestrel', new Date());
      await link.everything();
      expect(link.state.halted).toContain('deleted');
      expect(await noteOf(join(folder, first))).toBe('meanwhile');
    });
  });

  it('takes nothing for removed where something else than a file stands in its place, and follows no link', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const outside = `${folder}-outside`;
      await mkdir(outside);
      const good = await readFile(join(folder, first), 'utf8');
      const other = good.replace('"note": ""', '"note": "from outside"');
      expect(other).not.toBe(good);
      const standing = async (): Promise<string> => {
        await link.everything();
        expect(await noteIn(documents)).toBe('');
        return link.state.problems.find(({ file }) => file === first)?.message ?? 'nothing wrong';
      };
      await rm(join(folder, first));
      await mkdir(join(folder, first));
      expect(await standing()).toBe(`expected a file, found the folder "${first}"`);
      await rm(join(folder, first), { recursive: true });
      await symlink(join(folder, 'nowhere'), join(folder, first));
      expect(await standing()).toBe(`expected a file, found the link "${first}"; links are not followed`);
      await rm(join(folder, first));
      // Within the folder, too: what lies there has a name of its own.
      await writeFile(join(folder, 'sequences/other.txt'), other);
      await symlink('other.txt', join(folder, first));
      expect(await standing()).toBe(`expected a file, found the link "${first}"; links are not followed`);
      await rm(join(folder, first));
      execFileSync('mkfifo', [join(folder, first)]);
      expect(await standing()).toBe(`expected a file, found the special file "${first}"`);
      await rm(join(folder, first));
      // A checkout in which a whole collection is a link: nothing behind it is read, written or removed.
      await rename(join(folder, 'sequences'), `${folder}-sequences`);
      await symlink(outside, join(folder, 'sequences'));
      await writeFile(join(outside, 'first-blow.json'), other);
      await writeFile(join(outside, 'planted.json'), other.replace('"id": "first-blow"', '"id": "planted"'));
      expect(await standing()).toBe('expected a folder, found the link "sequences"; links are not followed');
      expect(await documents.get('kestrel', 'sequences', 'planted')).toBeUndefined();
      await inStudio(documents, (sequence) => ({ ...sequence, label: 'Stored' }));
      await standing();
      expect(await link.keepStudios('sequences/first-blow')).toBeTrue();
      expect(link.state.problems.map(({ message }) => message)).toEqual([
        'cannot be written: expected a folder, found the link "sequences"; links are not followed; it is stored here, and tried again',
      ]);
      expect((await readdir(outside)).sort()).toEqual(['first-blow.json', 'planted.json']);
      expect(await readFile(join(outside, 'first-blow.json'), 'utf8')).toBe(other);
      await rm(join(folder, 'sequences'));
      await rename(`${folder}-sequences`, join(folder, 'sequences'));
      await writeFile(join(folder, first), good);
    });
  });

  it('is watched again when the folder comes back, also as another one, and says so', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      for (const [round, back] of [
        () => rename(`${folder}-away`, folder),
        () => Promise.resolve(void execFileSync('cp', ['-r', `${folder}-away`, folder])),
      ].entries()) {
        const halted = stateWith(link, (state) => state.halted !== undefined);
        await rm(`${folder}-away`, { recursive: true, force: true });
        await rename(folder, `${folder}-away`);
        await halted;
        const since = link.state.watchedAgain;
        const again = stateWith(link, (state) => state.halted === undefined && state.watchedAgain !== since);
        await back();
        await again;
        const changes = changesOf(link);
        await inFolder(join(folder, first), (sequence) => ({ ...sequence, note: `back ${round}` }));
        expect((await changes).map(({ key }) => key)).toEqual(['sequences/first-blow']);
        expect(await noteIn(documents)).toBe(`back ${round}`);
      }
    });
  });

  it('tells a file that cannot be written, keeps what is stored, and writes it as soon as it can', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const stored = await documents.get('kestrel', 'sequences', 'first-blow');
      const inTheWay = join(folder, 'sequences/second.json');
      await mkdir(inTheWay);
      await documents.create('kestrel', 'sequences', 'second', { ...(stored?.document as Sequence), id: 'second', note: 'stored' });
      await link.everything();
      expect(link.state.problems).toEqual([
        {
          key: 'sequences/second',
          file: 'sequences/second.json',
          message: 'expected a file, found the folder "sequences/second.json"',
        },
      ]);
      expect((await documents.get('kestrel', 'sequences', 'second'))?.document).toEqual(jasmine.objectContaining({ note: 'stored' }));
      await rm(inTheWay, { recursive: true });
      await link.everything();
      expect(link.state.problems).toEqual([]);
      expect(await noteOf(inTheWay)).toBe('stored');
    });
  });

  it('tells of a file that is removed while something plays it, and stores nothing of that', async () => {
    await withLinked(async ({ folder, documents, link }) => {
      const good = await readFile(join(folder, first), 'utf8');
      await rm(join(folder, first));
      await link.everything();
      expect(link.state.problems.map(({ file, message }) => [file, message.slice(0, 27)])).toEqual([
        [first, 'it was removed, but is used'],
      ]);
      expect(await noteIn(documents)).toBeDefined();
      await writeFile(join(folder, first), good);
      await link.everything();
      expect(link.state.problems).toEqual([]);
    });
  });

  it('takes away what a killed writer left beside the files, and nothing else', async () => {
    const left = ['settings.json.71.part', 'sequences/first-blow.json.71-2.part'];
    const others = [
      'sequences/mine.part',
      'sequences/first-blow.json.part',
      'sequences/first-blow.json.71.part.txt',
      'elsewhere/x.json.1.part',
    ];
    await withLinked(
      async ({ folder }) => {
        const there = await readdir(folder, { recursive: true });
        expect(left.filter((name) => there.includes(name))).toEqual([]);
        expect(others.filter((name) => there.includes(name))).toEqual(others);
      },
      async (folder) => {
        for (const name of [...left, ...others]) {
          await mkdir(dirname(join(folder, name)), { recursive: true });
          await writeFile(join(folder, name), '');
        }
      },
    );
  });

  it('tells nothing more to who has stopped listening, and of its end to who has not', async () => {
    await withLinked(async ({ folder, link }) => {
      const heard: string[] = [];
      const listener = (name: string): FolderListener => ({
        state: () => heard.push(`${name} state`),
        changes: () => heard.push(`${name} changes`),
        closed: () => heard.push(`${name} closed`),
      });
      const stop = link.subscribe(listener('left'));
      link.subscribe(listener('stays'));
      stop();
      await inFolder(join(folder, first), (sequence) => ({ ...sequence, note: 'once' }));
      await link.everything();
      await replaceFile(join(folder, first), 'broken');
      await link.everything();
      link.hangUp();
      link.hangUp();
      expect(heard).toEqual(['stays changes', 'stays state', 'stays closed']);
    });
  });

  it('takes what differs for a thing to decide, where what both had is not known, of another folder, or cut short', async () => {
    await withLinked(async ({ data, folder, documents, assets, link }) => {
      await link.close();
      const known = join(data, 'folders/kestrel.json');
      const kept = await readFile(known, 'utf8');
      const undecided = async (at: string): Promise<string[]> => {
        const again = await FolderLink.open({ folder: at, project: undefined, documents, assets, data });
        const keys = again.state.conflicts.map(({ key }) => key);
        await again.close();
        return keys;
      };
      const other = `${folder}-copy`;
      execFileSync('cp', ['-r', folder, other]);
      await inStudio(documents, (sequence) => ({ ...sequence, note: 'studio' }));
      expect(await undecided(other)).toEqual(['sequences/first-blow']);
      await writeFile(known, kept.slice(0, kept.length / 2));
      expect(await undecided(folder)).toEqual(['sequences/first-blow']);
      expect([await noteIn(documents), await noteOf(join(folder, first))]).toEqual(['studio', await noteOf(join(other, first))]);
      // What cannot be read for another reason is not taken for nothing.
      await rm(known);
      await mkdir(known);
      await expectAsync(undecided(folder)).toBeRejectedWithError(/EISDIR/);
      // With what both had, it is the studio's change, and comes over.
      await rm(known, { recursive: true });
      await writeFile(known, kept);
      expect(await undecided(folder)).toEqual([]);
      expect(await noteOf(join(folder, first))).toBe('studio');
    });
  });

  it('keeps both sides the same under random edits of both, and loses none', async () => {
    const ids = ['a', 'b', 'c', 'd'];
    interface Edit {
      readonly id: string;
      readonly what: 'write' | 'remove' | 'break';
    }
    const edit = (what: Edit['what'][]): fc.Arbitrary<Edit> => fc.record({ id: fc.constantFrom(...ids), what: fc.constantFrom(...what) });
    const round = fc.record({
      studio: fc.array(edit(['write', 'write', 'remove']), { maxLength: 3 }),
      folder: fc.array(edit(['write', 'write', 'remove', 'break']), { maxLength: 3 }),
    });
    let serial = 0;
    let open = new Set<string>();
    await withLinked(async ({ data, folder, documents, assets, link }) => {
      await link.close();
      const template = JSON.parse(await readFile(join(folder, first), 'utf8')) as Sequence;
      const fileOf = (id: string): string => join(folder, `sequences/${id}.json`);
      const fresh = (id: string): Sequence => ({ ...template, id, note: `state ${serial++}` });
      const storedNote = async (id: string): Promise<string | undefined> =>
        ((await documents.get('kestrel', 'sequences', id))?.document as Sequence | undefined)?.note;
      const fileNote = async (id: string): Promise<string | undefined> => {
        const text = await readFile(fileOf(id), 'utf8').catch(() => undefined);
        if (text === undefined) return undefined;
        return text.startsWith('{') ? (JSON.parse(text) as Sequence).note : text;
      };
      await fc.assert(
        fc.asyncProperty(fc.array(round, { minLength: 1, maxLength: 4 }), async (rounds) => {
          for (const { studio, folder: outside } of rounds) {
            const before = new Map(await Promise.all(ids.map(async (id) => [id, [await storedNote(id), await fileNote(id)]] as const)));
            for (const { id, what } of studio) {
              const stored = await documents.get('kestrel', 'sequences', id);
              if (what === 'remove') await documents.remove('kestrel', 'sequences', id, () => true);
              else if (stored) await documents.replace('kestrel', 'sequences', id, () => true, fresh(id));
              else await documents.create('kestrel', 'sequences', id, fresh(id));
            }
            for (const { id, what } of outside) {
              if (what === 'remove') await rm(fileOf(id), { force: true });
              else await writeFile(fileOf(id), what === 'break' ? `broken ${serial++}` : JSON.stringify(fresh(id)));
            }
            const edited = new Map(await Promise.all(ids.map(async (id) => [id, [await storedNote(id), await fileNote(id)]] as const)));
            const again = await FolderLink.open({ folder, project: undefined, documents, assets, data });
            const openBefore = open;
            open = new Set([...again.state.conflicts, ...again.state.problems].map(({ key }) => key));
            await again.close();
            for (const id of ids) {
              const [stored, file] = edited.get(id) ?? [];
              const [storedBefore, fileBefore] = before.get(id) ?? [];
              const now = [await storedNote(id), await fileNote(id)];
              // Whatever waits to be decided is as its editors left it; everything else is the same, and what the one that wrote has written.
              if (open.has(`sequences/${id}`)) expect(now).toEqual([stored, file]);
              else {
                expect(now[0]).toBe(now[1]);
                if (openBefore.has(`sequences/${id}`)) continue;
                if (stored !== storedBefore && file === fileBefore) expect(now[0]).toBe(stored);
                if (file !== fileBefore && stored === storedBefore) expect(now[0]).toBe(file);
              }
            }
          }
        }),
        { numRuns: 25, seed: 8 },
      );
    });
  }, 60_000);

  it('is the same as the project after being killed in the middle, many times', async () => {
    await withFolder(async (root) => {
      const [data, folder] = [join(root, 'data'), join(root, 'game')];
      const path = '/api/projects/elytra-league/sequences/lance-light';
      for (let round = 0; round < 5; round++) {
        const { child, address } = await serveProcess(data, ['--folder', folder, '--project', 'elytra-league']);
        const start = await fetch(address + path);
        const document = (await start.json()) as Sequence;
        expect(await readFile(join(folder, 'sequences/lance-light.json'), 'utf8')).toContain(`"note": ${JSON.stringify(document.note)}`);
        let etag = start.headers.get('etag') ?? '';
        const writing = (async () => {
          for (let i = 0; ; i++) {
            const body = JSON.stringify({ ...document, note: `round ${round}, write ${i}` });
            const headers = { 'Content-Type': 'application/json', 'If-Match': etag };
            const response = await fetch(address + path, { method: 'PUT', headers, body });
            etag = response.headers.get('etag') ?? '';
          }
        })().catch(() => undefined);
        await new Promise((done) => setTimeout(done, 150 + round * 23));
        child.kill('SIGKILL');
        await gone(child);
        await writing;
      }
      const { child } = await serveProcess(data, ['--folder', folder]);
      child.kill('SIGTERM');
      await gone(child);
      expect(execFileSync('find', [folder, '-name', '*.part']).toString()).toBe('');
    });
  }, 60_000);
});
