import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { kitPath, type Asset, type Problem } from '@undatio/core';
import { collectionLimits, documentFile, isDocumentFile, listedCollections, settingsFile } from '@undatio/core/internal';
import { bytesBelow, contentBelow, refusedBelow } from '../files.js';
import type { AssetStore } from '../store/assetStore.js';
import { problemsWith } from '../store/documentChecks.js';
import { TooManyDocuments, type DocumentStore, type OneOfMany } from '../store/documentStore.js';
import { Agreed, type Receiver, type UnderWay } from './agreed.js';
import { keyAt, keyOf, placeOf, type FileProblem, type Key } from './folderFiles.js';
import { FolderWatch } from './folderWatch.js';
import { writeStudioSide } from './folderWriter.js';
import { FolderError } from './folderError.js';
import { documentsIn } from './projectFolder.js';
import { replaceBelow } from './replaceBelow.js';
import { settingsPlan } from './settingsPlan.js';
import { atOnce, readSides, type Sides, type SidesParts } from './sides.js';
import { threeWay } from './threeWay.js';

/** A document that both sides changed; the folder's state is undefined where its file was removed. */
export interface FolderConflict {
  readonly key: Key;
  readonly file: string;
  readonly document: unknown;
}

/** How a linked folder stands. */
export interface FolderState {
  readonly folder: string;
  readonly problems: readonly FileProblem[];
  readonly conflicts: readonly FolderConflict[];
  /** Why nothing is taken or written for now. */
  readonly halted?: string;
  /** When the folder was last found anew after it had been away, as ISO 8601; since then it is watched again. */
  readonly watchedAgain?: string;
}

/** A document that the folder changed, as it is stored now; without tag and document when it was removed. */
export interface OutsideChange {
  readonly key: Key;
  readonly etag?: string;
  readonly document?: unknown;
}

export interface FolderListener {
  state(state: FolderState): void;
  changes(changes: readonly OutsideChange[]): void;
  /** The link ends. */
  closed(): void;
}

export interface LinkParts {
  /** Where the project is kept; made when it is not there. */
  readonly folder: string;
  /** Which project, where the folder holds none yet. */
  readonly project: string | undefined;
  readonly documents: DocumentStore;
  readonly assets: AssetStore;
  readonly data: string;
}

/** Milliseconds after which what could not be written is tried again. */
const retryPause = 2000;
/** Milliseconds that a file may be away while another one is put in its place. */
const replacingTakes = 60;
/** Milliseconds between looks whether the folder is still the one that is watched. */
const lookPause = 1000;

/**
 * Keeps a project and a folder of text the same in both directions. Every change on either side makes the documents that it
 * touches due; a pass takes all that are due, compares both sides with what they last agreed on, and brings the one over that
 * changed: the folder's changes together, as one, or those of them that fit. Passes follow one another, never two at once.
 */
export class FolderLink {
  private readonly due = new Set<Key>();
  /** Documents of which the person wants the studio's state in the folder, whatever is there. */
  private readonly forced = new Set<Key>();
  private readonly problems = new Map<Key, FileProblem>();
  private readonly conflicts = new Map<Key, FolderConflict>();
  private readonly listeners = new Set<FolderListener>();
  private watch: FolderWatch;
  /** The folder that is watched, as the file system tells folders apart; undefined while there is none. */
  private watched: string | undefined;
  private looking: NodeJS.Timeout | undefined;
  private readonly settingsKey: Key;
  private readonly places: SidesParts;
  private readonly stopListening: () => void;
  private passing: Promise<void> = Promise.resolve();
  /** What is being done without anybody waiting for it. */
  private readonly underWay = new Set<Promise<void>>();
  private retry: NodeJS.Timeout | undefined;
  private closing = false;
  private halted: string | undefined;
  private rewatched: string | undefined;
  /** Whether the folder has had its settings: only then can they have been taken away. */
  private settled = false;
  private told = '';

