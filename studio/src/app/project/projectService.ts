import { inject, Injectable } from '@angular/core';
import { compileContext, readProject, sequenceSchema, type CompileContext, type Project, type Sequence } from '@undatio/core';
import { BehaviorSubject, catchError, EMPTY, filter, map, of, Subject, switchMap, type Observable } from 'rxjs';
import { autosave, Retry, type SaveReport, type SaveRequest } from './autosave';
import { DraftStore } from './draftStore';
import { History } from './history';
import { ProjectApi, type Entity, type SaveOutcome } from './projectApi';

/** How the last edits stand with the server. */
export type SaveState =
  | { readonly type: 'saved' }
  | { readonly type: 'saving' }
  | { readonly type: 'failed' | 'refused'; readonly message: string }
  | { readonly type: 'conflict'; readonly sequence: string };

export type LoadState = { readonly type: 'loading' | 'ready' | 'empty' } | { readonly type: 'failed'; readonly message: string };

/** Wait this long after the last edit before writing. */
const savePause = 350;

/** Owns the open project: its documents, their history, and saving them. */
@Injectable({ providedIn: 'root' })
export class ProjectService {
  private readonly api = inject(ProjectApi);
  private readonly state = new BehaviorSubject<Project | undefined>(undefined);
  private readonly load = new BehaviorSubject<LoadState>({ type: 'loading' });
  private readonly save = new BehaviorSubject<SaveState>({ type: 'saved' });
  private readonly edits = new Subject<SaveRequest>();
  private readonly retry = new Retry();
  private readonly history = new History<Sequence>();
  private readonly historyChanged = new BehaviorSubject<void>(undefined);
  /** The entity tag of each sequence as last read or written. */
  private readonly etags = new Map<string, string>();
  /** Sequences whose newest state the server has not accepted. */
  private readonly unsaved = new Set<string>();
  private readonly conflicts = new Map<string, { etag: string; document: unknown }>();
  private drafts = new DraftStore('');
  private contextFor: Pick<Project, 'events' | 'assets'> | undefined;
  private context: CompileContext | undefined;

  readonly project$ = this.state.pipe(filter((project) => project !== undefined));
  readonly load$ = this.load.asObservable();
  readonly save$ = this.save.asObservable();
  /** What undo and redo would do now, for their controls. */
  readonly history$ = this.historyChanged.pipe(map(() => ({ undo: this.history.undoable?.label, redo: this.history.redoable?.label })));

  constructor() {
    autosave(this.edits, savePause, (request) => this.write(request)).subscribe((report) => this.settle(report));
    this.retry.due$.subscribe(() => this.saveAgain());
    window.addEventListener('online', () => this.saveAgain());
    window.addEventListener('beforeunload', (event) => {
      if (this.unsaved.size > 0) event.preventDefault();
    });
    this.open();
  }

  /** The project as it stands; undefined until it is loaded. */
  get project(): Project | undefined {
    return this.state.value;
  }

  sequence(id: string): Sequence | undefined {
    return this.project?.sequences.find((sequence) => sequence.id === id);
  }

  /** Events and clips ready for compiling; made anew only when they change. */
  compileContext(project: Project): CompileContext {
    if (!this.context || this.contextFor?.events !== project.events || this.contextFor.assets !== project.assets) {
      this.contextFor = { events: project.events, assets: project.assets };
      this.context = compileContext(project);
    }
    return this.context;
  }

  /** Loads the first project, with any drafts that an earlier visit could not save. */
  open(): void {
    this.load.next({ type: 'loading' });
    this.api
      .projects()
      .pipe(
        switchMap(([first]) => (first ? this.api.entities(first.id) : of<Entity[]>([]))),
        catchError(() => {
          this.load.next({ type: 'failed', message: 'The server cannot be reached.' });
          return EMPTY;
        }),
      )
      .subscribe((entities) => this.loaded(entities));
  }

  /** Replaces a sequence by what `edit` makes of it. Edits with the same `gesture` are undone together. */
  edit(id: string, label: string, edit: (sequence: Sequence) => Sequence, gesture?: string): void {
    const before = this.sequence(id);
    if (!before) return;
    const after = edit(before);
    if (after === before) return;
    this.history.record({ id, label, before, after, gesture });
    this.put(after);
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
    for (const id of this.unsaved) if (!this.conflicts.has(id)) this.edits.next({ collection: 'sequences', id });
  }

