import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { DialogModule } from 'primeng/dialog';

/** Something that is asked or told before anything else goes on: closed by its cross, by Escape, or by a click beside it. What is marked `footer` stands at its foot. */
@Component({
  selector: 'und-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DialogModule],
  host: { '(document:keydown.escape)': 'closed.emit()' },
  template: `
    <p-dialog
      closeAriaLabel="Close"
      [header]="header()"
      [visible]="true"
      [modal]="true"
      [draggable]="false"
      [dismissableMask]="true"
      [style]="{ width: 'min(' + width() + ', 94vw)' }"
      (onHide)="closed.emit()"
    >
      <ng-content />
      <ng-template #footer><ng-content select="[footer]" /></ng-template>
    </p-dialog>
  `,
})
export class Dialog {
  readonly header = input.required<string>();
  /** As CSS has it; never wider than the window. */
  readonly width = input('46rem');
  readonly closed = output();
}