  private constructor(
    readonly project: string,
    private readonly folder: string,
    private readonly parts: LinkParts,
    private readonly agreed: Agreed,
  ) {
    this.settingsKey = keyOf('settings', project);
    this.places = { folder, project, documents: parts.documents, assets: parts.assets };
    this.watch = this.newWatch();
    this.stopListening = parts.documents.onWritten((written, keys) => {
      if (written === project) this.behind(keys ? this.changed(keys as Key[]) : this.everything());
    });
  }

  /** Links a folder and brings both sides together. Throws FolderError where the folder cannot be used. */
  static async open(parts: LinkParts): Promise<FolderLink> {
    const folder = resolve(parts.folder);
    await mkdir(folder, { recursive: true });
    await removeLeftovers(folder);
    const settings = await settingsIn(folder);
    const project = settings ? projectIn(folder, settings.toString('utf8')) : parts.project;
    if (project === undefined) {
      const ids = (await parts.documents.projects()).map(({ id }) => id).join(', ');
      throw new FolderError(`${folder} holds no project yet; say which is to be kept there with --project (${ids})`);
    }
    if (parts.project !== undefined && parts.project !== project)
      throw new FolderError(`${folder} holds the project "${project}", not "${parts.project}"`);
    const stored = await parts.documents.has(project);
    if (!settings && !stored) throw new FolderError(`there is no saved project "${project}" to keep in ${folder}`);
    const agreed = await Agreed.open(parts.data, project, folder);
    // A side that holds nothing at all is new: what was agreed with the one before it is not its state.
    if (!settings || !stored) agreed.forget();
    const link = new FolderLink(project, folder, parts, agreed);
    try {
      await link.watch.ready;
      link.watched = await folderIdentity(folder);
      await link.everything();
      if (!(await parts.documents.has(project))) {
        const told = [...link.problems.values()].map(({ file, line, message }) => `${file}${line ? `:${line}` : ''}: ${message}`);
        if (link.halted !== undefined) told.push(link.halted);
        throw new FolderError(`the project in ${folder} cannot be used: ${told.join('; ')}`);
      }
    } catch (error) {
      await link.close();
      throw error;
    }
    link.looking = setInterval(() => link.behind(link.lookForFolder()), lookPause);
    link.looking.unref();
    return link;
  }

  get state(): FolderState {
    const byFile = <T extends { file: string }>(all: Iterable<T>): T[] => [...all].sort((a, b) => (a.file < b.file ? -1 : 1));
    const problems = byFile(this.problems.values());
    const conflicts = byFile(this.conflicts.values());
    return {
      folder: this.folder,
      problems,
      conflicts,
      ...(this.halted !== undefined && { halted: this.halted }),
      ...(this.rewatched !== undefined && { watchedAgain: this.rewatched }),
    };
  }

