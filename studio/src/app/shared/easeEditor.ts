import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { EasingError, parseEasing } from '@undatio/core/internal';
import { RadioKeys } from './radioKeys';

/** Curves worth having at hand; any other can be typed. */
export const offeredEasings = [
  'linear',
  'ease-in',
  'ease-out',
  'ease-in-out',
  'cubic-bezier(0.1, 0.8, 0.3, 1)',
  'cubic-bezier(0.3, 1.6, 0.6, 1)',
  'steps(3)',
  'step-end',
];

/** The curve on a 24 × 16 field. */
function drawn(ease: string): string {
  const curve = parseEasing(ease);
  return `M${Array.from({ length: 25 }, (_, i) => `${i} ${(14 - curve(i / 24) * 12).toFixed(1)}`).join('L')}`;
}

/** An easing, chosen from curves as they look, or typed in CSS syntax. */
@Component({
  selector: 'und-ease-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RadioKeys],
  template: `
    <span class="curves" undRadioKeys [attr.aria-label]="label()">
      @for (curve of curves; track curve.ease) {
        <button
          type="button"
          role="radio"
          [attr.aria-checked]="curve.ease === value()"
          [attr.aria-label]="curve.ease"
          [title]="curve.ease"
          [disabled]="disabled()"
          (click)="changed.emit(curve.ease)"
        >
          <svg viewBox="-1 -3 26 21" aria-hidden="true"><path [attr.d]="curve.path" /></svg>
        </button>
      }
    </span>
    <input
      #box
      class="number"
      spellcheck="false"
      [attr.aria-label]="label() + ', as CSS'"
      [attr.aria-invalid]="problem() !== ''"
      [title]="problem() || value()"
      [value]="value()"
      [disabled]="disabled()"
      (change)="type(box)"
    />
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: center;
      gap: 0.3rem;
    }
    .curves {
      display: inline-flex;
    }
    button {
      border: 1px solid var(--rule-strong);
      margin-left: -1px;
      background: var(--sheet);
      padding: 1px;
      cursor: pointer;
    }
    button[aria-checked='true'] {
      background: var(--ink);
    }
    button[aria-checked='true'] path {
      stroke: var(--paper);
    }
    button:disabled {
      opacity: 0.55;
      cursor: default;
    }
    svg {
      display: block;
      width: 24px;
      height: 18px;
      overflow: hidden;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    input {
      width: 8.5rem;
      padding: 0.1rem 0.3rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font-size: 0.75rem;
    }
  `,
})
export class EaseEditor {
  readonly label = input.required<string>();
  readonly value = input.required<string>();
  readonly disabled = input(false);
  readonly changed = output<string>();

  protected readonly curves = offeredEasings.map((ease) => ({ ease, path: drawn(ease) }));
  protected readonly problem = computed(() => refusal(this.value()));

  /** What cannot be read is told and put back. */
  protected type(box: HTMLInputElement): void {
    const problem = refusal(box.value);
    box.setCustomValidity(problem);
    if (problem) box.reportValidity();
    else this.changed.emit(box.value.trim());
    box.value = this.value();
  }
}

function refusal(ease: string): string {
  try {
    parseEasing(ease);
    return '';
  } catch (error) {
    if (error instanceof EasingError) return error.message;
    throw error;
  }
}
