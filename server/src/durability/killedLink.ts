import { execFileSync, fork, type ChildProcess } from 'node:child_process';
import { linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Sequence } from '@undatio/core';
import { build } from 'esbuild';
import { startProject } from '../startProject.js';
import { AssetStore } from '../store/assetStore.js';
import { DocumentStore } from '../store/documentStore.js';
import { gone, replaceFile } from '../testing.js';
import { Lineage } from './lineage.js';
import type { Said } from './linkedProcess.js';

const project = 'kestrel';
const choices = { label: 'Kestrel', viewWidth: 960, viewHeight: 540, axis: 'down', pixelsPerUnit: 1, seen: 'side' } as const;
const ids = ['one', 'two', 'three', 'four', 'five', 'six'];
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** What came of the kills. */
export interface KillsTold {
  readonly kills: number;
  readonly acknowledged: number;
  readonly fileEdits: number;
  readonly checkouts: number;
  /** Documents that both sides had changed, and that were decided by hand. */
  readonly conflicts: number;
  /** States that were written and are held by nobody; there may be none. */
  readonly lost: readonly string[];
}

/** Random numbers from 0 to 1 by a seed (mulberry32): the same kills again when one finds something. */
function randomBy(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let x = Math.imul(state ^ (state >>> 15), state | 1);
    x ^= x + Math.imul(x ^ (x >>> 7), x | 61);
    return ((x ^ (x >>> 14)) >>> 0) / 2 ** 32;
  };
}

/**
 * Keeps a folder linked by a process that is killed again and again, at any moment, while documents are written in the studio,
 * files are edited, and branches are switched; after each kill and the start after it, looks for every write that was
 * acknowledged and every file that was changed. `tell` hears of each kill.
 */
