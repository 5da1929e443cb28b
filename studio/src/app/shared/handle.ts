import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Place } from '@undatio/core';
import { PointerDrag, type Drag } from './pointerDrag';

export interface HandleMove {
  /** px of the picture, from where the drag or the key press began. */
  readonly to: Place;
  /** Of a key: how far it is moved. Keys may come faster than the point is shown: from where it is by then it goes on by so much. */
  readonly by?: Place;
  readonly gesture: string;
}

const steps: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** A point in SVG that is dragged, or moved with the arrow keys (Shift: by ten). Delete takes it back. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undHandle]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  hostDirectives: [PointerDrag],
  host: {
    tabindex: '0',
    role: 'button',
    '[attr.aria-label]': 'spoken()',
    '[attr.aria-pressed]': 'chosen()',
    '[attr.transform]': '"translate(" + place().x + " " + place().y + ")"',
    '[style.--handle]': 'ink()',
    '[class.chosen]': 'chosen()',
    '[class.hollow]': 'hollow()',
    '(keydown)': 'key($event)',
    '(focus)': 'picked.emit()',
  },
  template: `
    <svg:circle class="reach" [attr.r]="14 * unit()" />
    <svg:circle class="dot" [attr.r]="5 * unit()" [attr.stroke-width]="2 * unit()" />
    <svg:text [attr.x]="9 * unit()" [attr.y]="4 * unit()" [attr.font-size]="12 * unit()" [attr.stroke-width]="3 * unit()">
      {{ name() }}
    </svg:text>
  `,
  styles: `
    :host {
      // Whatever it lies on may let the pointer through.
      pointer-events: auto;
      cursor: grab;
      outline: none;
      touch-action: none;
      user-select: none;
    }
    :host(:active) {
      cursor: grabbing;
    }
    .reach {
      fill: transparent;
    }
    .dot {
      fill: var(--handle, var(--contact));
      stroke: var(--sheet);
    }
    :host(.hollow) .dot {
      fill: var(--sheet);
      stroke: var(--handle, var(--contact));
    }
    :host(:focus-visible) .reach,
    :host(.chosen) .reach {
      stroke: var(--focus, var(--sea));
      stroke-width: 2;
      vector-effect: non-scaling-stroke;
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      paint-order: stroke;
      pointer-events: none;
    }
  `,
})
export class Handle {
  readonly place = input.required<Place>();
  readonly label = input.required<string>();
  readonly name = input('');
  /** px of the picture for one of the screen. */
  readonly unit = input.required<number>();
  readonly chosen = input(false);
  /** Its colour, where it is not that of all points. */
  readonly ink = input<string>();
  /** Where it stands by itself, not because somebody put it there. */
  readonly hollow = input(false);
  readonly movedTo = output<HandleMove>();
  readonly picked = output();
  /** Whether it is being dragged from now on. */
  readonly held = output<boolean>();
  readonly takenBack = output();

  constructor() {
    inject(PointerDrag).undDrag.subscribe((drag) => this.drag(drag));
  }

  /** Rounded to 0.01 px for screen readers. */
  protected readonly spoken = computed(() => {
    const [x, y] = [this.place().x, this.place().y].map((px) => Math.round(px * 100) / 100);
    return `${this.label()}, ${x}, ${y}`;
  });

  private from: Place = { x: 0, y: 0 };
  private pressed: readonly [number, number] = [0, 0];

  private drag({ phase, event, gesture }: Drag): void {
    const at = this.inPicture(event);
    if (phase === 'start') {
      this.from = this.place();
      this.pressed = at;
      this.held.emit(true);
      this.picked.emit();
      return;
    }
    if (phase === 'end') {
      this.held.emit(false);
      return;
    }
    this.movedTo.emit({ to: { x: this.from.x + at[0] - this.pressed[0], y: this.from.y + at[1] - this.pressed[1] }, gesture });
  }

  protected key(event: KeyboardEvent): void {
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.takenBack.emit();
      return;
    }
    const step = steps[event.key];
    if (!step || event.altKey || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    event.stopPropagation();
    const far = event.shiftKey ? 10 : 1;
    const { x, y } = this.place();
    const by = { x: step[0] * far, y: step[1] * far };
    this.movedTo.emit({ to: { x: x + by.x, y: y + by.y }, by, gesture: `keys ${this.label()}` });
  }

  /** Where the pointer is, in the coordinates that this handle is placed in. */
  private inPicture({ clientX, clientY, currentTarget, target }: PointerEvent): readonly [number, number] {
    const element = (currentTarget ?? target) as SVGGraphicsElement;
    const matrix = (element.closest('g[undHandle]')?.parentElement as unknown as SVGGraphicsElement | null)?.getScreenCTM()?.inverse();
    const point = new DOMPoint(clientX, clientY).matrixTransform(matrix);
    return [point.x, point.y];
  }
}
