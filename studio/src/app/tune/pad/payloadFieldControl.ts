import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { PayloadField } from '@undatio/core';
import { RadioKeys } from '../../shared/radioKeys';
import { ScrubNumber } from '../../shared/scrubNumber';
import { DirectionDial } from './directionDial';

/** A payload value as it becomes. */
export interface PayloadChange {
  readonly value: number | string | boolean;
  /** Changes of one drag share it. */
  readonly gesture?: string;
}

/** One field of a payload, as a control for what it holds: ample to play with, or terse among others. */
@Component({
  selector: 'und-payload-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DirectionDial, RadioKeys, ScrubNumber],
  template: `
    @let one = field();
    @if (one.type === 'direction' && ample()) {
      <und-direction-dial [label]="one.label" [value]="number()" (changed)="changed.emit({ value: $event })" />
    } @else {
      <span class="field-label">{{ one.label }}</span>
      @switch (one.type) {
        @case ('number') {
          @if (ample()) {
            <input
              #slide
              type="range"
              [attr.aria-label]="one.label + ', slider'"
              [min]="one.min"
              [max]="one.max"
              [step]="one.step"
              [value]="number()"
              (input)="changed.emit({ value: slide.valueAsNumber })"
            />
          }
          <und-scrub-number
            [label]="one.label"
            [unit]="one.unit ?? ''"
            [value]="number()"
            [min]="one.min"
            [max]="one.max"
            (changed)="changed.emit($event)"
          />
        }
        @case ('direction') {
          <und-scrub-number [label]="one.label" unit="°" [value]="number()" [min]="-360" [max]="360" (changed)="changed.emit($event)" />
        }
        @case ('kind') {
          @if (ample()) {
            <span class="options" undRadioKeys [attr.aria-label]="one.label">
              @for (option of one.options; track option) {
                <button
                  type="button"
                  class="plain"
                  role="radio"
                  [attr.aria-checked]="option === shown()"
                  (click)="changed.emit({ value: option })"
                >
                  {{ option }}
                </button>
              }
            </span>
          } @else {
            <select #option [attr.aria-label]="one.label" (change)="changed.emit({ value: option.value })">
              @for (each of one.options; track each) {
                <option [value]="each" [selected]="each === shown()">{{ each }}</option>
              }
            </select>
          }
        }
        @case ('flag') {
          <button
            type="button"
            class="plain"
            role="switch"
            [attr.aria-checked]="shown() === true"
            [attr.aria-label]="one.label + (shown() === true ? ': on' : ': off')"
            (click)="changed.emit({ value: shown() !== true })"
          >
            {{ shown() === true ? 'on' : 'off' }}
          </button>
        }
        @case ('text') {
          <input #text [attr.aria-label]="one.label" maxlength="200" [value]="shown()" (change)="changed.emit({ value: text.value })" />
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 0.4rem;
      margin: 0.3rem 0;
    }
    .field-label {
      flex: 0 0 var(--label-width, 4.6rem);
    }
    input[type='range'] {
      flex: 1;
      min-width: 3rem;
      accent-color: var(--ink);
    }
    .options {
      display: flex;
      flex-wrap: wrap;
      gap: 0.2rem;
    }
    select,
    input:not([type]) {
      max-width: 9.5rem;
      padding: 0.1rem 0.25rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
    }
  `,
})
export class PayloadFieldControl {
  readonly field = input.required<PayloadField>();
  /** What is given; of another sort than the field, or none, is its default. */
  readonly value = input.required<unknown>();
  readonly ample = input(false);
  readonly changed = output<PayloadChange>();

  protected readonly shown = computed(() => {
    const [value, { default: fallback }] = [this.value(), this.field()];
    return typeof value === typeof fallback ? (value as number | string | boolean) : fallback;
  });
  protected readonly number = computed(() => Number(this.shown()));
}
