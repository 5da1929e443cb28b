import { BehaviorSubject, EMPTY, map, Subject, type Observable } from 'rxjs';
import { autosave, Retry, type SaveReport } from './autosave';
import type { DocumentKey, EditableDocument } from './documentKey';
import { DraftStore, type Draft } from './draftStore';
import type { ProjectApi, SaveOutcome } from './projectApi';

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
  private readonly conflicts = new Map<DocumentKey, { etag: string; document: unknown }>();
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

  /** What an earlier visit could not save. Each will be saved against the state it was made from, so that a change made meanwhile shows as a conflict. */
  takeDrafts(): Draft[] {
    const drafts = this.draftStore.all();
    for (const { key, etag } of drafts) this.etags.set(key, etag);
    return drafts;
  }

  dropDraft(key: DocumentKey): void {
    this.draftStore.drop(key);
  }

  /** A document was added to the server in this state. */
  added(key: DocumentKey, etag: string): void {
    this.etags.set(key, etag);
  }

  /** A document has a new state. */
  changed(key: DocumentKey): void {
    this.unsaved.add(key);
    this.keepDraftSoon(key);
    if (this.conflicts.has(key)) return;
    this.save.next({ type: 'saving' });
    this.edits.next(key);
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
    this.etags.set(key, theirs.etag);
    this.conflicts.delete(key);
    this.edits.next(key);
  }

  /** After a conflict: gives up our state and returns what somebody else left. */
  takeTheirs(key: DocumentKey): unknown {
    const theirs = this.conflicts.get(key);
    if (!theirs) return undefined;
    this.etags.set(key, theirs.etag);
    this.conflicts.delete(key);
    this.markSaved(key);
    this.report();
    return theirs.document;
  }

  private write(key: DocumentKey): Observable<SaveOutcome> {
    const document = this.read(key);
    if (!document || !this.unsaved.has(key)) return EMPTY;
    return this.api.save(this.project, key, this.etags.get(key) ?? '', document).pipe(
      map((outcome) => {
        if (outcome.type === 'saved') {
          this.etags.set(key, outcome.etag);
          // Edited again while the write was under way: still unsaved, now on top of what was just stored.
          if (unchanged(this.read(key), document)) this.markSaved(key);
          else this.keepDraft(key);
        }
        return outcome;
      }),
    );
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
    this.draftStore.keep({ key, etag: this.etags.get(key) ?? '', document: this.read(key) });
  }

  private markSaved(key: DocumentKey): void {
    this.unsaved.delete(key);
    this.draftStore.drop(key);
  }
}

/** Settings are put together anew at every reading, so identity alone would not tell. */
function unchanged(now: EditableDocument | undefined, then: EditableDocument): boolean {
  if (now === undefined || !('conventions' in now && 'conventions' in then)) return now === then;
  return now.label === then.label && now.conventions === then.conventions;
}
