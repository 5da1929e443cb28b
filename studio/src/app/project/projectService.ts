import { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { problemsOf, projectSchema, storedSettingsOf, type Project, type Sequence, type StoredSettings } from '@undatio/core';
import { assembleProject, compileContext, listedCollections, type CompileContext } from '@undatio/core/internal';
import { BehaviorSubject, catchError, EMPTY, filter, map } from 'rxjs';
import { parseDocument, readDocument, withDocument, type DocumentKey, type DocumentState, type EditableDocument } from './documentKey';
import { History } from './history';
import { ProjectApi, type Entity } from './projectApi';
import type { NamedCollection } from '@undatio/core/internal';
import type { Draft } from './draftStore';
import { relabelled } from './relabelled';
import { SaveQueue } from './saveQueue';
import { sameValue } from '../shared/sameValue';

/** `empty`: there is no such project. */
export type LoadState = { readonly type: 'loading' | 'ready' | 'empty' } | { readonly type: 'failed'; readonly message: string };

/** A document as it is stored now because of what somebody did outside; without tag and document when it was removed. */
export interface OutsideChange {
  readonly key: DocumentKey;
  readonly etag?: string;
  readonly document?: unknown;
}

/** Owns the open project: its documents and their history. Saving is the queue's work. */
@Injectable({ providedIn: 'root' })
export class ProjectService {
  private readonly api = inject(ProjectApi);
  private readonly state = new BehaviorSubject<Project | undefined>(undefined);
  private readonly load = new BehaviorSubject<LoadState>({ type: 'loading' });
  private readonly history = new History<readonly DocumentState[]>();
  private readonly historyChanged = new BehaviorSubject<void>(undefined);
  private readonly queue = new SaveQueue(this.api, (key) => this.read(key));
  private readonly id = signal<string | undefined>(undefined);
  private contextFor: Pick<Project, 'events' | 'assets' | 'actors'> | undefined;
  private context: CompileContext | undefined;

  readonly project$ = this.state.pipe(filter((project) => project !== undefined));
  readonly load$ = this.load.asObservable();
  readonly save$ = this.queue.state$;
  /** What undo and redo would do now, for their controls. */
  readonly history$ = this.historyChanged.pipe(map(() => ({ undo: this.history.undoable?.label, redo: this.history.redoable?.label })));

  /** The project as it stands; undefined until it is loaded. */
  get project(): Project | undefined {
    return this.state.value;
  }

  sequence(id: string): Sequence | undefined {
    return this.project?.sequences.find((sequence) => sequence.id === id);
  }

  /** Events and clips ready for compiling; made anew only when they change. */
  compileContext(project: Project): CompileContext {
    if (
      !this.context ||
      this.contextFor?.events !== project.events ||
      this.contextFor.assets !== project.assets ||
      this.contextFor.actors !== project.actors
    ) {
      this.contextFor = { events: project.events, assets: project.assets, actors: project.actors };
      this.context = compileContext(project);
    }
    return this.context;
  }

  /** The id of the project that this page is about; undefined on the shelf. */
  get opened(): string | undefined {
    return this.id();
  }

  /** Loads a project, with any drafts that an earlier visit could not save. A page opens one, or the same again. */
  open(id: string): void {
    this.id.set(id);
    this.load.next({ type: 'loading' });
    this.api
      .entities(id)
      .pipe(
        catchError((error: unknown) => {
          const missing = error instanceof HttpErrorResponse && error.status === 404;
          this.load.next(missing ? { type: 'empty' } : { type: 'failed', message: 'The server cannot be reached.' });
          return EMPTY;
        }),
      )
      .subscribe((entities) => this.loaded(entities));
  }

  /** The project was thrown away: this page is about none any more. */
  close(): void {
    this.id.set(undefined);
  }

  /** Tries once more to load what could not be. */
  openAgain(): void {
    const id = this.id();
    if (id !== undefined) this.open(id);
  }

  /** Replaces a sequence by what `edit` makes of it. Edits with the same `gesture` are undone together. */
  edit(id: string, label: string, edit: (sequence: Sequence) => Sequence, gesture?: string): void {
    this.editDocument(`sequences/${id}`, label, (document) => edit(document as Sequence), gesture);
  }

  /** Replaces the project's settings by what `edit` makes of them. */
  editSettings(label: string, edit: (settings: StoredSettings) => StoredSettings, gesture?: string): void {
    if (this.project) this.editDocument(`settings/${this.project.id}`, label, (document) => edit(document as StoredSettings), gesture);
  }

  /** Replaces any one document by what `edit` makes of it. Edits with the same `gesture` are undone together. */
  editDocument(key: DocumentKey, label: string, edit: (document: EditableDocument) => EditableDocument, gesture?: string): void {
    const before = this.read(key);
    if (!before) return;
    const after = edit(before);
    if (after !== before) this.change(label, [[key, after]], gesture);
  }

  /** Gives a document another label, and returns the id that it has then: it follows the label until a game uses the ids. */
  relabel(collection: NamedCollection, { id, label: before }: { readonly id: string; readonly label: string }, label: string): string {
    if (!this.project || label === before) return id;
    const { id: to, states } = relabelled(this.project, collection, id, label);
    this.change(`rename ${before}`, states);
    return to;
  }

  /**
   * Puts several documents into new states, in this order, as one step: one to undo, and stored as one. A state that is
   * undefined removes its document.
   */
  change(label: string, after: readonly DocumentState[], gesture?: string): void {
    const before = after.map(([key]): DocumentState => [key, this.read(key)]);
    const id = after.map(([key]) => key).join(' ');
    this.history.record({ id, label, before, after, gesture });
    this.put(after);
  }

  /** Adds a document behind the one with the id `behind`, or at the end. */
  add(label: string, key: DocumentKey, document: EditableDocument, behind?: string): void {
    const { project } = this;
    if (!project) return;
    const added = withDocument(project, key, document);
    const order = storedSettingsOf(added).order ?? {};
    const collection = key.slice(0, key.indexOf('/')) as keyof typeof order;
    const ids = (order[collection] ?? []).filter((id) => id !== document.id);
    ids.splice(behind === undefined ? ids.length : ids.indexOf(behind) + 1, 0, document.id);
    const settings = { ...storedSettingsOf(added), order: { ...order, [collection]: ids } };
    this.change(label, [
      [key, document],
      [`settings/${project.id}`, settings],
    ]);
  }

  /** Removes documents; others that must change with them come first. */
  remove(label: string, keys: readonly DocumentKey[], others: readonly DocumentState[] = []): void {
    const { project } = this;
    if (!project) return;
    // With the settings, so that taking it back puts it in its old place.
    const settings: DocumentKey = `settings/${project.id}`;
    const gone = keys.map((key): DocumentState => [key, undefined]);
    const left = [...others, ...gone].reduce((all, [key, document]) => withDocument(all, key, document), project);
    this.change(label, [...others.filter(([key]) => key !== settings), ...gone, [settings, storedSettingsOf(left)]]);
  }

  undo(): void {
    const change = this.history.undo();
    if (change) this.put(change.before);
  }

  redo(): void {
    const change = this.history.redo();
    if (change) this.put(change.after);
  }

  saveAgain(): void {
    this.queue.saveAgain();
  }

  /** After a conflict: write our state over what somebody else left. */
  keepMine(key: DocumentKey): void {
    this.queue.keepMine(key);
  }

  /** After a conflict: what we have, and what somebody else left; undefined where it is not there or cannot be used. */
  bothStates(key: DocumentKey): { mine: EditableDocument | undefined; theirs: EditableDocument | undefined } {
    return { mine: this.read(key), theirs: parseDocument(key, this.queue.theirs(key)) };
  }

  /** After a conflict: write what was put together from both over what somebody else left. */
  keepMix(key: DocumentKey, mix: EditableDocument): void {
    this.editDocument(key, 'put two states together', () => mix);
    this.queue.keepMine(key);
  }

  /** After a conflict: show what somebody else left. Ours stays one undo away. */
  takeTheirs(key: DocumentKey): void {
    const json = this.queue.theirs(key);
    const theirs = parseDocument(key, json);
    if (json !== undefined && !theirs) return;
    this.queue.takeTheirs(key);
    this.history.record({
      id: key,
      label: 'take the stored state',
      before: [[key, this.read(key)]],
      after: [[key, theirs]],
      gesture: undefined,
    });
    this.replaceInState([[key, theirs]]);
    this.historyChanged.next();
  }

  /** Every document of the open project. */
  keys(): DocumentKey[] {
    const { project } = this;
    if (!project) return [];
    return [
      `settings/${project.id}`,
      ...listedCollections.flatMap((collection) => project[collection].map(({ id }): DocumentKey => `${collection}/${id}`)),
    ];
  }

  /**
   * Takes in what was stored from outside, as one step to undo. What is being worked on here stays: writing it will find that
   * both sides changed it.
   */
  takeOutside(changes: readonly OutsideChange[]): void {
    const taken = changes.filter(({ key, etag }) => this.queue.takes(key, etag));
    const after = taken
      .map(({ key, document }): DocumentState => [key, parseDocument(key, document)])
      .filter(([key, document]) => document !== undefined || this.read(key) !== undefined);
    if (after.length === 0) return;
    for (const { key, etag } of taken) this.queue.hold(key, etag);
    const before = after.map(([key]): DocumentState => [key, this.read(key)]);
    const names = after.length === 1 ? after[0][0] : `${after.length} documents`;
    this.history.record({ id: names, label: `changed in the folder: ${names}`, before, after, gesture: undefined });
    this.replaceInState(after);
    this.historyChanged.next();
  }

  private loaded(entities: readonly Entity[]): void {
    const json = assembleProject(entities);
    if (!json) {
      this.load.next({ type: 'empty' });
      return;
    }
    // What is stored was checked when it was: here it need only be of the right shape.
    const parsed = projectSchema().safeParse(json);
    if (!parsed.success) {
      const [{ path, message }] = problemsOf(parsed.error);
      this.load.next({ type: 'failed', message: `The stored project cannot be used: ${path}: ${message}` });
      return;
    }
    const project = parsed.data as Project;
    this.queue.opened(project.id, new Map(entities.map(({ collection, id, etag }) => [`${collection}/${id}`, etag])));
    this.state.next(project);
    this.load.next({ type: 'ready' });
    this.restore(this.queue.drafts());
    void this.queue.adopted().then((drafts) => this.restore(drafts));
  }

  private restore(drafts: readonly Draft[]): void {
    for (const draft of drafts) {
      const { key, etag, document } = draft;
      const parsed = parseDocument(key, document);
      const stored = this.read(key);
      // Stored after all, though the page was left before it was told so.
      if (parsed && sameValue(parsed, stored)) {
        this.queue.dropDraft(key);
        continue;
      }
      const sent = draft.sent === undefined ? undefined : parseDocument(key, draft.sent);
      if (parsed && sent && sameValue(sent, stored)) {
        // What is stored is an earlier state of this very work: it goes on from there.
        this.change('unsaved work of an earlier visit', [[key, parsed]]);
        continue;
      }
      // One that was never stored is there again; one that was deleted elsewhere meanwhile is not.
      if (parsed && (this.read(key) !== undefined || etag === '')) {
        this.queue.takeDraft(draft);
        this.change('unsaved work of an earlier visit', [[key, parsed]]);
      } else this.queue.dropDraft(key);
    }
  }

  private put(states: readonly DocumentState[]): void {
    this.replaceInState(states);
    this.historyChanged.next();
    this.queue.changed(states.map(([key]) => key));
  }

  /** A document as it stands; undefined when it is not there. */
  read(key: DocumentKey): EditableDocument | undefined {
    return this.project && readDocument(this.project, key);
  }

  private replaceInState(states: readonly DocumentState[]): void {
    const { project } = this;
    if (project) this.state.next(states.reduce((all, [key, document]) => withDocument(all, key, document), project));
  }
}
