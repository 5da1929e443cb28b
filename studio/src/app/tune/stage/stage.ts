import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { CompareBar } from '../../compare/compareBar';
import { FrameService } from '../../playback/frameService';
import { KeptService } from '../../playback/keptService';
import { StrikeService } from '../../playback/strikeService';
import { PointerDrag, type Drag } from '../../shared/pointerDrag';
import { PaintedStage } from '../../stage/paintedStage';
import { StageSetUps } from '../../stage/stageSetUps';
import type { StageBackground } from '../../stage/stageView';
import { StageWays } from '../film/stageWays';
import { StageHandles } from './stageHandles';

/** Share of the width by which an arrow key moves the wiper. */
const wipeStep = 0.02;

/** The dark window in the paper: the take at the playhead, and what is kept with it. What lies over the stage is put inside. */
@Component({
  selector: 'und-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CompareBar, PaintedStage, PointerDrag, StageHandles, StageWays],
  template: `
    @if (compares()) {
      <und-compare-bar />
    }
    <div class="views" [class.beside]="look() === 'beside'">
      @if (look(); as shown) {
        @if (shown !== 'lanes only') {
          <div class="view kept" [class.hidden]="hidden() === 'kept'" [style.clip-path]="shown === 'wiper' ? keptPart() : null">
            <und-painted-stage label="The kept take" [background]="background()" [on]="kept.kept()?.on" [frames]="kept.frames" />
            <span class="tag">kept</span>
          </div>
        }
      }
      <div class="view now" [class.hidden]="hidden() === 'now'" [style.clip-path]="look() === 'wiper' ? nowPart() : null">
        <und-painted-stage [label]="'Stage: ' + who()" [background]="background()" [on]="onStage()" [frames]="frames.frame$" />
        <und-stage-handles />
        @if (compares()) {
          <und-stage-ways />
        }
        <ng-content />
        @if (look() && look() !== 'lanes only') {
          <span class="tag now">now</span>
        }
      </div>
      @if (look() === 'wiper') {
        <div
          class="wiper"
          role="slider"
          tabindex="0"
          aria-label="Wiper: kept to the left, now to the right"
          aria-valuemin="0"
          aria-valuemax="100"
          [attr.aria-valuenow]="(kept.wipe() * 100).toFixed(0)"
          [style.left.%]="kept.wipe() * 100"
          (undDrag)="drag($event)"
          (keydown)="key($event)"
        ></div>
      }
      @if (rumble(); as hand) {
        <div class="hand" role="img" [attr.aria-label]="'Rumble: low ' + hand.low.toFixed(2) + ', high ' + hand.high.toFixed(2)">
          <span class="motor low" [style.transform]="'scaleY(' + hand.low + ')'"></span>
          <span class="motor high" [style.transform]="'scaleY(' + hand.high + ')'"></span>
        </div>
      }
      @if (problem(); as text) {
        <p class="problem" role="alert">{{ text }}</p>
      }
    </div>
  `,
  styleUrl: './stage.scss',
})
export class Stage {
  readonly background = input.required<StageBackground>();
  /** Whether the kept take is shown with the present one. */
  readonly compares = input(false);

  private readonly strikes = inject(StrikeService);
  protected readonly frames = inject(FrameService);
  protected readonly kept = inject(KeptService);
  protected readonly onStage = toSignal(inject(StageSetUps).onStage$);
  /** Who stands there, for those who do not see it. */
  protected readonly who = computed(
    () =>
      this.onStage()
        ?.project.actors.map(({ label }) => label)
        .join(', ') || 'nobody',
  );
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly destroyed = inject(DestroyRef);
  private wipedFrom = 0;

  /** The motors while they turn, for those who hold no controller. */
  protected readonly rumble = signal<{ low: number; high: number } | undefined>(undefined);
  private readonly stage = toSignal(this.strikes.stage$);
  protected readonly problem = computed(() => this.stage()?.problem);

  /** How both are looked at; undefined while nothing is compared. */
  protected readonly look = computed(() => (this.compares() && this.kept.kept() ? this.kept.look() : undefined));
  /** Whose turn it is not, where they are looked at in turn. */
  private readonly turn = signal(false);
  protected readonly hidden = computed(() => (this.look() !== 'in turn' ? undefined : this.turn() ? 'now' : 'kept'));
  protected readonly keptPart = computed(() => `inset(0 ${(100 - this.kept.wipe() * 100).toFixed(2)}% 0 0)`);
  protected readonly nowPart = computed(() => `inset(0 0 0 ${(this.kept.wipe() * 100).toFixed(2)}%)`);

  constructor() {
    afterNextRender(() =>
      this.frames.frame$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(({ frame }) => {
        const { low, high } = frame.rumble;
        this.rumble.set(low > 0 || high > 0 ? { low, high } : undefined);
      }),
    );
    effect((onCleanup) => {
      if (this.look() !== 'in turn') return;
      const turning = setInterval(() => this.turn.update((turn) => !turn), 1000 / this.kept.turnRate());
      onCleanup(() => clearInterval(turning));
    });
  }

  protected drag({ phase, dx }: Drag): void {
    if (phase === 'start') this.wipedFrom = this.kept.wipe();
    if (phase === 'move') this.setWipe(this.wipedFrom + dx / this.element.nativeElement.clientWidth);
  }

  protected key(event: KeyboardEvent): void {
    const by = { ArrowLeft: -wipeStep, ArrowRight: wipeStep }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    this.setWipe(this.kept.wipe() + by);
  }

  private setWipe(share: number): void {
    this.kept.wipe.set(Math.min(1, Math.max(0, share)));
  }
}
