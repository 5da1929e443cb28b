import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  Injector,
  model,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { DrillTake } from '@undatio/core/internal';
import { PopoverModule, type Popover } from 'primeng/popover';
import { SelectButtonModule } from 'primeng/selectbutton';
import { SliderModule } from 'primeng/slider';
import { MixDialog } from '../../mix/mixDialog';
import { ActionService } from '../../palette/actionService';
import { AudioService } from '../../playback/audioService';
import { KeptService } from '../../playback/keptService';
import { frameRates, PlaybackService, speeds } from '../../playback/playbackService';
import { ComfortPanel } from '../../comfort/comfortPanel';
import { FilmService } from '../film/filmService';
import { Choice, type Option } from '../../shared/choice';
import { StrikeService } from '../../playback/strikeService';
import { StageSetUps } from '../../stage/stageSetUps';
import { stageBackgrounds, type StageBackground } from '../../stage/stageView';

/** Play, loop, speed, single frames, the frame rate to emulate, the background, and the volume. */
@Component({
  selector: 'und-transport',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, ComfortPanel, FormsModule, MixDialog, PopoverModule, SelectButtonModule, SliderModule],
  template: `
    <button type="button" class="plain" (click)="playback.togglePlay()">{{ settings().playing ? 'Pause' : 'Play' }}</button>
    <button type="button" class="plain" aria-label="−1 f, one frame back" title="One frame back ([)" (click)="playback.step(-1)">
      −1 f
    </button>
    <button type="button" class="plain" aria-label="+1 f, one frame forward" title="One frame forward (])" (click)="playback.step(1)">
      +1 f
    </button>
    <button
      type="button"
      class="plain"
      [attr.aria-pressed]="settings().loop"
      title="Strike again when it has ended (L)"
      (click)="playback.set({ loop: !settings().loop })"
    >
      Loop
    </button>
    <p-selectbutton
      [options]="speeds"
      optionLabel="label"
      optionValue="value"
      [allowEmpty]="false"
      size="small"
      [ngModel]="settings().speed"
      (ngModelChange)="playback.set({ speed: $event })"
      ariaLabelledBy="speed-label"
    />
    <span id="speed-label" class="visually-hidden">Speed</span>
    <button
      type="button"
      class="plain"
      aria-haspopup="dialog"
      [attr.aria-expanded]="viewing()"
      title="The frame rate that is emulated, and the background"
      (click)="view($event)"
    >
      View{{ settings().frameRate ? ': ' + settings().frameRate + ' f/s' : '' }}{{ softened() ? ', softened' : '' }}
    </button>
    @if (viewing()) {
      <p-popover #popover ariaLabel="How the stage is looked at" appendTo="body" (onHide)="viewing.set(false)">
        <div class="view">
          @if (setUpOptions().length > 0) {
            <label class="field-label" for="stage-set-up">Stage</label>
            <und-choice inputId="stage-set-up" [options]="setUpOptions()" [value]="setUp()?.id ?? ''" (changed)="turnTo($event)" />
          }
          <p-selectbutton
            [options]="rates"
            optionLabel="label"
            optionValue="value"
            [allowEmpty]="false"
            size="small"
            [ngModel]="settings().frameRate"
            (ngModelChange)="playback.set({ frameRate: $event })"
            ariaLabelledBy="rate-label"
          />
          <span id="rate-label" class="visually-hidden">Frame rate to emulate</span>
          <span class="field-label" aria-hidden="true">frames/s</span>
          <p-selectbutton
            [options]="backgrounds()"
            [allowEmpty]="false"
            size="small"
            [ngModel]="background()"
            (ngModelChange)="background.set($event)"
            ariaLabelledBy="background-label"
          />
          <span id="background-label" class="visually-hidden">Background</span>
          <button
            type="button"
            class="plain"
            [attr.aria-pressed]="film.ways()"
            title="Where bodies and view go, with a mark for each frame (O)"
            (click)="film.ways.set(!film.ways())"
          >
            Ways of bodies and view
          </button>
          @if (!drill()) {
            <und-comfort-panel />
          }
        </div>
      </p-popover>
    }
    <button type="button" class="plain" title="Keep this take to compare with (K)" (click)="kept.keep()">Keep</button>
    <ng-content />
    <span class="clock number" aria-live="off"
      ><data class="seconds" [value]="time()">{{ seconds() }}</data> s<span class="frames"> · {{ frames() }} f</span></span
    >
    <button type="button" class="plain" [attr.aria-pressed]="audio().muted" (click)="sound.toggleMute()">Mute</button>
    <p-slider
      [ngModel]="audio().volume"
      (ngModelChange)="sound.setVolume($event)"
      [min]="0"
      [max]="1"
      [step]="0.05"
      ariaLabel="Volume"
      [attr.data-played]="audio().played"
    />
    <button type="button" class="plain" title="All of it as sound: seen, measured, saved (W)" (click)="mixing.set(true)">Mix</button>
    @defer (when mixing()) {
      @if (mixing()) {
        <und-mix-dialog (closed)="mixing.set(false)" />
      }
    }
    @if (audio().missing.length) {
      <span class="missing" role="status">Missing: {{ audio().missing.join(', ') }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 0.3rem;
      padding: 0.3rem 0.75rem;
      flex-wrap: wrap;
      min-width: 0;
      container-type: inline-size;
    }
    .plain,
    .clock,
    .field-label {
      white-space: nowrap;
    }
    .clock {
      min-width: 8rem;
      margin-left: auto;
      text-align: right;
      font-size: 0.8125rem;
    }
    p-slider {
      width: 52px;
      flex: none;
      margin: 0 0.2rem 0 0.4rem;
    }
    .view {
      display: grid;
      gap: 0.5rem;
      justify-items: start;
    }
    .missing {
      color: var(--warn);
      font-size: 0.75rem;
    }
    /* Beside a drill there is room for the seconds alone. */
    @container (max-width: 42rem) {
      .frames {
        display: none;
      }
      .clock {
        flex: none;
        min-width: 0;
      }
      p-slider {
        width: 34px;
        margin: 0 0.3rem;
      }
    }
  `,
})
export class Transport {
  protected readonly playback = inject(PlaybackService);
  protected readonly sound = inject(AudioService);
  protected readonly kept = inject(KeptService);
  protected readonly film = inject(FilmService);
  readonly background = model.required<StageBackground>();
  private readonly injector = inject(Injector);
  private readonly popover = viewChild<Popover>('popover');
  protected readonly viewing = signal(false);
  protected readonly mixing = signal(false);

