import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';
import type { DocumentKey } from '../project/documentKey';
import { ProjectService } from '../project/projectService';

/** A kept state of a document, as it is listed. */
export interface KeptState {
  readonly number: number;
  readonly at: string;
  /** What changed since the one before. */
  readonly words: readonly string[];
  readonly mark?: string;
}

/** The server's history of the open project. */
@Injectable({ providedIn: 'root' })
export class HistoryApi {
  private readonly http = inject(HttpClient);
  private readonly projects = inject(ProjectService);

  private url(key: DocumentKey): string {
    return `/api/projects/${this.projects.opened}/history/${key}`;
  }

  /** The newest first. */
  states(key: DocumentKey): Observable<readonly KeptState[]> {
    return this.http.get<{ states: readonly KeptState[] }>(this.url(key)).pipe(map(({ states }) => states));
  }

  state(key: DocumentKey, number: number): Observable<unknown> {
    return this.http.get<{ document: unknown }>(`${this.url(key)}/${number}`).pipe(map(({ document }) => document));
  }

  mark(key: DocumentKey, number: number, mark: string | null): Observable<unknown> {
    return this.http.put(`${this.url(key)}/${number}`, { mark });
  }
}
