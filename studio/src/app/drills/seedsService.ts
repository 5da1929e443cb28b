import { Injectable, signal } from '@angular/core';
import type { Drill, Project } from '@undatio/core';
import type { SeedsAsked, SeedsTold } from './seeds.worker';

export interface SeedsResult {
  readonly drill: string;
  readonly of: number;
  readonly share: number;
  readonly failing: readonly number[];
}

const thousand = 1000;

/** A drill under a thousand seeds, in a worker: how many hold, and which do not. */
@Injectable({ providedIn: 'root' })
export class SeedsService {
  readonly progress = signal<{ readonly done: number; readonly of: number } | undefined>(undefined);
  readonly result = signal<SeedsResult | undefined>(undefined);
  /** Why it came to nothing, in a sentence. */
  readonly failed = signal('');
  private worker: Worker | undefined;

  run(project: Project, drill: Drill): void {
    this.cancel();
    this.result.set(undefined);
    this.failed.set('');
    this.progress.set({ done: 0, of: thousand });
    const worker = (this.worker = new Worker(new URL('./seeds.worker', import.meta.url), { type: 'module' }));
    worker.onmessage = ({ data: { done, of, failing } }: MessageEvent<SeedsTold>) => {
      this.progress.set({ done, of });
      if (done < of) return;
      this.result.set({ drill: drill.id, of, share: (of - failing.length) / of, failing });
      this.cancel();
    };
    worker.onerror = ({ message }) => {
      this.cancel();
      this.failed.set(`The seeds could not be run: ${message || 'the worker did not start'}.`);
    };
    worker.postMessage({ project, drill, seeds: thousand } satisfies SeedsAsked);
  }

  cancel(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.progress.set(undefined);
  }
}
