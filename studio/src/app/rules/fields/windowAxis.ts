import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';

/** A stretch of time since something began, on a small axis: its ends are dragged, and where the moment stands is marked. */
@Component({
  selector: 'und-window-axis',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    <svg viewBox="0 0 240 34" role="img" [attr.aria-label]="told()">
      <line class="axis" x1="6" x2="234" y1="20" y2="20" />
      @for (mark of marks(); track mark.at) {
        <line class="axis" [attr.x1]="mark.x" [attr.x2]="mark.x" y1="17" y2="23" />
        <text [attr.x]="mark.x" y="32">{{ mark.at }}</text>
      }
      <rect class="open" [attr.x]="x(from())" [attr.width]="x(end()) - x(from())" y="6" height="14" />
      @if (now() !== undefined) {
        <line class="now" [attr.x1]="x(now() ?? 0)" [attr.x2]="x(now() ?? 0)" y1="2" y2="24" />
      }
      @if (draggable().includes('from')) {
        <rect class="edge" [attr.x]="x(from()) - 4" y="3" width="8" height="20" rx="2" (undDrag)="drag('from', $event)" />
      }
      <rect class="edge" [attr.x]="x(end()) - 4" y="3" width="8" height="20" rx="2" (undDrag)="drag('to', $event)" />
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 240px;
      height: 34px;
    }
    .axis {
      stroke: var(--rule-strong);
    }
    text {
      fill: var(--faint-ink);
      font: 9px var(--mono);
      text-anchor: middle;
    }
    .open {
      fill: var(--sea);
      opacity: 0.28;
    }
    .edge {
      fill: var(--sea);
      cursor: ew-resize;
      touch-action: none;
    }
    .now {
      stroke: var(--contact);
      stroke-width: 1.5;
    }
  `,
})
export class WindowAxis {
  readonly from = input(0);
  /** Undefined: as long as it lasts. */
  readonly to = input<number>();
  /** Where the moment that is looked at stands. */
  readonly now = input<number>();
  readonly draggable = input<readonly ('from' | 'to')[]>(['from', 'to']);
  readonly changed = output<{ readonly end: 'from' | 'to'; readonly value: number; readonly gesture: string }>();

  /** The axis stays while an end is dragged. */
  private readonly held = signal<number | undefined>(undefined);
  protected readonly span = computed(() => this.held() ?? spanOf(Math.max(this.from(), this.to() ?? 0, this.now() ?? 0)));
  protected readonly end = computed(() => this.to() ?? this.span());
  protected readonly marks = computed(() =>
    [0, 0.25, 0.5, 0.75, 1].map((share) => ({ at: Number((share * this.span()).toFixed(3)), x: this.x(share * this.span()) })),
  );
  protected readonly told = computed(() => `open from ${this.from()} to ${this.to() ?? 'its end'} seconds`);
  private began = 0;

  protected x(seconds: number): number {
    return 6 + 228 * Math.min(1, Math.max(0, seconds / this.span()));
  }

  protected drag(end: 'from' | 'to', { phase, dx, gesture }: Drag): void {
    if (phase === 'start') {
      this.held.set(this.span());
      this.began = end === 'from' ? this.from() : this.end();
    }
    const value = Math.round(Math.max(0, this.began + (dx / 228) * this.span()) * 100) / 100;
    if (phase === 'end') this.held.set(undefined);
    const fits = end === 'from' ? value < this.end() : value > this.from();
    if (fits && phase !== 'start') this.changed.emit({ end, value, gesture });
  }
}

/** A round stretch that leaves some room after what is shown. */
function spanOf(most: number): number {
  return [0.2, 0.5, 1, 2, 5, 10, 20, 60, 200, 600, 4000].find((span) => span >= most * 1.2) ?? 4000;
}
