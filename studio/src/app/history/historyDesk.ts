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

/**
 * Shows an old state beside the present one without touching that, or says in one sentence why it cannot; undefined where the page
 * has no stage, and it can only be read.
 */
export type Look = (state: OldState) => Looked | string | undefined;

/** Which document's history can be looked at now, how an old state of it is shown, and whether the history is open. */
@Injectable({ providedIn: 'root' })
export class HistoryDesk {
  /** What is worked on: the page that shows it says so. */
  readonly key = signal<DocumentKey | undefined>(undefined);
  readonly look = signal<Look | undefined>(undefined);
  readonly open = signal(false);
  /** Where the history lies: not over the page's stage. */
  readonly side = signal<'left' | 'right'>('right');

  /** What the page that is shown works on, and how it shows an old state of that. */
  private own: { readonly key: DocumentKey | undefined; readonly look: Look | undefined } = { key: undefined, look: undefined };

  toggle(): void {
    if (this.open() || this.own.key === undefined) this.close();
    else this.open.set(true);
  }

  /** Opens the history of a document that is not the page's own, which cannot be looked at on a stage. */
  show(key: DocumentKey): void {
    this.key.set(key);
    this.look.set(undefined);
    this.open.set(true);
  }

  /** What was shown besides is over with it. */
  close(): void {
    this.open.set(false);
    this.key.set(this.own.key);
    this.look.set(this.own.look);
  }

  /** Says what a page works on for as long as it is shown, and how it shows an old state. For where the page is constructed. */
  follow(key: () => DocumentKey | undefined, look: Look, side: 'left' | 'right' = 'right'): void {
    this.side.set(side);
    const follow = (now: DocumentKey | undefined): void => {
      this.own = { key: now, look: now && look };
      if (now === undefined) return this.close();
      this.key.set(now);
      this.look.set(look);
    };
    effect(() => follow(key()));
    inject(DestroyRef).onDestroy(() => follow(undefined));
  }
}
