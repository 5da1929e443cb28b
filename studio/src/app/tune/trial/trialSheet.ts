import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { PlaybackService } from '../../playback/playbackService';
import { sampler } from '../../playback/stageTake';
import { sheetSize } from '../../stage/sheetLayout';
import { smallStages } from '../../stage/smallStages';

import type { StageBackground } from '../../stage/stageView';
import { gridOf } from './sheetGrid';
import { TrialAxisEditor } from './trialAxisEditor';
import type { TrialDesk, TrialStage } from './trialDesk';

/** Milliseconds of a display's frame that the small stages may take; what is left over is drawn with the next. */
const paintMilliseconds = 11;

/** Small stages side by side, each with another value, in step: the one that looks right is clicked, and adopted. */
@Component({
  selector: 'und-trial-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TrialAxisEditor],
  template: `
    <div class="head" role="group" aria-label="What is tried">
      <und-trial-axis-editor [desk]="desk()" [axis]="0" />
      @if (desk().axes().length > 1) {
        <und-trial-axis-editor [desk]="desk()" [axis]="1" />
      }
      <button type="button" class="plain" (click)="desk().second(desk().axes().length === 1)">
        {{ desk().axes().length === 1 ? '+ a second' : 'only the first' }}
      </button>
      @if (desk().axes().length === 1) {
        <span class="hint field-label">click adopts · Shift keeps</span>
      }
      <button type="button" class="plain close" (click)="desk().close()">Close</button>
    </div>
    @if (desk().problem(); as text) {
      <p class="problem" role="alert">No sheet: {{ text }}.</p>
    }
    @if (small.failed(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
    <div
      #sheet
      class="sheet"
      [style.grid-template-columns]="'repeat(' + grid().columns + ', ' + grid().width + 'px)'"
      [style.grid-auto-rows]="grid().height + 'px'"
      [style.gap.px]="grid().gap"
      (pointerleave)="desk().hear(undefined)"
    >
      <canvas
        #picture
        [width]="whole().width * density"
        [height]="whole().height * density"
        [style.width.px]="whole().width"
        [style.height.px]="whole().height"
      ></canvas>
      @for (one of desk().stages(); track $index) {
        <button
          type="button"
          class="cell"
          [class.present]="one.present"
          [attr.aria-label]="
            one.label + (one.note ? ', ' + one.note : '') + (one.present ? ', as it is now' : '') + ': adopt; with Shift, keep'
          "
          (click)="pick($event, one)"
          (pointerenter)="desk().hear(one)"
          (focus)="desk().hear(one)"
        >
          <span class="value number">{{ one.label }}</span>
          @if (one.note; as note) {
            <span class="note">{{ note }}</span>
          }
          @if (one.stage.problem; as wrong) {
            <span class="wrong">{{ wrong }}</span>
          }
        </button>
      }
    </div>
  `,
  styleUrl: './trialSheet.scss',
})
export class TrialSheet<T, C> {
  readonly desk = input.required<TrialDesk<T, C>>();
  readonly background = input.required<StageBackground>();

  private readonly playback = inject(PlaybackService);
  private readonly destroyed = inject(DestroyRef);
  private readonly sheet = viewChild.required<ElementRef<HTMLElement>>('sheet');
  private readonly picture = viewChild.required<ElementRef<HTMLCanvasElement>>('picture');
  protected readonly density = Math.min(2, window.devicePixelRatio);
  private readonly room = signal({ width: 900, height: 300 });
  /** The same while it is the same: another size or number makes everything anew. */
  protected readonly grid = computed(() => gridOf(Math.max(1, this.desk().count()), this.room(), this.desk().columns()), {
    equal: (a, b) => a.count === b.count && a.columns === b.columns && a.width === b.width && a.height === b.height,
  });
  protected readonly whole = computed(() => sheetSize(this.grid()), {
    equal: (a, b) => a.width === b.width && a.height === b.height,
  });

  protected readonly small = smallStages(
    () => this.background(),
    () => this.whole(),
    () => this.desk().on(),
  );
  private samplers: { readonly stage: TrialStage<T, C>; readonly sample: ReturnType<typeof sampler> | undefined }[] = [];
  /** The instant that is wanted, the one that is being drawn, and the next small stage of that. */
  private wanted = 0;
  private painting: number | undefined;
  private next = 0;
  private isWaiting = false;

  constructor() {
    afterNextRender(() => this.start());
    effect(() => {
      // Another painter, size or background: all of them are drawn anew.
      this.small.painter()?.laySheet(this.grid());
      this.background();
      this.begin();
    });
    effect(() => {
      const stages = this.desk().stages();
      const before = new Map(this.samplers.map((one) => [one.stage, one]));
      this.samplers = stages.map((stage) => before.get(stage) ?? { stage, sample: stage.stage.run && sampler(stage.stage.run) });
      this.begin();
    });
  }

  private start(): void {
    const watch = new ResizeObserver(([{ contentRect }]) => this.room.set({ width: contentRect.width, height: contentRect.height }));
    watch.observe(this.sheet().nativeElement);
    this.playback.playhead$.pipe(takeUntilDestroyed(this.destroyed)).subscribe((t) => {
      this.wanted = t;
      if (this.painting === undefined) this.begin();
    });
    this.destroyed.onDestroy(() => {
      watch.disconnect();
      this.desk().hear(undefined);
    });
  }

  /** Draws all small stages at the wanted instant: at once as many as fit a frame, the rest with the next ones. */
  private begin(): void {
    this.painting = this.wanted;
    this.next = 0;
    if (this.playback.inFrame) this.paint();
    else this.later();
  }

  private later(): void {
    if (this.isWaiting) return;
    this.isWaiting = true;
    requestAnimationFrame(() => {
      this.isWaiting = false;
      if (!this.destroyed.destroyed) this.paint();
    });
  }

  private paint(): void {
    const painter = untracked(this.small.painter);
    if (!painter || this.painting === undefined) {
      this.painting = undefined;
      return;
    }
    const until = performance.now() + paintMilliseconds;
    while (this.next < this.samplers.length && performance.now() < until) {
      painter.paintCell(this.samplers[this.next].sample?.(this.painting), this.next);
      this.next++;
    }
    if (this.next < this.samplers.length) return this.later();
    // All are shown at once and show one instant; time may have gone on meanwhile.
    const context = this.picture().nativeElement.getContext('2d');
    if (context) painter.showSheet(context);
    const isOver = this.wanted === this.painting;
    this.painting = undefined;
    if (!isOver) this.begin();
  }

  protected pick(event: MouseEvent, one: TrialStage<T, C>): void {
    if (event.shiftKey) this.desk().keep(one);
    else this.desk().adopt(one);
  }
}
