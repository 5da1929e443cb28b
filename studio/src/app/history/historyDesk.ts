import { DestroyRef, effect, inject, Injectable, signal } from '@angular/core';
import type { Looked } from '../playback/keptService';
import type { DocumentKey, EditableDocument } from '../project/documentKey';

/** A state of a document as it was. */
export interface OldState {
  readonly key: DocumentKey;
  readonly document: EditableDocument;
  /** What it is called where it stands beside the present one. */
  readonly label: string;
}

/** Shows an old state beside the present one without touching that, or says in one sentence why it cannot. */
export type Look = (state: OldState) => Looked | string;

/** Which document's history can be looked at now, how an old state of it is shown, and whether the history is open. */
@Injectable({ providedIn: 'root' })
export class HistoryDesk {
  /** What is worked on: the page that shows it says so. */
  readonly key = signal<DocumentKey | undefined>(undefined);
  readonly look = signal<Look | undefined>(undefined);
  readonly open = signal(false);
  /** Where the history lies: not over the page's stage. */
  readonly side = signal<'left' | 'right'>('right');

  toggle(): void {
    this.open.update((open) => !open && this.key() !== undefined);
  }

  /** Opens the history of a document that is not the page's own, which cannot be looked at on a stage. */
  show(key: DocumentKey): void {
    this.key.set(key);
    this.look.set(undefined);
    this.open.set(true);
  }

  /** Says what a page works on for as long as it is shown, and how it shows an old state. For where the page is constructed. */
  follow(key: () => DocumentKey | undefined, look: Look, side: 'left' | 'right' = 'right'): void {
    this.side.set(side);
    const follow = (now: DocumentKey | undefined): void => {
      this.key.set(now);
      this.look.set(now && look);
      if (now === undefined) this.open.set(false);
    };
    effect(() => follow(key()));
    // What was shown besides is over with its history.
    effect(() => {
      if (!this.open()) follow(key());
    });
    inject(DestroyRef).onDestroy(() => follow(undefined));
  }
}
