import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { SelectButtonModule } from 'primeng/selectbutton';
import { SliderModule } from 'primeng/slider';
import { AudioService } from '../../playback/audioService';
import { frameRates, PlaybackService, speeds } from '../../playback/playbackService';

export type StageBackground = 'dark' | 'mid' | 'bright';

/** Play, loop, speed, single frames, the frame rate to emulate, the background, and the volume. */
@Component({
  selector: 'und-transport',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, SelectButtonModule, SliderModule],
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
      [options]="backgrounds"
      [allowEmpty]="false"
      size="small"
      [ngModel]="background()"
      (ngModelChange)="background.set($event)"
      ariaLabelledBy="background-label"
    />
    <span id="background-label" class="visually-hidden">Background</span>
    <span class="clock number" aria-live="off"
      ><data class="seconds" [value]="time()">{{ seconds() }}</data> s · {{ frames() }} f</span
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
      flex-wrap: nowrap;
      min-width: 0;
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
      margin: 0 0.5rem 0 0.4rem;
    }
    .missing {
      color: var(--warn);
      font-size: 0.75rem;
    }
  `,
})
export class Transport {
  protected readonly playback = inject(PlaybackService);
  protected readonly sound = inject(AudioService);
  readonly background = model.required<StageBackground>();

  protected readonly settings = toSignal(this.playback.settings$, { requireSync: true });
  protected readonly audio = toSignal(this.sound.state$, { requireSync: true });
  protected readonly time = toSignal(this.playback.playhead$, { requireSync: true });
  protected readonly seconds = computed(() => this.time().toFixed(3));
  protected readonly frames = computed(() => (this.time() * 60).toFixed(1));

  protected readonly speeds = speeds.map((value) => ({
    value,
    label: ({ 1: '1', 0.5: '½', 0.25: '¼', 0.1: '⅒' } as Record<number, string>)[value],
  }));
  protected readonly rates = frameRates.map((value) => ({ value, label: value === 0 ? 'screen' : String(value) }));
  protected readonly backgrounds: StageBackground[] = ['dark', 'mid', 'bright'];
}
