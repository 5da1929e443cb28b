import { BehaviorSubject, EMPTY, finalize, map, Subject, type Observable } from 'rxjs';
import { autosave, Retry, type SaveReport, type Told } from './autosave';
import type { DocumentKey, EditableDocument } from './documentKey';
import { DraftStore, type Draft } from './draftStore';
import type { Left, OneOfMany, ProjectApi, SaveOutcome } from './projectApi';
import { sameValue } from '../shared/sameValue';

/** How the last edits stand with the server. */
export type SaveState =
  | { readonly type: 'saved' | 'saving' }
  | { readonly type: 'failed' | 'refused'; readonly message: string }
  | { readonly type: 'conflict'; readonly key: DocumentKey };

/** Wait this long after the last edit before writing. */
const savePause = 350;
/** Milliseconds within which a change is kept as a draft. */
const draftPause = 150;

/** Brings edited documents to the server, and keeps in the browser what the server has not accepted. */
export class SaveQueue {
  private readonly save = new BehaviorSubject<SaveState>({ type: 'saved' });
  private readonly edits = new Subject<DocumentKey>();
  private readonly retry = new Retry();
  /** The entity tag of each document as last read or written. */
  private etags = new Map<string, string>();
  private readonly unsaved = new Set<DocumentKey>();
  /** What was sent and not answered yet. */
  private readonly sent = new Map<DocumentKey, EditableDocument | undefined>();
  private readonly conflicts = new Map<DocumentKey, Left>();
  /** Documents that were changed in one step are stored in one; each names all of its step. */
  private readonly together = new Map<DocumentKey, ReadonlySet<DocumentKey>>();
  /** Documents of writes that are under way, and what is to be written after them. */
  private readonly underWay = new Set<DocumentKey>();
  private readonly waiting = new Set<DocumentKey>();
  private project = '';
  private draftStore = new DraftStore('');

  readonly state$ = this.save.asObservable();

