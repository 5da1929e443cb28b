import { watch, type FSWatcher } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { isDocumentFile } from '@undatio/core/internal';
import { listed } from './folderFiles.js';

/** Milliseconds of quiet after which what changed is told together, and how long it waits at most while more comes. */
const quiet = 120;
const patience = 3000;

/**
 * Tells which files of a project's folder changed: those that change in one go, at once. Undefined is told where a folder within
 * it came or went, so that anything in it may have changed. One watch for each folder, without a look at the files beside the
 * one that changed: a thousand files at once cost a thousand events and no more.
 */
export class FolderWatch {
  /** Resolves when every later change will be seen. */
  readonly ready: Promise<void>;
  /** Whether the folder itself went away: what comes back in its place is not watched by this. */
  lost = false;
  private readonly watchers = new Map<string, FSWatcher>();
  private readonly paths = new Set<string>();
  private all = false;
  private timer: NodeJS.Timeout | undefined;
  private since: number | undefined;
  private closed = false;

  constructor(
    private readonly folder: string,
    private readonly changed: (paths: readonly string[] | undefined) => void,
  ) {
    this.ready = this.watchFrom('');
  }

  /** Ends when nothing more is told. */
  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
    for (const watcher of this.watchers.values()) watcher.close();
    this.watchers.clear();
  }

  /** Watches a folder within this one, and those in it that can hold something of the project. */
  private async watchFrom(inside: string): Promise<void> {
    this.watchers.get(inside)?.close();
    this.watchers.delete(inside);
    if (this.closed) return;
    const watcher = watch(join(this.folder, inside));
    this.watchers.set(inside, watcher);
    watcher.on('change', (event, name) => this.saw(inside, event, name));
    // A folder that is gone; the one that it lies in tells of that.
    watcher.on('error', () => watcher.close());
    // Links are not followed, and no folder behind one is watched.
    const within = (await readdir(join(this.folder, inside), { withFileTypes: true })).filter((entry) => entry.isDirectory());
    const concerned = within.map(({ name }) => joined(inside, name)).filter(concernsFolder);
    await Promise.all(concerned.map((path) => this.watchFrom(path)));
  }

  private saw(inside: string, event: string, name: string | Buffer | null): void {
    if (name === null) return this.collect(undefined);
    const path = joined(inside, name.toString());
    // What happens to a watched folder itself is told under its own name.
    const itself = name.toString() === basename(join(this.folder, inside));
    if (event === 'rename' && (concernsFolder(path) || itself)) this.folderMoved(inside, path);
    if (concernsFile(path)) this.collect(path);
  }

  private folderMoved(inside: string, path: string): void {
    if (inside === '') void stat(this.folder).catch(() => this.lose());
    if (!concernsFolder(path)) return;
    void stat(join(this.folder, path)).then(
      async (found) => {
        if (!found.isDirectory()) return;
        // Gone again meanwhile: then that is told as well.
        await this.watchFrom(path).catch(() => undefined);
        this.collect(undefined);
      },
      () => {
        if (this.watchers.has(path)) this.collect(undefined);
        this.watchers.get(path)?.close();
        this.watchers.delete(path);
      },
    );
  }

  private lose(): void {
    this.lost = true;
    this.collect(undefined);
  }

  private collect(path: string | undefined): void {
    if (this.closed) return;
    const now = performance.now();
    this.since ??= now;
    if (path === undefined) this.all = true;
    else this.paths.add(path);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), Math.max(0, Math.min(quiet, this.since + patience - now)));
  }

  private flush(): void {
    const paths = this.all ? undefined : [...this.paths];
    this.paths.clear();
    this.all = false;
    this.since = undefined;
    this.changed(paths);
  }
}

function joined(inside: string, name: string): string {
  return inside === '' ? name : `${inside}/${name}`;
}

/** The folder may be a whole game's: only what can be of the project is looked at. */
function concernsFolder(path: string): boolean {
  return path.startsWith('assets/') || listed.some((collection) => collection === path);
}

function concernsFile(path: string): boolean {
  return isDocumentFile(path) || (path.startsWith('assets/') && !path.endsWith('.part'));
}
