import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Collection } from '@undatio/core/internal';
import { BehaviorSubject, catchError, EMPTY, filter, first, map } from 'rxjs';
import { parseDocument, split, type DocumentKey, type EditableDocument } from './documentKey';
import { ProjectApi } from './projectApi';
import { ProjectService, type OutsideChange } from './projectService';

/** A file of the folder that cannot be used. */
export interface FileProblem {
  readonly key: DocumentKey;
  readonly file: string;
  readonly line?: number;
  readonly message: string;
}

/** A document that was changed here and in the folder; the folder's state is undefined where its file was removed. */
export interface FolderConflict {
  readonly key: DocumentKey;
  readonly file: string;
  readonly document?: unknown;
}

/** The folder that the open project is kept in. */
export interface FolderState {
  readonly folder: string;
  readonly problems: readonly FileProblem[];
  readonly conflicts: readonly FolderConflict[];
  readonly halted?: string;
  /** When the folder was last found again after it had been away. */
  readonly watchedAgain?: string;
}

/** Owns what is known of the folder that the open project is kept in, and takes in what is changed there. */
@Injectable({ providedIn: 'root' })
export class FolderService {
  private readonly http = inject(HttpClient);
  private readonly api = inject(ProjectApi);
  private readonly projects = inject(ProjectService);
  private readonly folder = new BehaviorSubject<FolderState | undefined>(undefined);

  /** Undefined while the project is kept in no folder. */
  readonly folder$ = this.folder.asObservable();

  /** Listens from the moment a project is open. A page opens one. */
  listen(): void {
    this.projects.load$
      .pipe(
        filter(({ type }) => type === 'ready'),
        first(),
      )
      .subscribe(() => this.ask(this.projects.opened ?? ''));
  }

  /** Has the state of a document here written over whatever the folder holds. */
  writeOver(key: DocumentKey): void {
    const [collection, id] = split(key);
    this.http
      .post(`/api/projects/${this.projects.opened}/folder/keep`, { collection, id } satisfies { collection: Collection; id: string })
      // Decided elsewhere meanwhile: the next state tells.
      .pipe(catchError(() => EMPTY))
      .subscribe();
  }

  /** Both states of a document that was changed here and there. */
  bothStates(key: DocumentKey): { mine: EditableDocument | undefined; theirs: EditableDocument | undefined } {
    const theirs = this.folder.value?.conflicts.find((conflict) => conflict.key === key)?.document;
    return { mine: this.projects.read(key), theirs: parseDocument(key, theirs) };
  }

  keepMine(key: DocumentKey): void {
    this.writeOver(key);
  }

  /** Makes the folder's state ours, as one step that can be undone. */
  takeTheirs(key: DocumentKey): void {
    this.projects.change('take the folder’s state', [[key, this.bothStates(key).theirs]]);
  }

  /** What was put together of both is stored, and written over what the folder holds. */
  keepMix(key: DocumentKey, mix: EditableDocument): void {
    this.projects.change('put two states together', [[key, mix]]);
    this.writeOver(key);
  }

  private ask(project: string): void {
    this.http
      .get<{ linked: boolean } & FolderState>(`/api/projects/${project}/folder`)
      .pipe(catchError(() => EMPTY))
      .subscribe(({ linked, ...state }) => {
        if (!linked) return;
        this.folder.next(state);
        this.follow(project);
      });
  }

  private follow(project: string): void {
    const events = new EventSource(`/api/projects/${project}/folder/events`);
    const dataOf = (event: Event): unknown => JSON.parse((event as MessageEvent<string>).data);
    events.addEventListener('state', (event) => this.folder.next(dataOf(event) as FolderState));
    events.addEventListener('changes', (event) => this.projects.takeOutside(dataOf(event) as OutsideChange[]));
    // A server that was started again without the folder: nothing is kept the same any more.
    events.addEventListener('error', () => {
      if (events.readyState === EventSource.CLOSED) this.folder.next(undefined);
    });
    // What happened while nobody listened: since the project was read, or since the connection was lost.
    events.addEventListener('open', () => this.readAgain(project));
  }

  private readAgain(project: string): void {
    this.api
      .entities(project)
      .pipe(
        map((entities) =>
          entities.map(({ collection, id, etag, document }): OutsideChange => ({ key: `${collection}/${id}`, etag, document })),
        ),
        catchError(() => EMPTY),
      )
      .subscribe((stored) => {
        const keys = new Set(stored.map(({ key }) => key));
        const gone = this.projects.keys().filter((key) => !keys.has(key));
        this.projects.takeOutside([...stored, ...gone.map((key): OutsideChange => ({ key }))]);
      });
  }
}
