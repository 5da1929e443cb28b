import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { EventType } from '@undatio/core';
import type { InspectedField } from '../sequenceEdits';
import type { FieldChange } from './valueEditor';

interface ChosenColour {
  by: string;
  of: Record<string, string | undefined>;
  otherwise: string;
}

/** A colour that is fixed or chosen by a kind field of the payload. */
@Component({
  selector: 'und-colour-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="field-label">{{ field().label }}</span>
    <span class="swatches">
      @if (chosen(); as colour) {
        @for (option of options(); track option) {
          <label [title]="option">
            <span class="visually-hidden">{{ field().label }} for {{ option }}</span>
            <input type="color" [value]="colour.of[option] ?? colour.otherwise" (input)="setOption(option, $any($event.target).value)" />
            <span class="name">{{ option }}</span>
          </label>
        }
      } @else {
        <input type="color" [attr.aria-label]="field().label" [value]="fixed()" (input)="emit($any($event.target).value)" />
        <span class="number name">{{ fixed() }}</span>
      }
      @if (driver()) {
        <button type="button" class="plain" [attr.aria-pressed]="chosen() !== undefined" (click)="toggle()">
          by {{ driver()?.label }}
        </button>
      }
    </span>
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-direction: column;
      gap: 0.15rem;
    }
    .swatches {
      display: inline-flex;
      gap: 0.35rem;
      align-items: center;
    }
    label {
      display: inline-flex;
      flex-direction: column;
      align-items: center;
    }
    input {
      width: 1.9rem;
      height: 1.4rem;
      padding: 0;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: none;
    }
    .name {
      font-size: 0.6875rem;
      color: var(--faint-ink);
    }
    button {
      font-size: 0.75rem;
    }
  `,
})
export class ColourEditor {
  readonly field = input.required<InspectedField>();
  readonly value = input.required<unknown>();
  readonly event = input<EventType>();
  readonly changed = output<FieldChange>();

  protected readonly chosen = computed(() => (typeof this.value() === 'object' ? (this.value() as ChosenColour) : undefined));
  protected readonly fixed = computed(() => String(this.value()).slice(0, 7));
  protected readonly driver = computed(() => this.event()?.fields.find((field) => field.type === 'kind'));
  protected readonly options = computed(() => {
    const field = this.event()?.fields.find(({ name }) => name === this.chosen()?.by);
    return field?.type === 'kind' ? field.options : [];
  });

  protected emit(value: unknown): void {
    this.changed.emit({ value, gesture: `colour ${this.field().name}` });
  }

  protected setOption(option: string, colour: string): void {
    const chosen = this.chosen();
    if (chosen) this.emit({ ...chosen, of: { ...chosen.of, [option]: colour } });
  }

  protected toggle(): void {
    const chosen = this.chosen();
    const driver = this.driver();
    if (chosen) this.changed.emit({ value: chosen.otherwise });
    else if (driver) this.changed.emit({ value: { by: driver.name, of: {}, otherwise: this.fixed() } });
  }
}
