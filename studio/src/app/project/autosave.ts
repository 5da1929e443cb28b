import { concatMap, debounceTime, groupBy, map, mergeMap, Subject, tap, type Observable } from 'rxjs';
import type { DocumentKey } from './documentKey';
import type { SaveOutcome } from './projectApi';

/** What became of a write is known already where it is kept. */
export interface Told {
  readonly type: 'told';
}

export interface SaveReport {
  readonly key: DocumentKey;
  readonly outcome: SaveOutcome | Told;
}

/**
 * Turns edits into writes. Told for a pause in the edits of one document, then writes its newest state, one write
 * at a time for each document, and emits a report for each write that was made.
 *
 * `write` is asked for the newest state when its turn comes, so edits made while a write is under way go with the next.
 */
export function autosave(
  edits$: Observable<DocumentKey>,
  pause: number,
  write: (key: DocumentKey) => Observable<SaveOutcome | Told>,
): Observable<SaveReport> {
  return edits$.pipe(
    groupBy((key) => key),
    mergeMap((document$) =>
      document$.pipe(
        debounceTime(pause),
        concatMap((key) => write(key).pipe(map((outcome) => ({ key, outcome })))),
      ),
    ),
  );
}

/** Emits again after growing pauses, for writes that failed and may yet succeed. */
export class Retry {
  private readonly due = new Subject<void>();
  readonly due$ = this.due.pipe(tap(() => (this.timer = undefined)));
  private timer: ReturnType<typeof setTimeout> | undefined;
  private pause = 1000;

  /** Asks for another try after the pause, which doubles up to half a minute. */
  later(): void {
    if (this.timer !== undefined) return;
    this.timer = setTimeout(() => this.due.next(), this.pause);
    this.pause = Math.min(this.pause * 2, 30000);
  }

  /** All is well again: the next failure starts with a short pause. */
  reset(): void {
    if (this.timer !== undefined) clearTimeout(this.timer);
    this.timer = undefined;
    this.pause = 1000;
  }
}
