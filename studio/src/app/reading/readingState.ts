import { Injectable, signal } from '@angular/core';
import type { FlashCountAt, ReadingFinding } from '@undatio/core/internal';

/** What was read, for those that show it where it happens. What reads it comes with the panel that it is asked for in. */
@Injectable({ providedIn: 'root' })
export class ReadingState {
  /** Whether somebody asks. */
  readonly open = signal(false);
  /** What flashes over the standard’s threshold; nothing while nobody asks. */
  readonly over = signal<readonly FlashCountAt[]>([]);
  /** What does not read. */
  readonly findings = signal<readonly ReadingFinding[]>([]);

  toggle(): void {
    this.open.update((open) => !open);
  }

  close(): void {
    this.open.set(false);
    this.over.set([]);
    this.findings.set([]);
  }
}
