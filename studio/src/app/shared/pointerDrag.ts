import { Directive, output } from '@angular/core';

/** One moment of a drag, from its press to its end. */
export interface Drag {
  readonly phase: 'start' | 'move' | 'end';
  readonly event: PointerEvent;
  /** px since the press. */
  readonly dx: number;
  readonly dy: number;
  /** The same for all moments of one drag, and for no other: changes that share it are undone together. */
  readonly gesture: string;
}

let drags = 0;

/** A new name for what is undone together. */
export function newGesture(): string {
  return `drag ${++drags}`;
}

/**
 * Drags with the main button: the pointer is captured with the press, so that the drag goes on wherever it moves, and ends
 * however it ends. Emits each moment.
 */
@Directive({
  selector: '[undDrag]',
  host: {
    '(pointerdown)': 'press($event)',
    '(pointermove)': 'move($event)',
    '(pointerup)': 'end($event)',
    '(pointercancel)': 'end($event)',
  },
})
export class PointerDrag {
  readonly undDrag = output<Drag>();
  private from: { readonly x: number; readonly y: number; readonly pointer: number; readonly gesture: string } | undefined;

  protected press(event: PointerEvent): void {
    if (event.button !== 0) return;
    event.stopPropagation();
    this.from = { x: event.clientX, y: event.clientY, pointer: event.pointerId, gesture: newGesture() };
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.tell('start', event);
  }

  protected move(event: PointerEvent): void {
    if (this.from?.pointer === event.pointerId) this.tell('move', event);
  }

  protected end(event: PointerEvent): void {
    if (this.from?.pointer !== event.pointerId) return;
    this.tell('end', event);
    this.from = undefined;
  }

  private tell(phase: Drag['phase'], event: PointerEvent): void {
    const { x = 0, y = 0, gesture = '' } = this.from ?? {};
    this.undDrag.emit({ phase, event, dx: event.clientX - x, dy: event.clientY - y, gesture });
  }
}
