import type { ElementRef } from '@angular/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  Injector,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { distinctUntilChanged, switchMap } from 'rxjs';
import { PlaybackService } from '../playback/playbackService';
import type { ShownFrames } from '../playback/frameService';
import { ProjectApi } from '../project/projectApi';
import { looksAlike } from './looksAlike';
import type { StageCanvas } from './stageCanvas';
import type { StagePainter } from './stagePainter';
import type { OnStage } from './stageSetUps';
import type { StageBackground } from './stageView';

/** A window in which frames are drawn as they come: on the bodies, before the background and in the place of one stage. */
@Component({
  selector: 'und-painted-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div #host class="window" role="img" [attr.aria-label]="label()"></div>
    @if (!shown() && !failed()) {
      <p class="coming" role="status">The stage is coming…</p>
    }
    @if (failed(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      position: absolute;
      inset: 0;
      background: #0b1820;
      overflow: hidden;
    }
    .window {
      position: absolute;
      inset: 0;
    }
    .coming {
      position: absolute;
      inset: 45% 0 auto;
      margin: 0;
      text-align: center;
      color: #ece5d3;
    }
    .problem {
      position: absolute;
      left: 0.75rem;
      right: 0.75rem;
      bottom: 0.75rem;
      margin: 0;
      padding: 0.5rem 0.75rem;
      background: var(--warn-wash);
      color: var(--warn);
      border-left: 4px solid var(--warn);
    }
  `,
})
export class PaintedStage {
  readonly label = input.required<string>();
  readonly background = input.required<StageBackground>();
  readonly on = input<OnStage>();
  readonly frames = input.required<ShownFrames>();

  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly playback = inject(PlaybackService);
  private readonly api = inject(ProjectApi);
  private readonly destroyed = inject(DestroyRef);
  private readonly injector = inject(Injector);
  private canvas: Promise<StageCanvas> | undefined;
  private painter: StagePainter | undefined;
  /** The frame that was shown last, and how often the stage was to be drawn anew. */
  private frame: Parameters<StagePainter['paint']>[0] | undefined;
  private asked = 0;

  /** Whether there is a picture yet. */
  protected readonly shown = signal(false);
  protected readonly failed = signal<string | undefined>(undefined);

  constructor() {
    afterNextRender(() => this.start());
    effect(() => {
      // Read before the painter is there as well: what an effect has not read it does not follow.
      const background = this.background();
      this.painter?.setBackground(background);
    });
  }

  private start(): void {
    const { injector } = this;
    toObservable(this.on, { injector })
      .pipe(distinctUntilChanged(looksAlike), takeUntilDestroyed(this.destroyed))
      .subscribe((on) => {
        if (on) void this.draw(on);
      });
    toObservable(this.frames, { injector })
      .pipe(
        switchMap((frames) => frames),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe(({ frame }) => {
        this.frame = frame;
        // A frame of the display is drawn within it; anything else waits for the next.
        this.painter?.paint(frame, this.playback.inFrame);
      });
    const watch = new ResizeObserver(() => this.painter?.resize());
    watch.observe(this.host().nativeElement);
    this.destroyed.onDestroy(() => {
      watch.disconnect();
      this.painter?.destroy();
      this.releaseCanvas();
    });
  }

  private releaseCanvas(): void {
    this.canvas?.then(
      (canvas) => canvas.release(),
      () => undefined,
    );
    this.canvas = undefined;
  }

  /** Draws the stage anew, with other bodies or another background; the one before stays until it is there. */
  private async draw(on: OnStage): Promise<void> {
    const asked = ++this.asked;
    try {
      // The painter brings PixiJS with it: loaded after the page, so that the page does not wait for it.
      const [{ StageCanvas }, { StagePainter }] = await Promise.all([import('./stageCanvas'), import('./stagePainter')]);
      if (this.destroyed.destroyed) return;
      const canvas = await (this.canvas ??= StageCanvas.create(this.host().nativeElement));
      if (this.destroyed.destroyed || asked !== this.asked) return;
      const painter = await StagePainter.create(canvas, on, (asset) => this.api.assetUrl(on.project, asset));
      if (this.destroyed.destroyed || asked !== this.asked) return painter.destroy();
      this.painter?.destroy();
      this.painter = painter;
    } catch (error) {
      // A newer request is under way and reports its own failure.
      if (asked !== this.asked) return;
      if (!this.painter) this.releaseCanvas();
      this.fail(error);
      return;
    }
    this.failed.set(undefined);
    this.painter.setBackground(this.background());
    if (this.frame) this.painter.paint(this.frame);
    this.shown.set(true);
    this.painter.complete().catch((error: unknown) => this.fail(error));
  }

  private fail(error: unknown): void {
    this.failed.set(`The stage cannot be drawn: ${error instanceof Error ? error.message : String(error)}`);
  }
}
