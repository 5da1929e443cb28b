import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Payload, Problem, Project, Settings } from '@undatio/core';
import { readPictureLights, type Collection, type PictureLight, type PictureLightDocument } from '@undatio/core/internal';
import { split, type DocumentKey } from './documentKey';
import { documentText } from './documentText';
import { catchError, map, of, type Observable } from 'rxjs';

export interface Entity {
  readonly collection: Collection;
  readonly id: string;
  readonly etag: string;
  readonly document: unknown;
}

export interface KitContents {
  readonly problems: readonly Problem[];
  readonly files: readonly { path: string; size: number }[];
  readonly size: number;
}

/** A document as somebody else left it; both undefined when they removed it. */
export interface Left {
  readonly etag: string | undefined;
  readonly document: unknown;
}

/** What became of a write. */
export type SaveOutcome =
  | { readonly type: 'saved'; readonly etag: string }
  /** Somebody else changed it; here is what they left. */
  | ({ readonly type: 'conflict' } & Left)
  /** The server will not have it, and why. */
  | { readonly type: 'refused'; readonly message: string }
  /** The server could not be reached or cannot write now; worth another try. */
  | { readonly type: 'failed'; readonly message: string };

/** One of several writes that are made as one: without an etag it creates, without a document it removes. */
export interface OneOfMany {
  readonly key: DocumentKey;
  readonly etag: string | undefined;
  readonly document: unknown;
}

/** What became of several writes that were made as one. */
export type ManyOutcome =
  | { readonly type: 'saved'; readonly etags: Readonly<Record<string, string>> }
  | { readonly type: 'stale'; readonly stale: readonly (Left & { readonly key: DocumentKey })[] }
  | Extract<SaveOutcome, { type: 'refused' | 'failed' }>;

interface ProblemBody {
  detail?: string;
  errors?: { path: string; message: string }[];
  current?: { etag: string; document: unknown };
  stale?: { collection: Collection; id: string; etag?: string; document?: unknown }[];
}

/** The server's API, typed. */
@Injectable({ providedIn: 'root' })
export class ProjectApi {
  private readonly http = inject(HttpClient);

  projects(): Observable<Settings[]> {
    return this.http.get<Settings[]>('/api/projects');
  }

  /** A project's settings with their entity tag. */
  settings(project: string): Observable<{ etag: string; settings: Settings }> {
    return this.http
      .get<Settings>(`/api/projects/${project}/settings/${project}`, { observe: 'response' })
      .pipe(map(({ headers, body }) => ({ etag: headers.get('ETag') ?? '', settings: body as Settings })));
  }

  entities(project: string): Observable<Entity[]> {
    return this.http.get<Entity[]>(`/api/projects/${project}/entities`);
  }

  /** `lean` leaves out of the runtime the kinds that no sequence uses. */
  kitContents(project: string, lean: boolean): Observable<KitContents> {
    return this.http.get<KitContents>(`/api/projects/${project}/kit/contents?lean=${lean}`);
  }

  /** Where an asset's bytes are, whether its document is stored yet or not. */
  assetUrl(project: Pick<Project, 'assets'> | undefined, id: string): string {
    return `/api/bytes/${project?.assets.find((asset) => asset.id === id)?.sha256 ?? id}`;
  }

  kitUrl(project: string, lean: boolean): string {
    return `/api/projects/${project}/kit${lean ? '?lean=true' : ''}`;
  }

  /** How light a stored project’s pictures are, by their ids. */
  lights(project: string): Observable<ReadonlyMap<string, PictureLight>> {
    return this.http.get<PictureLightDocument[]>(`/api/projects/${project}/lights`).pipe(map(readPictureLights));
  }

  /** A page of one sequence that plays by itself, as a file. */
  showUrl(project: string, sequence: string, payload: Payload, seed: number): string {
    return `/api/projects/${project}/show/${sequence}?seed=${seed}&payload=${encodeURIComponent(JSON.stringify(payload))}`;
  }

  /** Keeps a file's bytes and tells their digest. */
  keepBytes(bytes: Blob): Observable<{ sha256: string; size: number }> {
    return this.http.post<{ sha256: string; size: number }>('/api/bytes', bytes, {
      headers: { 'Content-Type': 'application/octet-stream' },
    });
  }

  /** Replaces the state that `etag` names. Never errors: what went wrong is an outcome. */
  save(project: string, key: DocumentKey, etag: string, document: object): Observable<SaveOutcome> {
    const headers = { 'Content-Type': 'application/json', 'If-Match': etag, Prefer: 'return=minimal' };
    return this.http.put(`/api/projects/${project}/${key}`, documentText(document), { headers, observe: 'response' }).pipe(
      map((response): SaveOutcome => ({ type: 'saved', etag: response.headers.get('ETag') ?? '' })),
      catchError((error: unknown) => of(outcomeOf(error, key))),
    );
  }

  /** Makes several writes as one, or none of them. Never errors: what went wrong is an outcome. */
  saveTogether(project: string, writes: readonly OneOfMany[]): Observable<ManyOutcome> {
    const changes = writes.map(({ key, etag, document }) => {
      const [collection, id] = split(key);
      return { collection, id, etag, document };
    });
    return this.http.post<{ etags: Record<string, string> }>(`/api/projects/${project}/changes`, { changes }).pipe(
      map(({ etags }): ManyOutcome => ({ type: 'saved', etags })),
      catchError((error: unknown) => of(manyOutcomeOf(error))),
    );
  }
}

function manyOutcomeOf(error: unknown): ManyOutcome {
  const { stale } = ((error as HttpErrorResponse).error ?? {}) as ProblemBody;
  if (stale)
    return { type: 'stale', stale: stale.map(({ collection, id, etag, document }) => ({ key: `${collection}/${id}`, etag, document })) };
  const outcome = outcomeOf(error);
  return outcome.type === 'refused' || outcome.type === 'failed' ? outcome : { type: 'failed', message: 'The server answered strangely.' };
}

function outcomeOf(error: unknown, key = ''): SaveOutcome {
  if (!(error instanceof HttpErrorResponse)) return { type: 'failed', message: String(error) };
  const body = (error.error ?? {}) as ProblemBody;
  if (error.status === 412 && body.current) return { type: 'conflict', ...body.current };
  if (error.status === 404 && key !== '' && body.detail?.includes(key)) return { type: 'conflict', etag: undefined, document: undefined };
  if (error.status === 0) return { type: 'failed', message: 'The server cannot be reached.' };
  const places = (body.errors ?? []).map(({ path, message }) => `${path}: ${message}`).join('; ');
  const message = [body.detail ?? error.statusText, places].filter(Boolean).join(' — ');
  return error.status >= 500 ? { type: 'failed', message } : { type: 'refused', message };
}
