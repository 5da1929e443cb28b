import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

/** A notice that the address names a document that the project does not have, and that another one is open instead. */
@Component({
  selector: 'und-missed-address',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (id(); as missed) {
      <p role="alert">
        This project has no {{ what() }} “{{ missed }}”. Another {{ what() }} is open instead.
        <button type="button" class="plain" (click)="id.set('')">Close</button>
      </p>
    }
  `,
  styles: `
    p {
      margin: 0;
      padding: 0.25rem 0.75rem;
      background: var(--warn-wash);
      color: var(--warn);
      font-size: 0.8125rem;
    }
  `,
})
export class MissedAddress {
  readonly what = input.required<string>();
  readonly id = model.required<string>();
}
