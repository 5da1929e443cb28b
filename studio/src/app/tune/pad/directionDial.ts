import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { ScrubNumber } from '../../shared/scrubNumber';

/** The blow's direction as a dial: the arrow flies the way the blow flies, 0° to the right, turning toward +y. */
@Component({
  selector: 'und-direction-dial',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag, ScrubNumber],
  template: `
    <svg
      viewBox="-50 -50 100 100"
      role="slider"
      tabindex="0"
      [attr.aria-label]="label()"
      aria-valuemin="-180"
      aria-valuemax="180"
      [attr.aria-valuenow]="value()"
      [attr.aria-valuetext]="value() + ' degrees'"
      (undDrag)="turn($event)"
      (keydown)="key($event)"
    >
      <circle r="44" class="rim" />
      @for (mark of marks; track mark) {
        <line x1="38" x2="44" y1="0" y2="0" [attr.transform]="'rotate(' + mark + ')'" class="mark" />
      }
      <path d="M-34 0 H28 M28 0 L18 -7 M28 0 L18 7" class="arrow" [attr.transform]="'rotate(' + value() + ')'" />
      <circle r="3.5" class="hub" />
    </svg>
    <div class="beside">
      <span class="words">
        <span class="field-label">{{ label() }}</span>
        <und-scrub-number [label]="label()" unit="°" [value]="value()" [min]="-180" [max]="180" (changed)="changed.emit($event.value)" />
        <span class="field-label">{{ words() }}</span>
      </span>
      <ng-content />
    </div>
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 0.75rem;
    }
    svg {
      width: 50px;
      height: 50px;
      flex: none;
      cursor: grab;
      touch-action: none;
      user-select: none;
      border-radius: 50%;
    }
    .rim {
      fill: var(--sheet);
      stroke: var(--rule-strong);
      stroke-width: 1.5;
    }
    .mark {
      stroke: var(--faint-ink);
      stroke-width: 1.5;
    }
    .arrow {
      fill: none;
      stroke: var(--contact);
      stroke-width: 5;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .hub {
      fill: var(--ink);
    }
    .beside {
      flex: 1;
      min-width: 0;
      display: grid;
      gap: 0.15rem;
    }
    .words {
      display: flex;
      align-items: center;
      gap: 0.5rem;
      white-space: nowrap;
    }
  `,
})
export class DirectionDial {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly changed = output<number>();

  protected readonly marks = [0, 45, 90, 135, 180, 225, 270, 315];
  protected readonly words = computed(() => {
    const eighth = Math.round(this.value() / 45) & 7;
    return ['right', 'down right', 'down', 'down left', 'left', 'up left', 'up', 'up right'][eighth];
  });

  protected turn({ phase, event }: Drag): void {
    if (phase === 'end') return;
    const dial = event.currentTarget as Element;
    const { left, top, width, height } = dial.getBoundingClientRect();
    const angle = (Math.atan2(event.clientY - top - height / 2, event.clientX - left - width / 2) * 180) / Math.PI;
    const grid = event.altKey ? 1 : 5;
    this.changed.emit(normal(Math.round(angle / grid) * grid));
  }

  protected key(event: KeyboardEvent): void {
    const step = { ArrowRight: 5, ArrowUp: 5, ArrowLeft: -5, ArrowDown: -5, PageUp: 45, PageDown: -45 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.changed.emit(normal(this.value() + (event.shiftKey ? Math.sign(step) : step)));
  }
}

/** The same angle within -180 < angle ≤ 180. */
function normal(angle: number): number {
  const turned = ((angle % 360) + 360) % 360;
  return turned > 180 ? turned - 360 : turned;
}
