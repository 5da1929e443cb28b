import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Something that is shown or not, by a press. */
export interface Toggle {
  readonly words: string;
  readonly title: string;
  readonly on: () => boolean;
  readonly turn: () => void;
}

/** What a screen shows besides, each to be turned on and off. */
@Component({
  selector: 'und-toggle-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of toggles(); track one.words) {
      <button type="button" class="plain" [title]="one.title" [attr.aria-pressed]="one.on()" (click)="one.turn()">{{ one.words }}</button>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    :host(.small) .plain {
      padding-block: 0.1rem;
      font-size: 0.8125rem;
    }
  `,
})
export class ToggleRow {
  readonly toggles = input.required<readonly Toggle[]>();
}
