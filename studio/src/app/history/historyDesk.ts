import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { DocumentKey } from '../project/documentKey';

/** Which document's history can be looked at now, and whether it is. */
@Injectable({ providedIn: 'root' })
export class HistoryDesk {
  /** What is worked on: the page that shows it says so. */
  readonly key = signal<DocumentKey | undefined>(undefined);
  readonly open = signal(false);

  toggle(): void {
    this.open.update((open) => !open && this.key() !== undefined);
  }

  /** Says what a page works on for as long as it is shown. For where the page is constructed. */
  follow(key: () => DocumentKey | undefined): void {
    effect(() => {
      const now = key();
      this.key.set(now);
      if (now === undefined) this.open.set(false);
    });
    inject(DestroyRef).onDestroy(() => {
      this.key.set(undefined);
      this.open.set(false);
    });
  }
}