  /** Tells of every change of state, and of what comes in from the folder, until what it returns is called. */
  subscribe(listener: FolderListener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Writes the studio's state of a document over whatever the folder holds. False when nothing waits there to be decided. */
  async keepStudios(key: Key): Promise<boolean> {
    if (!this.conflicts.has(key) && !this.problems.has(key)) return false;
    this.forced.add(key);
    await this.changed([key]);
    return true;
  }

  /** Tells everybody who listens that the link ends. */
  hangUp(): void {
    for (const listener of this.listeners) listener.closed();
    this.listeners.clear();
  }

  /** Ends when everything that was due is done. */
  async close(): Promise<void> {
    this.closing = true;
    this.stopListening();
    clearInterval(this.looking);
    this.watch.close();
    await Promise.all(this.underWay);
    // One pass may ask for another.
    for (let last: Promise<void> | undefined; last !== this.passing; await last) last = this.passing;
    clearTimeout(this.retry);
  }

  /** What nobody waits for but the end: what fails of it is tried again. */
  private behind(work: Promise<void>): void {
    const done: Promise<void> = work.catch(() => this.later()).finally(() => this.underWay.delete(done));
    this.underWay.add(done);
  }

  /** Looks at every document anew, on both sides. */
  async everything(): Promise<void> {
    const files = (await documentsIn(this.folder)).map((path) => keyAt(path, this.project));
    const stored = (await this.parts.documents.names(this.project)).map(({ collection, id }) => keyOf(collection, id));
    await this.changed([...files, ...stored, ...(this.agreed.keys() as Key[])]);
  }

  private newWatch(): FolderWatch {
    return new FolderWatch(this.folder, (paths) => this.behind(this.filesChanged(paths)));
  }

  /**
   * A folder that went away and came back is another one to the file system, and nobody tells of what changes in it: it is watched
   * anew, and all of it is looked at.
   */
  private async lookForFolder(): Promise<void> {
    const now = await folderIdentity(this.folder);
    if ((now === this.watched && !this.watch.lost) || this.closing) return;
    this.watched = now;
    if (now !== undefined) {
      this.watch.close();
      this.watch = this.newWatch();
      await this.watch.ready;
      this.rewatched = new Date().toISOString();
    }
    await this.everything();
  }

  private async filesChanged(paths: readonly string[] | undefined): Promise<void> {
    if (!paths) return this.everything();
    const keys = paths.flatMap((path): Key[] => (isDocumentFile(path) ? [keyAt(path, this.project)] : []));
    const files = new Set(paths.filter((path) => path.startsWith('assets/') && !isDocumentFile(path)));
    if (files.size > 0) keys.push(...(await this.assetsWith(files)));
    // What was halted may go on.
    if (this.halted !== undefined) await this.everything();
    else if (keys.length > 0) await this.changed(keys);
  }

  private async assetsWith(files: ReadonlySet<string>): Promise<Key[]> {
    const stored = await this.parts.documents.entities(this.project);
    const named = stored.filter(({ collection, document }) => collection === 'assets' && files.has(kitPath((document as Asset).file)));
    const missing = [...this.problems.keys()].filter((key) => key.startsWith('assets/'));
    return [...named.map(({ collection, id }) => keyOf(collection, id)), ...missing];
  }

  private changed(keys: readonly Key[]): Promise<void> {
    for (const key of keys) this.due.add(key);
    const pass = this.passing.then(() => this.pass());
    this.passing = pass.catch(() => undefined);
    return pass;
  }

  private async pass(): Promise<void> {
    if (this.due.size === 0) return;
    try {
      this.halted = await this.whyHalted();
      if (this.halted === undefined) await this.bring();
      else this.later();
    } catch (error) {
      // Neither side is lost by it: what is due stays due.
      this.halted = `the folder cannot be kept: ${(error as Error).message}`;
      this.later();
    }
    this.tell();
  }

  /** Why neither side may follow the other now: what is gone as a whole was not deleted one by one. */
  private async whyHalted(): Promise<string | undefined> {
    const known = this.agreed.keys().length > 0;
    if (known && !(await this.parts.documents.has(this.project)))
      return `the project "${this.project}" was deleted here; the folder is left as it is`;
    const stands = (await contentBelow(this.folder, settingsFile)) !== undefined;
    this.settled ||= stands;
    // Gone for however short a time: it is watched anew when it is back.
    if (!stands && (await folderIdentity(this.folder)) === undefined) this.watched = undefined;
    if (known && this.settled && !stands) return `${join(this.folder, settingsFile)} is gone; the project is kept here as it was`;
    return undefined;
  }

  private async bring(): Promise<void> {
    const keys = [...this.due];
    this.due.clear();
    try {
      const sides = await this.settledSides(keys);
      for (const { key, inFolder } of sides) {
        this.conflicts.delete(key);
        this.problems.delete(key);
        const problem = 'problem' in inFolder ? inFolder.problem : undefined;
        if (problem) this.problems.set(key, problem);
      }
      const { toStudio, toFolder } = this.decided(sides);
      await this.bringTo(sides, toStudio, toFolder);
      await this.agreed.keep();
    } catch (error) {
      for (const key of keys) this.due.add(key);
      throw error;
    }
  }

  /** Of all documents but the settings: whose state is whose. */
  private decided(sides: readonly Sides[]): { toStudio: Sides[]; toFolder: Sides[] } {
    const toStudio: Sides[] = [];
    const toFolder: Sides[] = [];
    for (const side of sides) {
      const { key, folder, studio, inFolder } = side;
      if (key === this.settingsKey) continue;
      const forced = this.forced.delete(key);
      if (inFolder.type === 'unusable' && !forced) continue;
      // Even where both say the same: the bytes beside it may be missing.
      const decision = forced ? 'to folder' : threeWay(folder, studio, this.agreed.before(key, folder, studio));
      if (decision === 'same') this.agreed.set(key, folder);
      else if (decision === 'to studio') toStudio.push(side);
      else if (decision === 'to folder') toFolder.push(side);
      else this.conflicts.set(key, this.conflictOf(side));
      if (decision === 'same' && inFolder.type === 'document' && inFolder.outdated) toFolder.push(side);
    }
    return { toStudio, toFolder };
  }

  private conflictOf({ key, inFolder }: Sides): FolderConflict {
    const { collection, id } = placeOf(key);
    return { key, file: documentFile(collection, id), document: inFolder.type === 'document' ? inFolder.document : undefined };
  }

  /** Brings every change over. Those of the folder that do not fit are left out and told, then the others are tried again. */
  private async bringTo(sides: readonly Sides[], toStudio: readonly Sides[], toFolder: readonly Sides[]): Promise<void> {
    const present = new Set((await this.parts.documents.names(this.project)).map(({ collection, id }) => keyOf(collection, id)));
    const reshaped = sides.some(({ folder, studio }) => (folder === undefined) !== (studio === undefined));
    const settings =
      sides.find(({ key }) => key === this.settingsKey) ?? (reshaped ? (await this.sidesOf([this.settingsKey]))[0] : undefined);
    let coming = [...toStudio].sort((a, b) => (a.key < b.key ? -1 : 1));
    for (;;) {
      const after = new Set(present);
      for (const { key, folder } of coming) {
        if (folder === undefined) after.delete(key);
        else after.add(key);
      }
      const order = settings && settingsPlan(settings, after, this.agreed, this.forced.has(this.settingsKey));
      const underWay = new Map<Key, UnderWay>();
      const bring = (key: Key, to: Receiver, state: string | undefined): void => void underWay.set(key, { to, state: state ?? null });
      for (const { key, folder } of coming) bring(key, 'studio', folder);
      for (const { key, studio } of toFolder) bring(key, 'folder', studio);
      if (order?.write ?? order?.text) bring(this.settingsKey, order.write ? 'studio' : 'folder', JSON.stringify(order.next));
      await this.agreed.intend(underWay);
      const writes = coming.map((side) => this.writeOf(side));
      if (order?.write) writes.push(order.write);
      if (writes.length > 0) {
        const refused = await this.store(writes);
        if (refused === 'stale') {
          for (const { key } of sides) this.due.add(key);
          void this.changed([]);
          return;
        }
        if (refused.size > 0) {
          for (const [key, problem] of refused) this.problems.set(key, problem);
          const left = coming.filter(({ key }) => !refused.has(key));
          // The order alone cannot be refused; but no write may be tried for ever.
          if (left.length === coming.length) return;
          coming = left;
          continue;
        }
        for (const { key, folder } of coming) this.agreed.set(key, folder);
      }
      this.forced.delete(this.settingsKey);
      if (settings && order?.decision === 'both') this.conflicts.set(this.settingsKey, this.conflictOf(settings));
      else if (order && order.decision !== 'unusable' && order.text === undefined)
        this.agreed.set(this.settingsKey, JSON.stringify(order.next));
      const rewritten = coming.flatMap((side): Sides[] => {
        const { inFolder, key, folder } = side;
        if (inFolder.type !== 'document' || !inFolder.outdated) return [];
        const { collection, id } = placeOf(key);
        return [{ ...side, studio: folder, inStudio: { collection, id, etag: '', document: inFolder.document } }];
      });
      await this.writeFiles([...toFolder, ...rewritten]);
      if (settings && order?.text !== undefined && (await this.writeSettings(settings, order.text)))
        this.agreed.set(this.settingsKey, JSON.stringify(order.next));
      return;
    }
  }

  private writeOf({ key, inFolder, inStudio }: Sides): OneOfMany {
    const { collection, id } = placeOf(key);
    const document = inFolder.type === 'document' ? inFolder.document : undefined;
    return { collection, id, etag: inStudio?.etag, document, check: () => Promise.resolve() };
  }

  /** Stores the folder's changes as one, or tells which of them do not fit; then none is stored. */
  private async store(writes: readonly OneOfMany[]): Promise<Map<Key, FileProblem> | 'stale'> {
    const refused = new Map<Key, FileProblem>();
    const checked = writes.map((write, i): OneOfMany => {
      const { collection, id, document } = write;
      return {
        ...write,
        check: async (reader) => {
          const errors = (await problemsWith(write, document, reader)).filter(({ severity }) => severity === 'error');
          if (errors.length > 0) refused.set(keyOf(collection, id), problemOf(write, errors));
          if (i === writes.length - 1 && refused.size > 0) throw new Refused();
        },
      };
    });
    for (const { collection, document } of writes) if (collection === 'assets' && document) await this.keepBytes(document as Asset);
    try {
      const result = await this.parts.documents.writeTogether(this.project, checked);
      if ('stale' in result) return 'stale';
      const changes = writes.map(({ collection, id, document }): OutsideChange => {
        const key = keyOf(collection, id);
        return document === undefined ? { key } : { key, etag: result.etags[key], document };
      });
      for (const listener of this.listeners) listener.changes(changes);
    } catch (error) {
      if (error instanceof TooManyDocuments) return beyondLimit(writes, error);
      if (!(error instanceof Refused)) throw error;
    }
    return refused;
  }

  private async keepBytes({ file, sha256 }: Asset): Promise<void> {
    if (await this.parts.assets.has(sha256)) return;
    const bytes = await bytesBelow(this.folder, kitPath(file));
    if (bytes) await this.parts.assets.write(bytes);
  }

  /**
   * The sides of documents. A file that is missing is looked for twice: who puts another one in its place, as version control does,
   * may be about to.
   */
  private async settledSides(keys: readonly Key[]): Promise<Sides[]> {
    const sides = await this.sidesOf(keys);
    const missing = sides.filter(({ folder, studio }) => folder === undefined && studio !== undefined);
    if (missing.length === 0) return sides;
    await new Promise((done) => setTimeout(done, replacingTakes));
    const again = new Map((await this.sidesOf(missing.map(({ key }) => key))).map((side) => [side.key, side]));
    return sides.map((side) => again.get(side.key) ?? side);
  }

  private async writeFiles(sides: readonly Sides[]): Promise<void> {
    for (let i = 0; i < sides.length; i += atOnce) await Promise.all(sides.slice(i, i + atOnce).map((side) => this.writeFile(side)));
  }

  private async writeFile(side: Sides): Promise<void> {
    const { key } = side;
    try {
      // Changed once more since it was read: that comes first.
      const [now] = await this.sidesOf([key]);
      // Not a newer state that the studio may have by now: what was said to be brought over, and no other, comes over.
      if (now.folder !== side.folder || !(await writeStudioSide(this.places, side, now))) {
        this.due.add(key);
        void this.changed([]);
        return;
      }
      this.agreed.set(key, side.studio);
      this.problems.delete(key);
    } catch (error) {
      const { collection, id } = placeOf(key);
      this.unwritten(key, documentFile(collection, id), error);
    }
  }

  /** Whether the settings stand in the folder now. */
  private async writeSettings({ key, inFolder }: Sides, text: string): Promise<boolean> {
    try {
      const before = inFolder.type === 'absent' ? undefined : inFolder.bytes;
      if (!(await replaceBelow(this.folder, settingsFile, before, Buffer.from(text)))) {
        this.due.add(key);
        void this.changed([]);
        return false;
      }
      this.settled = true;
      return true;
    } catch (error) {
      this.unwritten(key, settingsFile, error);
      return false;
    }
  }

  private unwritten(key: Key, file: string, error: unknown): void {
    if (!(error as NodeJS.ErrnoException).syscall && !(error instanceof FolderError)) throw error;
    this.problems.set(key, { key, file, message: `cannot be written: ${(error as Error).message}; it is stored here, and tried again` });
    this.due.add(key);
    this.later();
  }

  /** Looks at everything anew in a while: what was due may not be known. */
  private later(): void {
    clearTimeout(this.retry);
    if (this.closing) return;
    this.retry = setTimeout(() => this.behind(this.everything()), retryPause);
    this.retry.unref();
  }

  private sidesOf(keys: readonly Key[]): Promise<Sides[]> {
    return readSides(this.places, keys);
  }

  private tell(): void {
    const { state } = this;
    const text = JSON.stringify(state);
    if (text === this.told) return;
    this.told = text;
    for (const listener of this.listeners) listener.state(state);
  }
}

/** Rolls a transaction back without being a fault. */
class Refused extends Error {}

function problemOf({ collection, id, document }: OneOfMany, [first]: readonly Problem[]): FileProblem {
  const message =
    document === undefined ? `it was removed, but is used: ${first.path}: ${first.message}` : `${first.path}: ${first.message}`;
  return { key: keyOf(collection, id), file: documentFile(collection, id), message };
}

/** The bytes of a folder's settings; undefined where it has none. Throws FolderError where something else is in their place. */
async function settingsIn(folder: string): Promise<Buffer | undefined> {
  const content = await contentBelow(folder, settingsFile);
  if (content && 'refused' in content) throw new FolderError(`${join(folder, settingsFile)}: ${content.refused}`);
  return content?.bytes;
}

/** The new files that are one too many, the last by name first: the others may come in. */
function beyondLimit(writes: readonly OneOfMany[], { collection, count, message }: TooManyDocuments): Map<Key, FileProblem> {
  const fresh = writes.filter((write) => write.collection === collection && write.etag === undefined && write.document !== undefined);
  const over = fresh.slice(-(count - collectionLimits[collection]));
  return new Map(
    over.map(({ id }) => {
      const key = keyOf(collection, id);
      return [key, { key, file: documentFile(collection, id), message }];
    }),
  );
}

/** Which project a folder's settings name. */
function projectIn(folder: string, text: string): string {
  let id: unknown;
  try {
    ({ id } = JSON.parse(text.replace(/^\uFEFF/, '')) as { id?: unknown });
  } catch {
    throw new FolderError(`${join(folder, settingsFile)} is there and cannot be read as a project's; nothing was taken or written`);
  }
  if (typeof id !== 'string') throw new FolderError(`${join(folder, settingsFile)}: id: expected the project's id`);
  return id;
}

/** Tells a folder from another at the same path: its device and number, or undefined where there is none. */
async function folderIdentity(folder: string): Promise<string | undefined> {
  const found = await stat(folder).catch(() => undefined);
  return found?.isDirectory() ? `${found.dev}:${found.ino}` : undefined;
}

/** What a process that was killed in the middle of writing left beside the files. */
async function removeLeftovers(folder: string): Promise<void> {
  if (!(await stat(folder)).isDirectory()) throw new FolderError(`${folder} is no folder`);
  for (const within of ['', ...listedCollections]) {
    if ((await refusedBelow(folder, within, 'folder')) !== undefined) continue;
    const names = await readdir(join(folder, within)).catch(() => []);
    for (const name of names) if (/\.json\.\d+(-\d+)?\.part$/.test(name)) await rm(join(folder, within, name), { force: true });
  }
}
