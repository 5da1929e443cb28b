import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { tidy } from '@undatio/core/internal';
import { newGesture, PointerDrag, type Drag } from './pointerDrag';
import { readTypedNumber } from './typedNumber';

export interface NumberChange {
  readonly value: number;
  /** Changes of one drag share it, so that they are undone together. */
  readonly gesture: string;
}

/**
 * A number that is typed (with units and arithmetic), stepped with the arrow keys, or dragged sideways.
 * Emits only numbers within its bounds; what cannot be read is told and put back.
 */
@Component({
  selector: 'und-scrub-number',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    <input
      #box
      class="number"
      inputmode="decimal"
      autocomplete="off"
      [value]="shown()"
      [attr.aria-label]="label()"
      [title]="title()"
      [class.dragging]="dragging()"
      (change)="type(box)"
      (focus)="box.select()"
      (keydown)="key($event, box)"
      (undDrag)="drag($event, box)"
    /><span class="unit" aria-hidden="true">{{ unit() }}</span>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: baseline;
      gap: 0.2rem;
    }
    input {
      width: var(--scrub-width, 3.6rem);
      padding: 0.1rem 0.25rem;
      border: 1px solid var(--rule-strong);
      border-radius: 3px;
      background: var(--sheet);
      color: var(--ink);
      font-size: 0.8125rem;
      text-align: right;
      cursor: ew-resize;
      touch-action: none;
    }
    input {
      user-select: text;
    }
    input:focus {
      cursor: text;
    }
    input.dragging {
      border-color: var(--sea);
    }
    .unit {
      font-size: 0.75rem;
      color: var(--faint-ink);
      min-width: 0.8rem;
    }
  `,
})
export class ScrubNumber {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly unit = input('');
  readonly min = input(-Infinity);
  readonly max = input(Infinity);
  readonly changed = output<NumberChange>();

  protected readonly dragging = signal(false);
  protected readonly shown = computed(() => String(Number(this.current().toFixed(4))));
  protected readonly title = computed(
    () => `${this.label()}: ${this.min()} to ${this.max()} ${this.unit()}. Type, drag sideways, or use the arrow keys.`,
  );
  /** The value as last emitted, which the owner may not have handed back yet. */
  private readonly current = linkedSignal(() => this.value());
  /** What it was when a drag began; undefined while nothing is dragged. */
  private from: number | undefined;

  protected type(box: HTMLInputElement): void {
    const typed = readTypedNumber(box.value, { current: this.current(), unit: this.unit() });
    box.setCustomValidity(typeof typed === 'string' ? typed : '');
    if (typeof typed === 'string') box.reportValidity();
    else this.emit(typed, newGesture());
    box.value = this.shown();
  }

  protected key(event: KeyboardEvent, box: HTMLInputElement): void {
    if (event.key === 'Enter') box.blur();
    if (event.key === 'Escape') {
      box.value = this.shown();
      box.blur();
    }
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    this.emit(this.current() + direction * this.step() * (event.shiftKey ? 10 : 1), `keys ${this.label()}`);
  }

  protected drag({ phase, event, dx, gesture }: Drag, box: HTMLInputElement): void {
    if (phase === 'start') {
      // In a box that is typed in, the pointer chooses text.
      if (document.activeElement === box) return;
      this.from = this.current();
      event.preventDefault();
    }
    const { from } = this;
    if (from === undefined) return;
    if (phase === 'end') {
      this.from = undefined;
      // A press that went nowhere is a click: the person wants to type.
      if (!this.dragging()) box.focus();
      this.dragging.set(false);
    } else if (this.dragging() || Math.abs(dx) >= 3) {
      this.dragging.set(true);
      this.emit(from + Math.round(dx / 2) * this.step(from) * (event.shiftKey ? 10 : 1), gesture);
    }
  }

  /** About a hundredth of the number's own size, on a round grid. */
  private step(of = this.current()): number {
    return 10 ** Math.floor(Math.log10(Math.max(Math.abs(of), 0.1)) - 1 + 1e-9);
  }

  private emit(value: number, gesture: string): void {
    const kept = tidy(Math.min(this.max(), Math.max(this.min(), value)));
    if (kept === this.current()) return;
    this.current.set(kept);
    this.changed.emit({ value: kept, gesture });
  }
}
