import type { ElementRef } from '@angular/core';
import { afterNextRender, ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, output, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { PlaybackService } from '../../playback/playbackService';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import type { TimeAxis } from './timeAxis';

/** px between two marks of the ruler. */
const tickGap = 58;
/** px that the words of a mark take, from where they begin: those of contact leave room for the playhead, which often stands there. */
const words = { width: 44, begin: 4, atContact: 12 };
/** px of the button on the playhead. */
const button = 18;

/** The ruler with the playhead over the whole strip. By itself, because it moves with every frame, and the strip does not. */
@Component({
  selector: 'und-playhead',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    <div
      #ruler
      class="ruler"
      role="slider"
      tabindex="0"
      aria-label="Playhead"
      [attr.aria-valuenow]="playhead()"
      [attr.aria-valuetext]="playhead().toFixed(3) + ' seconds from contact'"
      (undDrag)="scrub($event)"
      (keydown)="key($event)"
    >
      @for (tick of ticks(); track tick.t) {
        <span
          class="tick number"
          [class.zero]="tick.t === 0"
          [class.covered]="covered(tick)"
          [style.left.px]="tick.x"
          [style.padding-left.px]="tick.begin"
        >
          @if (tick.t === 0) {
            <b>contact</b>
          } @else {
            {{ tick.seconds }}<small>{{ tick.frames }}</small>
          }
        </span>
      }
    </div>
    <button
      type="button"
      class="here plain"
      aria-label="Add an effect at the playhead"
      title="Add an effect here (A)"
      tabindex="-1"
      [style.transform]="'translateX(' + (x() - half) + 'px)'"
      (pointerdown)="$event.stopPropagation()"
      (click)="addHere.emit()"
    >
      +
    </button>
    <span class="line" aria-hidden="true" [style.transform]="'translateX(' + x() + 'px)'"></span>
  `,
  styles: `
    :host {
      display: contents;
    }
    .ruler {
      position: relative;
      cursor: col-resize;
      touch-action: none;
      min-width: 0;
      overflow: clip;
    }
    .here {
      position: absolute;
      left: var(--lane-head);
      top: 9px;
      width: ${button}px;
      height: ${button}px;
      padding: 0;
      line-height: 1;
      z-index: 4;
    }
    .tick {
      position: absolute;
      top: 3px;
      border-left: 1px solid var(--rule-strong);
      height: 100%;
      font-size: 0.6875rem;
      line-height: 1.2;
      color: var(--ink);
      white-space: nowrap;
      pointer-events: none;
    }
    .tick small {
      display: block;
      color: var(--faint-ink);
      font-size: 0.625rem;
    }
    /* Half a number reads as another one. */
    .tick.covered,
    .tick.covered small {
      color: transparent;
    }
    .tick.zero:not(.covered) {
      color: var(--contact);
    }
    .tick.zero {
      border-left-color: transparent;
      font-family: var(--sans);
    }
    .line {
      position: absolute;
      top: 0;
      bottom: 0;
      left: var(--lane-head);
      width: 0;
      border-left: 1.5px solid var(--ink);
      z-index: 3;
      pointer-events: none;
    }
    .line::before {
      content: '';
      position: absolute;
      top: 0;
      left: -5px;
      border: 4.5px solid transparent;
      border-top-color: var(--ink);
    }
  `,
})
export class Playhead {
  readonly axis = input.required<TimeAxis>();
  /** Seconds of the strip's first instant, and of the take's last. */
  readonly first = input.required<number>();
  readonly last = input.required<number>();
  /** px that the ruler has, whenever that changes. */
  readonly sized = output<number>();
  readonly addHere = output();

  private readonly playback = inject(PlaybackService);
  private readonly ruler = viewChild.required<ElementRef<HTMLElement>>('ruler');
  protected readonly playhead = toSignal(this.playback.playhead$, { requireSync: true });
  protected readonly x = computed(() => Math.min(this.axis().width, Math.max(0, this.axis().x(this.playhead()))));
  protected readonly ticks = computed(() =>
    this.axis()
      .ticks(tickGap)
      .map((t) => ({
        t,
        x: this.axis().x(t),
        begin: t === 0 ? words.atContact : words.begin,
        seconds: String(t),
        frames: `${Number((t * 60).toFixed(1))} f`,
      })),
  );
  protected readonly half = button / 2;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const watch = new ResizeObserver(([entry]) => this.sized.emit(Math.max(100, entry.contentRect.width)));
      watch.observe(this.ruler().nativeElement);
      destroyed.onDestroy(() => watch.disconnect());
    });
  }

  /** Whether the button on the playhead stands on a mark's words. */
  protected covered({ x, begin }: { readonly x: number; readonly begin: number }): boolean {
    const from = x + begin;
    return this.x() + this.half > from && this.x() - this.half < from + words.width;
  }

  protected scrub({ phase, event }: Drag): void {
    if (phase !== 'end') this.playback.scrub(this.axis().t(event.clientX - this.ruler().nativeElement.getBoundingClientRect().left));
  }

  protected key(event: KeyboardEvent): void {
    const step = event.shiftKey ? 10 : 1;
    const moves: Record<string, () => void> = {
      ArrowLeft: () => this.playback.step(-step),
      ArrowRight: () => this.playback.step(step),
      Home: () => this.playback.scrub(this.first()),
      End: () => this.playback.scrub(this.last()),
      '0': () => this.playback.scrub(0),
    };
    if (!moves[event.key]) return;
    event.preventDefault();
    moves[event.key]();
  }
}
