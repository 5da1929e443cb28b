import { zip, type AsyncZippable } from 'fflate';

/** What a person drops on the shelf or chooses, as one file that the server reads: an archive, or a project file. */

/** More than this is no project's folder. */
const mostFiles = 20_000;
const mostBytes = 256 * 1024 * 1024;

/** Throws an Error for a person when it is none of these, or too much. */
export async function broughtIn(files: readonly { readonly path: string; readonly file: File }[]): Promise<Blob> {
  const wanted = files.filter(({ path }) => !path.split('/').some((name) => name.startsWith('.') || name === 'node_modules'));
  if (wanted.length === 0) throw new Error('There is nothing in it that can be brought in.');
  if (wanted.length > mostFiles) throw new Error(`Expected at most ${mostFiles} files, found ${wanted.length}.`);
  const size = wanted.reduce((sum, { file }) => sum + file.size, 0);
  if (size > mostBytes) throw new Error(`Expected at most ${mostBytes / 1e6} MB, found ${Math.round(size / 1e6)} MB.`);
  const [{ path, file }] = wanted;
  if (wanted.length === 1 && path.toLowerCase().endsWith('.zip')) return new Blob([file], { type: 'application/zip' });
  if (wanted.length === 1 && path.toLowerCase().endsWith('.json')) return new Blob([file], { type: 'application/json' });
  if (wanted.length === 1) throw new Error(`Expected a project’s folder, its archive (.zip) or a project file (.json), found “${path}”.`);
  const entries: AsyncZippable = {};
  for (const one of wanted) entries[one.path] = new Uint8Array(await one.file.arrayBuffer());
  return new Promise((done, fail) => {
    // Stored, not packed: it only goes to this machine's own server.
    zip(entries, { level: 0 }, (error, bytes) =>
      error ? fail(new Error(error.message)) : done(new Blob([bytes as BlobPart], { type: 'application/zip' })),
    );
  });
}

/** The files of a drop, folders with all that is in them. Must be called while the drop is being handled. */
export function droppedFiles({ items }: DataTransfer): Promise<{ path: string; file: File }[]> {
  const entries = [...items].flatMap((item) => item.webkitGetAsEntry() ?? []);
  return Promise.all(entries.map((entry) => filesOf(entry))).then((lists) => lists.flat());
}

async function filesOf(entry: FileSystemEntry): Promise<{ path: string; file: File }[]> {
  const path = entry.fullPath.replace(/^\//, '');
  if (entry.isFile) return [{ path, file: await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail)) }];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: FileSystemEntry[] = [];
  // A reader gives a hundred at a time.
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail));
    if (some.length === 0) break;
    found.push(...some);
  }
  return (await Promise.all(found.map((inner) => filesOf(inner)))).flat();
}