  /** After a conflict: write our state over what somebody else left. */
  keepMine(id: string): void {
    const theirs = this.conflicts.get(id);
    if (!theirs) return;
    this.etags.set(id, theirs.etag);
    this.conflicts.delete(id);
    this.edits.next({ collection: 'sequences', id });
  }

  /** After a conflict: show what somebody else left. Ours stays one undo away. */
  takeTheirs(id: string): void {
    const theirs = this.conflicts.get(id);
    const ours = this.sequence(id);
    if (!theirs || !ours) return;
    const document = sequenceSchema().parse(theirs.document) as Sequence;
    this.etags.set(id, theirs.etag);
    this.conflicts.delete(id);
    this.history.record({ id, label: 'take the stored state', before: ours, after: document, gesture: undefined });
    this.replaceInState(document);
    this.markSaved(id);
    this.historyChanged.next();
    this.report();
  }

  private loaded(entities: readonly Entity[]): void {
    const settings = entities.find(({ collection }) => collection === 'settings');
    if (!settings) {
      this.load.next({ type: 'empty' });
      return;
    }
    const all = (wanted: string): unknown[] => entities.filter(({ collection }) => collection === wanted).map(({ document }) => document);
    const json = {
      format: 1,
      ...(settings.document as object),
      events: all('events'),
      actors: all('actors'),
      assets: all('assets'),
      sequences: all('sequences'),
    };
    const { project, problems } = readProject(json);
    if (!project) {
      this.load.next({ type: 'failed', message: `The stored project cannot be used: ${problems[0].path}: ${problems[0].message}` });
      return;
    }
    for (const { collection, id, etag } of entities) if (collection === 'sequences') this.etags.set(id, etag);
    this.drafts = new DraftStore(project.id);
    this.state.next(project);
    this.load.next({ type: 'ready' });
    this.restoreDrafts();
  }

  private restoreDrafts(): void {
    for (const { id, etag, document } of this.drafts.all()) {
      const before = this.sequence(id);
      const parsed = sequenceSchema().safeParse(document);
      if (!before || !parsed.success) {
        this.drafts.drop(id);
        continue;
      }
      // Saved against the state it was made from, so that a change made meanwhile shows as a conflict.
      this.etags.set(id, etag);
      this.edit(id, 'unsaved work of an earlier visit', () => parsed.data as Sequence);
    }
  }

  private put(sequence: Sequence): void {
    this.replaceInState(sequence);
    this.historyChanged.next();
    this.unsaved.add(sequence.id);
    this.drafts.keep({ id: sequence.id, etag: this.etags.get(sequence.id) ?? '', document: sequence });
    if (this.conflicts.has(sequence.id)) return;
    this.save.next({ type: 'saving' });
    this.edits.next({ collection: 'sequences', id: sequence.id });
  }

  private replaceInState(sequence: Sequence): void {
    const project = this.project;
    if (!project) return;
    this.state.next({ ...project, sequences: project.sequences.map((other) => (other.id === sequence.id ? sequence : other)) });
  }

  private write({ collection, id }: SaveRequest): Observable<SaveOutcome> {
    const project = this.project;
    const sequence = this.sequence(id);
    if (!project || !sequence || !this.unsaved.has(id)) return EMPTY;
    return this.api.save(project.id, collection, id, this.etags.get(id) ?? '', sequence).pipe(
      map((outcome) => {
        if (outcome.type === 'saved') {
          this.etags.set(id, outcome.etag);
          // Edited again while the write was under way: still unsaved, now on top of what was just stored.
          if (this.sequence(id) === sequence) this.markSaved(id);
          else this.drafts.keep({ id, etag: outcome.etag, document: this.sequence(id) });
        }
        return outcome;
      }),
    );
  }

  private settle({ id, outcome }: SaveReport): void {
    if (outcome.type === 'conflict') this.conflicts.set(id, outcome);
    if (outcome.type === 'failed') this.retry.later();
    if (outcome.type === 'failed' || outcome.type === 'refused') this.save.next(outcome);
    else this.report();
  }

  private report(): void {
    const [conflict] = this.conflicts.keys();
    if (conflict !== undefined) this.save.next({ type: 'conflict', sequence: conflict });
    else if (this.unsaved.size > 0) this.save.next({ type: 'saving' });
    else {
      this.retry.reset();
      this.save.next({ type: 'saved' });
    }
  }

  private markSaved(id: string): void {
    this.unsaved.delete(id);
    this.drafts.drop(id);
  }
}
