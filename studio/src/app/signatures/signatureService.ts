import { computed, inject, Injectable, InjectionToken, signal } from '@angular/core';
import type { Project, Sequence } from '@undatio/core';
import { connect, debounceTime, merge, skip, take } from 'rxjs';
import { ProjectService } from '../project/projectService';
import { tileScale, type Signature } from './signature';
import type { ShelfAnswer, ShelfRequest, SignatureAnswer, SignatureRequest } from './signatureWork';

/** Milliseconds of rest after which signatures are measured anew. */
const pause = 250;

/** Who measures: a worker of its own, so that no frame waits for it. */
export interface SignatureMaker {
  ask(request: SignatureRequest | ShelfRequest): void;
  answered: (answer: SignatureAnswer) => void;
  shelfAnswered: (answer: ShelfAnswer) => void;
  /** Called if the last request failed. */
  failed: () => void;
}

export const signatureMaker = new InjectionToken<SignatureMaker>('signatureMaker', {
  providedIn: 'root',
  factory: () => {
    const worker = new Worker(new URL('./signature.worker', import.meta.url), { type: 'module' });
    const maker: SignatureMaker = {
      ask: (request) => worker.postMessage(request),
      answered: () => undefined,
      shelfAnswered: () => undefined,
      failed: () => undefined,
    };
    worker.onerror = () => maker.failed();
    worker.onmessage = ({ data }: MessageEvent<SignatureAnswer | ShelfAnswer>) => {
      if ('shelf' in data) maker.shelfAnswered(data);
      else maker.answered(data);
    };
    return maker;
  },
});

/**
 * Owns the signatures of the open project's sequences. They follow once a drag rests; until a new one is there the one before
 * stands.
 */
@Injectable({ providedIn: 'root' })
export class SignatureService {
  private readonly maker = inject(signatureMaker);
  private readonly known = signal<ReadonlyMap<string, Signature>>(new Map());
  /** What still waits, by sequence; the first is being measured. */
  private readonly waiting = new Map<string, Sequence>();
  private measured = new WeakSet<Sequence>();
  private project: Project | undefined;
  private busy: Sequence | undefined;
  /** Answers since the page was last told. */
  private fresh = new Map<string, Signature | undefined>();

  /** What fills a tile of this project. */
  readonly scale = computed(() => tileScale([...this.known().values()].map(({ peak }) => peak)));

  constructor() {
    const { project$ } = inject(ProjectService);
    this.maker.answered = ({ signature }) => this.answered(signature);
    // A sequence that cannot be measured does not block the others.
    this.maker.failed = () => this.busy && this.answered(undefined);
    project$
      .pipe(connect((all$) => merge(all$.pipe(take(1)), all$.pipe(skip(1), debounceTime(pause)))))
      .subscribe((project) => this.follow(project));
  }

  /** The signature of a sequence; undefined until it is measured, or when it cannot be. */
  of(sequence: string): Signature | undefined {
    return this.known().get(sequence);
  }

  private follow(project: Project): void {
    const { project: before } = this;
    this.project = project;
    if (before?.events !== project.events || before.actors !== project.actors || before.assets !== project.assets) {
      this.measured = new WeakSet();
      this.maker.ask({ context: { events: project.events, actors: project.actors, assets: project.assets } });
    }
    const there = new Set(project.sequences.map(({ id }) => id));
    for (const id of this.waiting.keys()) if (!there.has(id)) this.waiting.delete(id);
    if ([...this.known().keys()].some((id) => !there.has(id)))
      this.known.update((known) => new Map([...known].filter(([id]) => there.has(id))));
    for (const sequence of project.sequences) {
      if (this.measured.has(sequence)) continue;
      this.measured.add(sequence);
      this.waiting.set(sequence.id, sequence);
    }
    this.next();
  }

  private next(): void {
    const [first] = this.waiting.values();
    if (this.busy || !first) return;
    this.waiting.delete(first.id);
    this.busy = first;
    this.maker.ask({ sequence: first });
  }

  private answered(signature: Signature | undefined): void {
    if (this.busy && this.project?.sequences.some(({ id }) => id === this.busy?.id)) this.fresh.set(this.busy.id, signature);
    this.busy = undefined;
    this.next();
    // Many at once are shown by steps, not one by one.
    if (!this.busy || this.fresh.size >= 24) this.tell();
  }

  private tell(): void {
    const fresh = this.fresh;
    this.fresh = new Map();
    this.known.update((known) => {
      const next = new Map(known);
      for (const [id, signature] of fresh) {
        if (signature) next.set(id, signature);
        else next.delete(id);
      }
      return next;
    });
  }
}