export async function killLink(
  root: string,
  kills: number,
  seed: number,
  tell: (kill: number) => void = () => undefined,
): Promise<KillsTold> {
  const random = randomBy(seed);
  const anyOf = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)];
  const [data, folder, elsewhere] = ['data', 'game', 'elsewhere'].map((name) => join(root, name));
  const told = { kills, acknowledged: 0, fileEdits: 0, checkouts: 0, conflicts: 0, lost: [] as string[] };
  const lineage = new Lineage();
  /** By document: states that must be held by somebody, until something is made on top of them. */
  const owed = new Map<string, Set<string>>(ids.map((id) => [id, new Set<string>()]));
  let serial = 0;

  const fileOf = (id: string): string => join(folder, `sequences/${id}.json`);
  const inFile = (id: string): Sequence => JSON.parse(readFileSync(fileOf(id), 'utf8')) as Sequence;
  const git = (at: string, ...args: string[]): Buffer =>
    execFileSync('git', ['-c', 'user.name=t', '-c', 'user.email=t@example.invalid', '-C', at, ...args], { stdio: 'pipe' });

  /** Puts another state into a file as editors do, and learns which one it replaced even where that was written just now. */
  const editFile = (id: string): void => {
    const note = `file ${serial++}`;
    const before = inFile(id);
    writeFileSync(join(root, 'new'), JSON.stringify({ ...before, note }));
    rmSync(join(root, 'replaced'), { force: true });
    linkSync(fileOf(id), join(root, 'replaced'));
    renameSync(join(root, 'new'), fileOf(id));
    const replaced = (JSON.parse(readFileSync(join(root, 'replaced'), 'utf8')) as Sequence).note;
    lineage.made(note, replaced);
    owed.get(id)?.add(note);
    told.fileEdits++;
  };

  /** Commits what the folder holds and switches to a branch on which half of the documents are others. */
  const checkOut = (round: number): void => {
    const branch = `branch-${round}`;
    git(folder, 'add', '-A');
    git(folder, 'commit', '-q', '--allow-empty', '-m', 'as it is');
    git(elsewhere, 'fetch', '-q', folder, 'HEAD');
    git(elsewhere, 'checkout', '-q', '-B', branch, 'FETCH_HEAD');
    const made = ids.filter(() => random() < 0.5).map((id) => [id, `branch ${serial++}`] as const);
    for (const [id, note] of made) {
      const file = join(elsewhere, `sequences/${id}.json`);
      writeFileSync(file, JSON.stringify({ ...(JSON.parse(readFileSync(file, 'utf8')) as Sequence), note }));
    }
    git(elsewhere, 'commit', '-q', '-a', '--allow-empty', '-m', branch);
    git(folder, 'fetch', '-q', elsewhere, branch);
    const before = made.map(([id]) => inFile(id).note);
    try {
      git(folder, 'checkout', '-q', '-B', branch, 'FETCH_HEAD');
    } catch {
      // The studio wrote one of these files since the commit: git leaves all as they are.
      return;
    }
    for (const [i, [id, note]] of made.entries()) {
      lineage.made(note, before[i]);
      owed.get(id)?.add(note);
    }
    told.checkouts++;
  };

  /** Of which document a state was asked for. */
  const asked = new Map<string, string>();
  const write = (child: ChildProcess, id: string): void => {
    const note = `studio ${serial++}`;
    asked.set(note, id);
    child.send({ id, note });
  };

  /** Looks for everything that is owed, once both sides are brought together; what differs is decided by hand. */
  const look = async (round: number, conflicts: readonly string[]): Promise<void> => {
    const store = await DocumentStore.openForReading(data);
    for (const id of ids) {
      const stored = await store.get(project, 'sequences', id);
      // Where it was removed, its file alone holds something.
      const held = [stored ? (stored.document as Sequence).note : 'removed', inFile(id).note];
      for (const state of owed.get(id) ?? [])
        if (!held.some((holder) => lineage.holds(holder, state)))
          told.lost.push(`kill ${round}, ${id}: "${state}" is gone; the studio holds "${held[0]}", the file "${held[1]}"`);
      owed.set(id, new Set());
      if (held[0] === held[1]) continue;
      if (!conflicts.includes(`sequences/${id}`))
        told.lost.push(`kill ${round}, ${id}: the two differ ("${held[0]}", "${held[1]}") and nobody is asked`);
      told.conflicts++;
      // The person takes the studio's, or decides another time.
      if (stored && random() < 0.5) await replaceFile(fileOf(id), JSON.stringify(stored.document));
    }
    await store.close();
  };

  const start = (): Promise<{ child: ChildProcess; conflicts: readonly string[] }> =>
    new Promise((done, fail) => {
      const child = fork(program, [data, folder, project], { stdio: 'inherit' });
      const early = (code: number | null): void => fail(new Error(`the link ended with ${code}`));
      child.once('exit', early);
      child.on('message', (said: Said) => {
        if ('ready' in said) {
          child.off('exit', early);
          done({ child, conflicts: said.conflicts });
        } else {
          lineage.made(said.note, said.parent);
          if (said.about === 'attempted') return;
          told.acknowledged++;
          for (const [id, notes] of owed) if (id === asked.get(said.note)) notes.add(said.note);
        }
      });
    });
  const program = await linkedProgram();
  mkdirSync(data, { recursive: true });
  const documents = await DocumentStore.open(data);
  const begun = await startProject({ ...choices, id: project }, await AssetStore.open(data));
  await documents.addProject({
    ...begun,
    sequences: [...begun.sequences, ...ids.map((id) => ({ ...begun.sequences[0], id, note: 'begin' }))],
  });
  await documents.close();

  for (let round = 0; round <= kills; round++) {
    const { child, conflicts } = await start();
    if (round === 0) {
      git(folder, 'init', '-q', '-b', 'main');
      git(folder, 'add', '-A');
      git(folder, 'commit', '-q', '-m', 'begin');
      execFileSync('git', ['clone', '-q', folder, elsewhere]);
    } else await look(round, conflicts);
    // By whom each document is edited this time; who is asked for one that both edit is left to chance.
    const sides = new Map(ids.map((id) => [id, anyOf(['studio', 'folder', 'both'])]));
    if (round < kills) {
      const until = performance.now() + 5 + random() * 295;
      if (round % 4 === 3) checkOut(round);
      // Every other time not before a write was acknowledged, however slow the machine is.
      const known = told.acknowledged;
      const waits = round % 2 === 0;
      do {
        const id = anyOf(ids);
        const side = sides.get(id);
        if (side === 'studio' || (side === 'both' && random() < 0.5)) write(child, id);
        else editFile(id);
        await pause(random() * 4);
        if (waits && told.acknowledged === known) write(child, anyOf(ids));
      } while (performance.now() < until || (waits && told.acknowledged === known));
    }
    child.kill('SIGKILL');
    await gone(child);
    tell(round);
  }
  return told;
}

/** The linked process in one file: a hundred small ones take longer to load than what happens between two kills. */
async function linkedProgram(): Promise<string> {
  const entry = fileURLToPath(new URL('./linkedProcess.js', import.meta.url));
  const outfile = entry.replace(/\.js$/, '.bundle.mjs');
  await build({
    entryPoints: [entry],
    outfile,
    bundle: true,
    format: 'esm',
    platform: 'node',
    mainFields: ['module', 'main'],
    external: ['sqlite3', 'sequelize', 'umzug'],
    banner: { js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);" },
  });
  return outfile;
}
