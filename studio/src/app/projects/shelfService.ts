import { inject, Injectable, signal } from '@angular/core';
import type { Settings } from '@undatio/core';
import { catchError, concatMap, EMPTY, finalize, forkJoin, map, tap, type Observable } from 'rxjs';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { signatureMaker } from '../signatures/signatureService';
import { tileScale, type Signature } from '../signatures/signature';
import { ShelfApi, toldOf, type Binned, type Listed } from './shelfApi';

/** Signatures that a tile has room for. */
const mostSignatures = 8;

export type ShelfState =
  | { readonly type: 'loading' }
  | { readonly type: 'failed'; readonly message: string }
  | { readonly type: 'ready'; readonly projects: readonly Listed[]; readonly bin: readonly Binned[] };

/** Owns what is on the shelf and in the bin, as the server has it. */
@Injectable({ providedIn: 'root' })
export class ShelfService {
  private readonly api = inject(ShelfApi);
  private readonly projectApi = inject(ProjectApi);
  private readonly projects = inject(ProjectService);
  private readonly maker = inject(signatureMaker);

  readonly state = signal<ShelfState>({ type: 'loading' });
  /** What is to be told of what was done last, and what would take it back. */
  readonly notice = signal<{ readonly text: string; readonly key?: string; readonly bad?: boolean } | undefined>(undefined);
  readonly busy = signal(false);
  readonly signatures = signal<ReadonlyMap<string, { readonly scale: number; readonly signatures: readonly Signature[] }>>(new Map());

  constructor() {
    this.maker.shelfAnswered = ({ shelf, signatures }) =>
      this.signatures.update((known) => new Map(known).set(shelf, { signatures, scale: tileScale(signatures.map(({ peak }) => peak)) }));
  }

  /** Reads everything anew. */
  read(): void {
    forkJoin([this.api.list(), this.api.bin()]).subscribe({
      next: ([projects, bin]) => {
        this.state.set({ type: 'ready', projects, bin });
        for (const { id } of projects) this.maker.ask({ shelf: this.addressOf(id), most: mostSignatures });
      },
      error: (error: unknown) => this.state.set({ type: 'failed', message: toldOf(error) }),
    });
  }

  /** Where a stored project is read, which also names its signatures. */
  addressOf(id: string): string {
    return `/api/projects/${id}`;
  }

  duplicate({ id, label }: Listed): void {
    this.act(this.api.duplicate(id, `${label}, copy`), ({ label: copy }) => ({ text: `“${copy}” is a copy of “${label}”.` }));
  }

  throwAway({ id, label }: Listed): void {
    this.act(this.api.throwAway(id), ({ key }) => {
      if (this.projects.opened === id) this.projects.close();
      return { text: `“${label}” is in the bin for thirty days.`, key };
    });
  }

  takeBack(key: string): void {
    this.act(this.api.takeBack(key), () => ({ text: 'It is on the shelf again.' }));
  }

  forget({ key, label }: Binned): void {
    this.act(this.api.forget(key), () => ({ text: `“${label}” is gone for good.` }));
  }

  demo(): void {
    this.act(this.api.demo(), () => ({ text: 'The demo is on the shelf, as it ships.' }));
  }

  /** Gives a project another label, on the state that is stored now. */
  rename(id: string, label: string): void {
    const renamed = this.projectApi.settings(id).pipe(
      concatMap(({ etag, settings }) => this.projectApi.save(id, `settings/${id}`, etag, { ...settings, label } satisfies Settings)),
      map((outcome) => {
        if (outcome.type === 'saved') return;
        throw new Error('message' in outcome ? outcome.message : 'It was changed elsewhere at the same time.');
      }),
    );
    this.act(renamed, () => undefined);
  }

  private act<T>(call: Observable<T>, told: (value: T) => { text: string; key?: string } | undefined): void {
    this.busy.set(true);
    call
      .pipe(
        tap((value) => {
          this.notice.set(told(value));
          this.read();
        }),
        catchError((error: unknown) => {
          this.notice.set({ text: error instanceof Error && error.name === 'Error' ? error.message : toldOf(error), bad: true });
          return EMPTY;
        }),
        finalize(() => this.busy.set(false)),
      )
      .subscribe();
  }
}
