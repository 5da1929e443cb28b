import { execFileSync } from 'node:child_process';
import { mkdir, readdir, readFile, rename, rm, symlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { undatio, withFolder } from '../testing.js';

/** Every file below a folder, with its text. */
async function contents(folder: string): Promise<Record<string, string>> {
  const found = await readdir(folder, { recursive: true, withFileTypes: true });
  const files = found.filter((entry) => entry.isFile()).map((entry) => join(entry.parentPath, entry.name));
  const read = await Promise.all(files.map(async (file) => [file.slice(folder.length + 1), await readFile(file, 'latin1')] as const));
  return Object.fromEntries(read.sort(([a], [b]) => (a < b ? -1 : 1)));
}

const sequence = 'sequences/lance-light.json';

describe('a project kept as a folder', () => {
  it('is the same bytes however often it is saved, loaded and saved again', async () => {
    await withFolder(async (folder) => {
      const [one, two, three] = ['one', 'two', 'three'].map((name) => join(folder, name));
      expect((await undatio(['save', 'demo', '--out', one])).code).toBe(0);
      const first = await contents(one);
      expect(Object.keys(first)).toContain('assets/sounds/lance-crack-a.wav');
      expect(Object.keys(first).filter((name) => name.startsWith('sequences/')).length).toBe(27);
      const again = await undatio(['save', 'demo', '--out', one]);
      expect(again.err).toContain('0 files written');
      const data = { UNDATIO_DATA: join(folder, 'data') };
      expect((await undatio(['load', one], data)).code).toBe(0);
      expect((await undatio(['save', 'saved:elytra-league', '--out', two], data)).code).toBe(0);
      expect(await contents(two)).toEqual(first);
      // As an archive, and out of it again.
      for (const name of ['a.zip', 'b.zip']) await undatio(['save', one, '--out', join(folder, name)]);
      expect(Buffer.compare(await readFile(join(folder, 'a.zip')), await readFile(join(folder, 'b.zip')))).toBe(0);
      expect((await undatio(['save', join(folder, 'a.zip'), '--out', three])).code).toBe(0);
      expect(await contents(three)).toEqual(first);
    });
  }, 60_000);

  it('merges where two branches each added a document, and keeps both', async () => {
    await withFolder(async (folder) => {
      const [out, other] = ['league', 'other'].map((name) => join(folder, name));
      await undatio(['save', 'demo', '--out', out]);
      const git = (...args: string[]): string =>
        execFileSync('git', ['-c', 'user.name=t', '-c', 'user.email=t@example.invalid', '-C', out, ...args], { encoding: 'utf8' });
      const commit = (words: string): void => void [git('add', '-A'), git('commit', '-qm', words)];
      git('init', '-q', '-b', 'main');
      commit('as it ships');
      // Each adds one at the end, as the studio would, and saves over the folder.
      for (const [branch, id] of [
        ['ours', 'axe-blow'],
        ['theirs', 'zeal-blow'],
      ]) {
        git('checkout', '-q', '-B', branch, 'main');
        const text = await readFile(join(out, sequence), 'utf8');
        await writeFile(join(out, `sequences/${id}.json`), text.replace('"id": "lance-light"', `"id": "${id}"`));
        await rm(other, { recursive: true, force: true });
        await undatio(['save', out, '--out', other]);
        await undatio(['save', other, '--out', out]);
        commit(`add ${id}`);
        expect(git('show', '--stat', '--format=')).toContain('2 files changed');
        // A line of its own, and a comma where it is the last.
        expect(git('show', '--format=', '--', 'settings.json').match(/^[+-] /gm)?.length).toBeLessThan(4);
      }
      git('merge', '-q', '-m', 'both', 'ours');
      expect((await undatio(['check', out])).code).toBe(0);
      expect((await undatio(['save', out, '--out', join(folder, 'file.zip')])).code).toBe(0);
      const kept = JSON.parse(await readFile(join(out, 'settings.json'), 'utf8')) as { order: { sequences: Record<string, number> } };
      expect(kept.order.sequences['axe-blow']).toBe(kept.order.sequences['zeal-blow']);
    });
  }, 60_000);

  it('is what every command takes, and gives the same as the file did', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'league');
      await undatio(['save', 'demo', '--out', out]);
      const bake = (project: string) => undatio(['bake', project, '--sequence', 'lance-heavy', '--times', '0,0.1']);
      expect((await bake(out)).out).toBe((await bake('demo')).out);
      expect((await undatio(['check', out])).code).toBe(0);
      await undatio(['export', out, '--out', join(folder, 'a.zip')]);
      await undatio(['export', 'demo', '--out', join(folder, 'b.zip')]);
      expect(Buffer.compare(await readFile(join(folder, 'a.zip')), await readFile(join(folder, 'b.zip')))).toBe(0);
    });
  }, 60_000);

  it('takes in what was changed outside, and leaves alone what is not its own', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'league');
      const data = { UNDATIO_DATA: join(folder, 'data') };
      await undatio(['save', 'demo', '--out', out]);
      await writeFile(join(out, 'README.md'), 'mine');
      await mkdir(join(out, '.git'));
      await writeFile(join(out, '.git/config'), 'mine');
      const text = await readFile(join(out, sequence), 'utf8');
      await writeFile(join(out, sequence), text.replace(/"note": ".*"/, '"note": "changed outside"'));
      await rm(join(out, 'sequences/horn-sweep.json'));
      await writeFile(join(out, 'assets/sounds/lance-crack-a.wav'), 'another sound');
      expect((await undatio(['load', out, '--as', 'mine'], data)).code).toBe(0);
      const back = join(folder, 'back');
      await undatio(['save', 'saved:mine', '--out', back], data);
      const files = await contents(back);
      expect(files[sequence]).toContain('"note": "changed outside"');
      expect(files['sequences/horn-sweep.json']).toBeUndefined();
      expect(files['assets/sounds/lance-crack-a.wav']).toBe('another sound');
      expect(files['settings.json']).toContain('"id": "mine"');
      // Saved over the first again, the sequence comes back; what somebody put beside it stays.
      await writeFile(join(out, 'sequences/theirs.json'), text.replace('"id": "lance-light"', '"id": "theirs"'));
      expect((await undatio(['save', 'demo', '--out', out])).err).toContain('3 files written');
      const beside = ['README.md', '.git/config', 'sequences/horn-sweep.json', 'sequences/theirs.json'];
      expect(Object.keys(await contents(out))).toEqual(jasmine.arrayContaining(beside));
      // What the project had and no longer has goes.
      await rm(join(out, 'sequences/horn-sweep.json'));
      await undatio(['load', out], data);
      const whole = join(folder, 'whole');
      await undatio(['save', 'demo', '--out', whole]);
      const { err } = await undatio(['save', 'saved:elytra-league', '--out', whole], data);
      expect(err).toContain('1 removed');
      expect(Object.keys(await contents(whole))).not.toContain('sequences/horn-sweep.json');
    });
  }, 60_000);

  it('of which a number of a drill or of a rung is a file and a line', async () => {
    await withFolder(async (folder) => {
      const data = { UNDATIO_DATA: join(folder, 'data') };
      const [before, after] = ['before', 'after'].map((name) => join(folder, name));
      await undatio(['load', 'demo', '--as', 'mine'], data);
      await undatio(['save', 'saved:mine', '--out', before], data);
      const changed: string[] = [];
      for (const [file, from, to] of [
        ['drills/two-blows.json', /"at": 1\.5\b/, '"at": 1.6'],
        ['responses/lance-hit.json', /"to": 0\.18\b/, '"to": 0.2'],
      ] as const) {
        const path = join(before, file);
        const text = await readFile(path, 'utf8');
        expect(text).toMatch(from);
        await writeFile(path, text.replace(from, to));
        await undatio(['load', before, '--as', 'mine', '--replace'], data);
        await undatio(['save', 'saved:mine', '--out', after], data);
        await writeFile(path, text);
        const [old, now] = await Promise.all([contents(before), contents(after)]);
        expect(Object.keys(now)).toEqual(Object.keys(old));
        for (const [name, content] of Object.entries(now)) {
          const lines = old[name].split('\n');
          const differ = content.split('\n').filter((line, i) => line !== lines[i]);
          if (differ.length > 0) changed.push(`${name}: ${differ.map((line) => line.trim()).join(' ')}`);
        }
      }
      expect(changed.map((line) => line.replace(/,$/, ''))).toEqual([
        'drills/two-blows.json: "at": 1.6',
        'responses/lance-hit.json: "to": 0.2',
      ]);
    });
  }, 60_000);

  it('is refused in one line where it cannot be used, and nothing is written or stored', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'league');
      const data = { UNDATIO_DATA: join(folder, 'data') };
      await undatio(['save', 'demo', '--out', out]);
      await undatio(['load', out], data);
      const twice = await undatio(['load', out], data);
      expect([twice.code, twice.err]).toEqual([
        2,
        jasmine.stringMatching(/^undatio: there is a saved project "elytra-league" already; give --replace/),
      ]);
      expect((await undatio(['load', out, '--replace'], data)).code).toBe(0);
      expect((await undatio(['load', out, '--as', 'Not An Id'], data)).err).toContain('expected --as to be an id');
      // Another project's folder, and one with half a merge in it.
      await undatio(['load', out, '--as', 'mine'], data);
      const other = await undatio(['save', 'saved:mine', '--out', out], data);
      expect([other.code, other.err]).toEqual([2, jasmine.stringContaining('holds the project "elytra-league"; nothing was written')]);
      const text = await readFile(join(out, sequence), 'utf8');
      await writeFile(join(out, sequence), `<<<<<<< ours\n${text}`);
      const merge = await undatio(['load', out, '--as', 'third'], data);
      expect(merge.code).toBe(1);
      expect(merge.err).toMatch(/^error: sequences\/lance-light\.json: .*at line 1, column 1\n$/);
      expect((await undatio(['check', 'saved:third'], data)).code).toBe(2);
      expect((await undatio(['load', join(folder, 'nowhere')], data)).code).toBe(2);
    });
  }, 60_000);

  it('reads, writes and removes nothing by a link, of documents or of assets, wherever it leads', async () => {
    await withFolder(async (folder) => {
      const out = join(folder, 'league');
      await undatio(['save', 'demo', '--out', out]);
      const secret = join(folder, 'secret.json');
      await writeFile(secret, 'a secret');
      const linked = join(out, 'events/secret.json');
      await symlink(secret, linked);
      const told = await undatio(['check', out]);
      expect([told.code, told.err]).toEqual([
        2,
        jasmine.stringContaining('events/secret.json: expected a file, found the link "events/secret.json"; links are not followed'),
      ]);
      await rm(linked);
      // What would wait for ever for a writer, and what is no file.
      execFileSync('mkfifo', [linked]);
      expect((await undatio(['check', out])).err).toContain('events/secret.json: expected a file, found the special file');
      await rm(linked);
      await mkdir(linked);
      expect((await undatio(['check', out])).err).toContain('events/secret.json: expected a file, found the folder');
      await rm(linked, { recursive: true });
      const elsewhere = join(folder, 'elsewhere');
      await rename(join(out, 'events'), elsewhere);
      await symlink(elsewhere, join(out, 'events'));
      const before = await readdir(elsewhere);
      expect((await undatio(['check', out])).err).toContain('events: expected a folder, found the link "events"');
      await rm(join(elsewhere, before[0]));
      const saved = await undatio(['save', 'demo', '--out', out]);
      expect([saved.code, saved.err]).toEqual([2, jasmine.stringMatching(/events.*found the link "events".*nothing was written/)]);
      expect(await readdir(elsewhere)).toEqual(before.slice(1));
      await rm(join(out, 'events'));
      await undatio(['save', 'demo', '--out', out]);
      const sound = join(out, 'assets/sounds/lance-crack-a.wav');
      await rename(sound, join(folder, 'elsewhere.wav'));
      await symlink(join(folder, 'elsewhere.wav'), sound);
      const missing = await undatio(['check', out]);
      expect(missing.code).toBe(1);
      expect(missing.out).toMatch(/^error: assets\[\d+\].*lance-crack-a\.wav/m);
      await rm(sound);
      await rename(join(folder, 'elsewhere.wav'), join(out, 'kept.wav'));
      await symlink('../../kept.wav', sound);
      expect((await undatio(['check', out])).code).toBe(1);
    });
  }, 60_000);

  it('refuses archives that are none, that hold two, or that would burst', async () => {
    await withFolder(async (folder) => {
      const file = join(folder, 'it.zip');
      const told = async (bytes: Uint8Array): Promise<string> => {
        await writeFile(file, bytes);
        const { code, err } = await undatio(['check', file]);
        expect([1, 2]).toContain(code);
        return err;
      };
      const settings = strToU8('{"format": 1}');
      expect(await told(strToU8('PK not a zip'))).toContain('this is not a whole zip archive');
      expect(await told(zipSync({ 'a/settings.json': settings, 'b/settings.json': settings }))).toContain(
        'expected one project in the archive, found a/settings.json, b/settings.json',
      );
      expect(await told(zipSync({ 'settings.json': new Uint8Array(17_000_000) }))).toContain(
        'expected texts of at most 16 MB, found settings.json',
      );
      const { out } = await undatio(['check', file]);
      expect(out).toBe('');
      // Three thousand entries that all name the same stored bytes, and say that they hold none.
      await writeFile(file, overlapping(3000, 1_000_000));
      expect((await undatio(['check', file])).err).toContain('expected files beside one another in the archive');
      // Names that lead outside are names like any other: they are asked for by nobody.
      await writeFile(file, zipSync({ '../../settings.json': settings, 'events/../../x.json': settings }));
      expect((await undatio(['check', file])).out).toMatch(/settings\.json: id: expected/);
    });
  }, 60_000);
});

/** A zip whose `count` entries are one and the same piece of `size` stored bytes, each said to hold none (APPNOTE 4.3, 4.4). */
function overlapping(count: number, size: number): Uint8Array {
  const local = Buffer.alloc(30 + 1);
  local.writeUInt32LE(0x04034b50, 0);
  local.writeUInt32LE(size, 18);
  local.writeUInt16LE(1, 26);
  local.write('x', 30);
  const entries = Array.from({ length: count }, (_, i) => {
    const name = Buffer.from(`assets/${i}.wav`);
    const entry = Buffer.alloc(46);
    entry.writeUInt32LE(0x02014b50, 0);
    entry.writeUInt32LE(size, 20);
    entry.writeUInt16LE(name.length, 28);
    return Buffer.concat([entry, name]);
  });
  const directory = Buffer.concat(entries);
  const end = Buffer.alloc(22);
  end.writeUInt32LE(0x06054b50, 0);
  end.writeUInt16LE(count, 8);
  end.writeUInt16LE(count, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(local.length + size, 16);
  return Buffer.concat([local, Buffer.alloc(size), directory, end]);
}
