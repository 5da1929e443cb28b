import type { ElementRef } from '@angular/core';
import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, effect, inject, input, signal, viewChild } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Actor } from '@undatio/core';
import { distinctUntilChanged } from 'rxjs';
import { PlaybackService } from '../../playback/playbackService';
import { FrameService, type ShownFrame } from '../../playback/frameService';
import { StrikeService } from '../../playback/strikeService';
import { ProjectApi } from '../../project/projectApi';
import type { StagePainter } from '../../stage/stagePainter';
import { StageSetUps, type OnStage } from '../../stage/stageSetUps';
import type { StageBackground } from '../../stage/stageView';
import { StageHandles } from './stageHandles';

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
  private readonly stages = inject(StageSetUps);
  private readonly api = inject(ProjectApi);
  private readonly destroyed = inject(DestroyRef);
  private painter: StagePainter | undefined;
  /** The frame that was shown last, and how often the stage was to be drawn anew. */
  private frame: ShownFrame['frame'] | undefined;
  private asked = 0;

  /** The motors while they turn, for those who hold no controller. */
  protected readonly rumble = signal<{ low: number; high: number } | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
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
    this.stages.onStage$.pipe(distinctUntilChanged(looksAlike), takeUntilDestroyed(this.destroyed)).subscribe((on) => void this.draw(on));
    this.strikes.stage$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ problem }) => this.problem.set(problem));
    this.frames.frame$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ frame }) => {
      this.frame = frame;
      // A frame of the display is drawn within it; anything else waits for the next.
      this.painter?.paint(frame, this.playback.inFrame);
      const { low, high } = frame.rumble;
      this.rumble.set(low > 0 || high > 0 ? { low, high } : undefined);
    });
    const watch = new ResizeObserver(() => this.painter?.resize());
    watch.observe(this.host().nativeElement);
    this.destroyed.onDestroy(() => {
      watch.disconnect();
      this.painter?.destroy();
    });
  }

  /** Draws the stage anew, with other bodies or another background; the one before stays until it is there. */
  private async draw(on: OnStage): Promise<void> {
    const asked = ++this.asked;
    try {
      // The painter brings PixiJS with it: loaded after the page, so that the page does not wait for it.
      const { StagePainter } = await import('../../stage/stagePainter');
      const painter = await StagePainter.create(this.host().nativeElement, on, (asset) => this.api.assetUrl(on.project, asset));
      if (this.destroyed.destroyed || asked !== this.asked) return painter.destroy();
      this.painter?.destroy();
      this.painter = painter;
    } catch (error) {
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

/** Whether the same bodies stand there, be it in another list. */
function sameBodies(a: readonly Actor[], b: readonly Actor[]): boolean {
  return a === b || (a.length === b.length && a.every((one, i) => one === b[i]));
}

/** Whether two stages are drawn with the same bodies, pictures and surroundings. */
function looksAlike(a: OnStage, b: OnStage): boolean {
  const [one, other] = [a.project, b.project];
  const same =
    sameBodies(one.actors, other.actors) && one.assets === other.assets && one.conventions === other.conventions && one.seen === other.seen;
  return same && a.setUp === b.setUp;
}
