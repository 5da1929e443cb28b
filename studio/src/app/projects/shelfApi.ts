import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Settings } from '@undatio/core';
import type { ProjectChoices } from '@undatio/core/internal';
import type { Observable } from 'rxjs';

export interface Counts {
  readonly events: number;
  readonly actors: number;
  readonly assets: number;
  readonly sequences: number;
}

/** A project on the shelf. */
export interface Listed extends Settings {
  /** ISO 8601. */
  readonly changed: string;
  readonly counts: Counts;
}

/** A project in the bin. */
export interface Binned {
  readonly key: string;
  readonly project: string;
  readonly label: string;
  readonly since: string;
  readonly counts?: Counts;
}

/** What bringing a project in would change. Documents are named as collection/id. */
export interface Looked {
  readonly id: string;
  readonly label: string;
  readonly there: boolean;
  readonly free: string;
  readonly fresh: readonly string[];
  readonly changed: readonly string[];
  readonly gone: readonly string[];
  readonly same: number;
  readonly missing: readonly string[];
  /** What of it is left out, and why. */
  readonly told: readonly string[];
}

export type BringInMode = 'look' | 'new' | 'replace' | { readonly as: string };

/** The shelf's part of the server's API. Its streams error with what a person is to be told. */
@Injectable({ providedIn: 'root' })
export class ShelfApi {
  private readonly http = inject(HttpClient);

  list(): Observable<Listed[]> {
    return this.http.get<Listed[]>('/api/projects');
  }

  bin(): Observable<Binned[]> {
    return this.http.get<Binned[]>('/api/bin');
  }

  start(choices: Omit<ProjectChoices, 'id'>): Observable<Settings> {
    return this.http.post<Settings>('/api/start', choices);
  }

  duplicate(id: string, label: string): Observable<Settings> {
    return this.http.post<Settings>(`/api/projects/${id}/duplicate`, { label });
  }

  throwAway(id: string): Observable<Binned> {
    return this.http.delete<Binned>(`/api/projects/${id}`);
  }

  takeBack(key: string): Observable<unknown> {
    return this.http.post(`/api/bin/${key}/restore`, null);
  }

  forget(key: string): Observable<unknown> {
    return this.http.delete(`/api/bin/${key}`);
  }

  demo(): Observable<Settings> {
    return this.http.post<Settings>('/api/demo', null);
  }

  archiveUrl(id: string, history = false): string {
    return `/api/projects/${id}/archive${history ? '?history=true' : ''}`;
  }

  bringIn<M extends BringInMode>(file: Blob, mode: M): Observable<M extends 'look' ? Looked : Settings> {
    const query = typeof mode === 'object' ? `as=${mode.as}` : mode === 'look' ? 'look=true' : mode === 'replace' ? 'replace=true' : '';
    return this.http.post<never>(`/api/imports?${query}`, file, { headers: { 'Content-Type': file.type } });
  }
}

/** What a person is told of a call that failed. */
export function toldOf(error: unknown): string {
  if (!(error instanceof HttpErrorResponse) || error.status === 0) return 'The server cannot be reached.';
  const { detail, errors = [] } = (error.error ?? {}) as { detail?: string; errors?: { path: string; message: string }[] };
  const places = errors.slice(0, 3).map(({ path, message }) => `${path}: ${message}`);
  return [detail ?? error.statusText, ...places].join(' — ');
}