  private readonly draftsDue = new Set<DocumentKey>();
  private draftTimer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly api: ProjectApi,
    private readonly read: (key: DocumentKey) => EditableDocument | undefined,
  ) {
    autosave(this.edits, savePause, (key) => this.write(key)).subscribe((report) => this.settle(report));
    this.retry.due$.subscribe(() => this.saveAgain());
    window.addEventListener('online', () => this.saveAgain());
    // A page that is closed or put away keeps its drafts at once.
    window.addEventListener('pagehide', () => this.keepDrafts());
    window.addEventListener('beforeunload', (event) => {
      if (this.unsaved.size > 0) event.preventDefault();
    });
  }

  /** Starts on a project as it was read. */
  opened(project: string, etags: Map<string, string>): void {
    this.project = project;
    this.etags = etags;
    this.draftStore = new DraftStore(project);
  }

  /** What this page could not save yet. */
  drafts(): Draft[] {
    return this.draftStore.all();
  }

  /** What pages that are gone could not save: it is this page's from now on. */
  async adopted(): Promise<Draft[]> {
    const store = this.draftStore;
    const drafts = await store.adopt();
    return store === this.draftStore ? drafts : [];
  }

  /** A draft will be saved against the state it was made from, so that a change made meanwhile shows as a conflict. */
  takeDraft({ key, etag }: Draft): void {
    this.hold(key, etag === '' ? undefined : etag);
  }

  dropDraft(key: DocumentKey): void {
    this.draftStore.drop(key);
  }

  /** Documents have new states, made in one step. */
  changed(keys: readonly DocumentKey[]): void {
    for (const key of keys) {
      this.unsaved.add(key);
      this.keepDraftSoon(key);
    }
    if (keys.length > 1) this.bind(keys);
    const free = keys.find((key) => !this.conflicts.has(key));
    if (free === undefined) return;
    this.save.next({ type: 'saving' });
    this.edits.next(free);
  }

  private bind(keys: readonly DocumentKey[]): void {
    const all = new Set(keys.flatMap((key) => [...(this.together.get(key) ?? [key])]));
    for (const key of all) this.together.set(key, all);
  }

  /** Tries everything again that is not saved and not in conflict. */
  saveAgain(): void {
    for (const key of this.unsaved) if (!this.conflicts.has(key)) this.edits.next(key);
  }

  /** After a conflict: what somebody else left. */
  theirs(key: DocumentKey): unknown {
    return this.conflicts.get(key)?.document;
  }

  /** After a conflict: write our state over what somebody else left. */
  keepMine(key: DocumentKey): void {
    const theirs = this.conflicts.get(key);
    if (!theirs) return;
    this.hold(key, theirs.etag);
    this.conflicts.delete(key);
    this.edits.next(key);
  }

  /** After a conflict: gives up our state and returns what somebody else left. */
  takeTheirs(key: DocumentKey): unknown {
    const theirs = this.conflicts.get(key);
    if (!theirs) return undefined;
    this.hold(key, theirs.etag);
    this.conflicts.delete(key);
    const [other] = [...(this.together.get(key) ?? [])].filter((one) => one !== key && this.unsaved.has(one));
    this.markSaved(key);
    // What waited with it goes without it.
    if (other !== undefined) this.edits.next(other);
    this.report();
    return theirs.document;
  }

  /** Whether a state that was stored from outside is news that nothing here stands against. */
  takes(key: DocumentKey, etag: string | undefined): boolean {
    return this.etags.get(key) !== etag && !this.unsaved.has(key) && !this.underWay.has(key);
  }

  /** The state that is stored from now on; undefined when there is none. */
  hold(key: DocumentKey, etag: string | undefined): void {
    if (etag === undefined) this.etags.delete(key);
    else this.etags.set(key, etag);
  }

  private write(key: DocumentKey): Observable<SaveOutcome | Told> {
    if (!this.unsaved.has(key)) return EMPTY;
    const keys = [...(this.together.get(key) ?? [key])].filter((one) => this.unsaved.has(one));
    if (keys.some((one) => this.conflicts.has(one))) return EMPTY;
    if (keys.some((one) => this.underWay.has(one))) {
      this.waiting.add(key);
      return EMPTY;
    }
    const document = this.read(key);
    const etag = this.etags.get(key);
    if (keys.length > 1 || document === undefined || etag === undefined) return this.writeTogether(keys);
    this.send(key, document);
    const write = this.api.save(this.project, key, etag, document).pipe(
      map((outcome) => {
        if (outcome.type === 'saved') this.saved(key, outcome.etag, document);
        return outcome;
      }),
    );
    return this.alone(keys, write);
  }

  /** No document is in two writes at once: a later one waits, and then starts from what the first has left. */
  private alone<T>(keys: readonly DocumentKey[], write: Observable<T>): Observable<T> {
    for (const key of keys) this.underWay.add(key);
    return write.pipe(
      finalize(() => {
        for (const key of keys) this.underWay.delete(key);
        const waiting = [...this.waiting];
        this.waiting.clear();
        for (const key of waiting) this.edits.next(key);
      }),
    );
  }

  private writeTogether(keys: readonly DocumentKey[]): Observable<SaveOutcome | Told> {
    const writes = keys.map((key): OneOfMany => ({ key, etag: this.etags.get(key), document: this.read(key) }));
    // What was made and removed again before it was ever stored.
    const real = writes.filter(({ etag, document }) => etag !== undefined || document !== undefined);
    for (const { key } of writes) if (!real.some((one) => one.key === key)) this.markSaved(key);
    if (real.length === 0) {
      this.report();
      return EMPTY;
    }
    for (const { key, document } of real) this.send(key, document as EditableDocument | undefined);
    const write = this.api.saveTogether(this.project, real).pipe(
      map((outcome): SaveOutcome | Told => {
        if (outcome.type === 'refused' || outcome.type === 'failed') return outcome;
        if (outcome.type === 'stale') for (const { key, etag, document } of outcome.stale) this.conflicts.set(key, { etag, document });
        else for (const { key, document } of real) this.saved(key, outcome.etags[key], document as EditableDocument | undefined);
        return { type: 'told' };
      }),
    );
    return this.alone(keys, write);
  }

  /** A document is stored in this state. */
  private saved(key: DocumentKey, etag: string | undefined, document: EditableDocument | undefined): void {
    this.hold(key, etag);
    this.sent.delete(key);
    // Edited again while the write was under way: still unsaved, now on top of what was just stored, and with all that it was
    // edited together with.
    if (unchanged(this.read(key), document)) {
      this.markSaved(key);
      return;
    }
    this.keepDraft(key);
    // Settings change with the documents that they put in order, without anybody having edited them.
    this.edits.next(key);
  }

  private unbind(key: DocumentKey): void {
    const others = new Set([...(this.together.get(key) ?? [])].filter((one) => one !== key));
    this.together.delete(key);
    for (const other of others) this.together.set(other, others);
  }

  private settle({ key, outcome }: SaveReport): void {
    if (outcome.type === 'conflict') this.conflicts.set(key, outcome);
    if (outcome.type === 'failed') this.retry.later();
    if (outcome.type === 'failed' || outcome.type === 'refused') this.save.next(outcome);
    else this.report();
  }

  private report(): void {
    const [conflict] = this.conflicts.keys();
    if (conflict !== undefined) this.save.next({ type: 'conflict', key: conflict });
    else if (this.unsaved.size > 0) this.save.next({ type: 'saving' });
    else {
      this.retry.reset();
      this.save.next({ type: 'saved' });
    }
  }

  /** A drag changes a document in every frame; writing it down each time would slow the drag. */
  private keepDraftSoon(key: DocumentKey): void {
    this.draftsDue.add(key);
    this.draftTimer ??= setTimeout(() => this.keepDrafts(), draftPause);
  }

  private keepDrafts(): void {
    clearTimeout(this.draftTimer);
    this.draftTimer = undefined;
    for (const key of this.draftsDue) if (this.unsaved.has(key)) this.keepDraft(key);
    this.draftsDue.clear();
  }

  private keepDraft(key: DocumentKey): void {
    const sent = this.sent.get(key);
    this.draftStore.keep({ key, etag: this.etags.get(key) ?? '', document: this.read(key), ...(sent && { sent }) });
  }

  /** Whoever leaves before the answer comes finds out from the draft that what is stored then is their own. */
  private send(key: DocumentKey, document: EditableDocument | undefined): void {
    this.sent.set(key, document);
    this.keepDraft(key);
  }

  private markSaved(key: DocumentKey): void {
    this.unbind(key);
    this.sent.delete(key);
    this.unsaved.delete(key);
    this.draftStore.drop(key);
  }
}

/** Settings are put together anew at every reading, so identity alone would not tell. */
function unchanged(now: EditableDocument | undefined, then: EditableDocument | undefined): boolean {
  if (now === undefined || then === undefined || !('conventions' in now && 'conventions' in then)) return now === then;
  return sameValue(now, then);
}
