import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { watch } from 'chokidar';
import { FolderWatch } from '../folder/folderWatch.js';
import { isFolder } from '../folder/projectFolder.js';
import { dataFolder, paths } from '../paths.js';
import { exportKit } from './export.js';
import { ProblemsFound, UsageError } from './projectArgument.js';
import { sink } from './sink.js';

/** Milliseconds of quiet after which a change is taken to be whole. */
const quiet = 150;

interface Watching {
  readonly ready: Promise<unknown>;
  close(): void | Promise<void>;
}

/**
 * `undatio export --watch`: writes the kit, and again after each change of the project, until `stopped`. A state that cannot be
 * used is told, and the kit stays as it was.
 */
export async function watchExport(argument: string, options: { out: string; lean?: boolean }, stopped = interrupted()): Promise<void> {
  let due = false;
  let running: Promise<void> | undefined;
  const again = async (): Promise<void> => {
    while (due) {
      due = false;
      await attempt(argument, options);
    }
    running = undefined;
  };
  const changed = (): void => {
    due = true;
    running ??= again();
  };
  // Watched first, so that nothing is missed between.
  const watching = await watched(argument, changed);
  await watching.ready;
  changed();
  await stopped;
  await watching.close();
  await running;
}

async function attempt(argument: string, options: { out: string; lean?: boolean }): Promise<void> {
  try {
    await exportKit(argument, options);
  } catch (error) {
    // Problems have been told line by line.
    if (!(error instanceof ProblemsFound)) sink.tell(`undatio export: ${(error as Error).message}`);
    if (!(error instanceof ProblemsFound || error instanceof UsageError || (error as NodeJS.ErrnoException).syscall)) throw error;
  }
}

async function watched(argument: string, changed: () => void): Promise<Watching> {
  if (argument.startsWith('saved:')) return stored(changed);
  const path = argument === 'demo' ? paths.demoProject : argument;
  try {
    return (await isFolder(path)) ? new FolderWatch(path, changed) : filesOf([path], changed);
  } catch (error) {
    throw new UsageError(`cannot watch ${path}: ${(error as Error).message}`);
  }
}

/** The database's files. It is held open meanwhile: else every reader that is the last would write to them by closing. */
async function stored(changed: () => void): Promise<Watching> {
  const { DocumentStore } = await import('../store/documentStore.js');
  const documents = await DocumentStore.openForReading(dataFolder());
  await documents.answers();
  const files = filesOf(
    ['undatio.sqlite', 'undatio.sqlite-wal'].map((name) => join(dataFolder(), name)),
    changed,
  );
  return {
    ready: files.ready,
    async close() {
      await files.close();
      await documents.close();
    },
  };
}

function filesOf(files: readonly string[], changed: () => void): Watching {
  const watcher = watch([...files], { ignoreInitial: true });
  let timer: NodeJS.Timeout | undefined;
  let known = stateOf(files);
  // Files that are only read may be told as changed, too.
  const look = async (): Promise<void> => {
    const before = await known;
    known = stateOf(files);
    if ((await known) !== before) changed();
  };
  watcher.on('all', () => {
    clearTimeout(timer);
    timer = setTimeout(() => void look(), quiet);
  });
  return {
    ready: new Promise((done) => watcher.once('ready', () => done(undefined))),
    async close() {
      clearTimeout(timer);
      await watcher.close();
    },
  };
}

/** When files were last written, and how long they are. */
async function stateOf(files: readonly string[]): Promise<string> {
  const stats = await Promise.all(files.map((file) => stat(file).catch(() => undefined)));
  return stats.map((one) => `${one?.mtimeMs} ${one?.size}`).join(', ');
}

/** Until the person breaks it off. */
function interrupted(): Promise<void> {
  return new Promise((stop) => {
    process.once('SIGINT', stop);
    process.once('SIGTERM', stop);
  });
}