  constructor() {
    const mix = (): void => this.mixing.set(true);
    inject(DestroyRef).onDestroy(inject(ActionService).offer({ 'tune.mix': mix, 'drills.mix': mix }));
  }

  protected view(event: Event): void {
    const from = event.currentTarget;
    this.viewing.set(true);
    afterNextRender(() => this.popover()?.show(event, from), { injector: this.injector });
  }

  protected readonly settings = toSignal(this.playback.settings$, { requireSync: true });
  protected readonly audio = toSignal(this.sound.state$, { requireSync: true });
  protected readonly time = toSignal(this.playback.playhead$, { requireSync: true });
  protected readonly seconds = computed(() => this.time().toFixed(3));
  // The whole of it stays as wide: a tenth of a frame tells nothing late in a drill.
  protected readonly frames = computed(() => (this.time() * 60).toFixed(this.time() < 10 ? 1 : 0));

  protected readonly speeds = speeds.map((value) => ({
    value,
    label: ({ 1: '1', 0.5: '½', 0.25: '¼', 0.1: '⅒' } as Record<number, string>)[value],
  }));
  protected readonly rates = frameRates.map((value) => ({ value, label: value === 0 ? 'screen' : String(value) }));
  private readonly stages = inject(StageSetUps);
  private readonly onStage = toSignal(this.stages.onStage$);
  /** A stage's own comes with the stage. */
  protected readonly backgrounds = computed(() => stageBackgrounds.filter((one) => one !== 'own' || this.onStage()?.setUp?.background));
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly drill = computed(() => this.stage()?.run instanceof DrillTake);
  /** Whether what is struck is shown otherwise than authored. */
  protected readonly softened = computed(
    () => !this.drill() && Object.values(this.strikeSettings().comfort).some((factor) => factor !== 1),
  );
  private readonly strikeSettings = toSignal(inject(StrikeService).settings$, { requireSync: true });
  protected readonly setUp = computed(() => this.onStage()?.setUp);
  protected readonly setUpOptions = computed(() =>
    (this.onStage()?.project.stages ?? []).map(({ id, label }): Option => ({ value: id, label })),
  );

  protected turnTo(stage: string): void {
    this.stages.choose(stage);
  }
}
