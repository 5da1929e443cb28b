import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

/** Tells that what an address names is not in the project: something else is shown. */
@Component({
  selector: 'und-missed-address',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (id(); as missed) {
      <p role="alert">
        There is no {{ what() }} “{{ missed }}” in this project, so that another is shown.
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
