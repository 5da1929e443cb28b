import { relative, sep } from 'node:path';
import { watch, type FSWatcher } from 'chokidar';
import { isDocumentFile } from '@undatio/core/internal';
import { listed } from './folderFiles.js';

/** Milliseconds of quiet after which what changed is told together, and how long it waits at most while more comes. */
const quiet = 120;
const patience = 3000;

/** Tells which files of a project's folder changed: those that change in one go, at once. */
export class FolderWatch {
  /** Resolves when every later change will be seen. */
  readonly ready: Promise<void>;
  private readonly watcher: FSWatcher;
  private readonly paths = new Set<string>();
  private timer: NodeJS.Timeout | undefined;
  private since = 0;

  constructor(
    private readonly folder: string,
    private readonly changed: (paths: readonly string[]) => void,
  ) {
    this.watcher = watch(folder, { ignoreInitial: true, ignored: (path) => !this.concerns(this.inside(path)) });
    this.ready = new Promise((done, fail) => {
      this.watcher.once('ready', done);
      // Later ones are of single files that went away while they were looked at; what is due finds that out by itself.
      this.watcher.on('error', fail);
    });
    this.watcher.on('all', (_, path) => this.collect(this.inside(path)));
  }

  async close(): Promise<void> {
    clearTimeout(this.timer);
    await this.watcher.close();
  }

  private inside(path: string): string {
    return relative(this.folder, path).split(sep).join('/');
  }

  /** The folder may be a whole game's: only what can be of the project is looked at. */
  private concerns(path: string): boolean {
    if (path === '' || isDocumentFile(path)) return true;
    return path.endsWith('.part') ? false : path.startsWith('assets/') || listed.some((collection) => collection === path);
  }

  private collect(path: string): void {
    const now = Date.now();
    if (this.paths.size === 0) this.since = now;
    this.paths.add(path);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), Math.max(0, Math.min(quiet, this.since + patience - now)));
  }

  private flush(): void {
    const paths = [...this.paths];
    this.paths.clear();
    this.changed(paths);
  }
}
