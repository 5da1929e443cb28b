import type { ElementRef } from '@angular/core';
import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, effect, inject, input, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { PlaybackService } from '../../playback/playbackService';
import { FrameService } from '../../playback/frameService';
import { StrikeService } from '../../playback/strikeService';
import { ProjectApi } from '../../project/projectApi';
import { ProjectService } from '../../project/projectService';
import type { StagePainter } from '../../stage/stagePainter';
import { StageHandles } from './stageHandles';
import type { StageBackground } from './transport';

/** The dark window in the paper: samples the take at the playhead and hands the frame to the painter. */
@Component({
  selector: 'und-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [StageHandles],
  template: `
    <div #host class="window" role="img" aria-label="Stage: source, target and a bystander on the mossy log"></div>
    <und-stage-handles />
    @if (rumble(); as hand) {
      <div class="hand" role="img" [attr.aria-label]="'Rumble: low ' + hand.low.toFixed(2) + ', high ' + hand.high.toFixed(2)">
        <span class="motor low" [style.transform]="'scaleY(' + hand.low + ')'"></span>
        <span class="motor high" [style.transform]="'scaleY(' + hand.high + ')'"></span>
      </div>
    }
    @if (!shown() && !failed()) {
      <p class="coming" role="status">The stage is coming…</p>
    }
    @if (problem(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
    @if (failed(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      min-height: 0;
      min-width: 0;
      background: #0b1820;
      overflow: hidden;
    }
    .window {
      position: absolute;
      inset: 0;
    }
    .hand {
      position: absolute;
      right: 0.75rem;
      bottom: 0.75rem;
      display: flex;
      gap: 4px;
      height: 44px;
      padding: 4px;
      border: 1px solid #ece5d3;
      border-radius: 4px;
      background: #0d1a24cc;
    }
    .motor {
      width: 10px;
      background: #d9a8ec;
      transform-origin: bottom;
    }
    .motor.high {
      width: 6px;
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
export class Stage {
  readonly background = input.required<StageBackground>();

  private readonly host = viewChild.required<ElementRef<HTMLElement>>('host');
  private readonly strikes = inject(StrikeService);
  private readonly playback = inject(PlaybackService);
  private readonly frames = inject(FrameService);
  private readonly projects = inject(ProjectService);
  private readonly api = inject(ProjectApi);
  private readonly destroyed = inject(DestroyRef);
  private painter: StagePainter | undefined;

  /** The motors while they turn, for those who hold no controller. */
  protected readonly rumble = signal<{ low: number; high: number } | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  /** Whether there is a picture yet. */
  protected readonly shown = signal(false);
  protected readonly failed = signal<string | undefined>(undefined);

  constructor() {
    afterNextRender(() => void this.start());
    effect(() => {
      // Read before the painter is there as well: what an effect has not read it does not follow.
      const background = this.background();
      this.painter?.setBackground(background);
    });
  }

  private async start(): Promise<void> {
    const project = this.projects.project;
    if (!project) return;
    try {
      // The painter brings PixiJS with it: loaded after the page, so that the page does not wait for it.
      const { StagePainter } = await import('../../stage/stagePainter');
      const painter = await StagePainter.create(this.host().nativeElement, project, (asset) => this.api.assetUrl(project, asset));
      if (this.destroyed.destroyed) return painter.destroy();
      this.painter = painter;
    } catch (error) {
      this.failed.set(`The stage cannot be drawn: ${error instanceof Error ? error.message : String(error)}`);
      return;
    }
    this.painter.setBackground(this.background());
    this.destroyed.onDestroy(() => this.painter?.destroy());
    this.follow(this.painter);
    this.shown.set(true);
    this.painter
      .complete()
      .catch((error: unknown) => this.failed.set(`The stage cannot be drawn: ${error instanceof Error ? error.message : String(error)}`));
    const watch = new ResizeObserver(() => this.painter?.resize());
    watch.observe(this.host().nativeElement);
    this.destroyed.onDestroy(() => watch.disconnect());
  }

  private follow(painter: StagePainter): void {
    this.strikes.stage$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ problem }) => this.problem.set(problem));
    this.frames.frame$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ frame }) => {
      // A frame of the display is drawn within it; anything else waits for the next.
      painter.paint(frame, this.playback.inFrame);
      const { low, high } = frame.rumble;
      this.rumble.set(low > 0 || high > 0 ? { low, high } : undefined);
    });
  }
}
