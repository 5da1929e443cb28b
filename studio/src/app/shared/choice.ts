import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface Option {
  readonly value: string;
  readonly label: string;
}

/**
 * One of a few words. The browser's own list: opening a lane makes several of these within a frame, and one made of elements
 * takes ten times as long.
 */
@Component({
  selector: 'und-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select #box [id]="inputId()" (change)="changed.emit(box.value)">
      @for (option of options(); track option.value) {
        <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
      }
    </select>
  `,
  styles: `
    select {
      appearance: none;
      max-width: min(12rem, 100%);
      padding: 0.2rem 1.5rem 0.2rem 0.45rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background:
        linear-gradient(45deg, transparent 50%, var(--ink) 50%) right 0.7rem center / 4px 4px no-repeat,
        linear-gradient(-45deg, transparent 50%, var(--ink) 50%) right 0.45rem center / 4px 4px no-repeat,
        var(--sheet);
      color: var(--ink);
      font: inherit;
      font-size: 0.8125rem;
      text-overflow: ellipsis;
      cursor: pointer;
    }
    option {
      background: var(--sheet);
      color: var(--ink);
    }
  `,
})
export class Choice {
  readonly inputId = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  readonly value = input.required<string>();
  readonly changed = output<string>();
}
