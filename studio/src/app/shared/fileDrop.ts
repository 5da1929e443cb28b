import { Directive, output, signal } from '@angular/core';

/** Takes files that are dropped on its host, and marks it with the class `dropping` while they are above it. */
@Directive({
  selector: '[undFileDrop]',
  host: {
    '(dragover)': 'over($event)',
    '(dragleave)': 'above.set(false)',
    '(drop)': 'drop($event)',
    '[class.dropping]': 'above()',
  },
})
export class FileDrop {
  /** What was dropped; folders in it can only be read while this is being handled. */
  readonly dropped = output<DataTransfer>();
  protected readonly above = signal(false);

  protected over(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.above.set(true);
  }

  protected drop(event: DragEvent): void {
    this.above.set(false);
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dropped.emit(event.dataTransfer);
  }
}
