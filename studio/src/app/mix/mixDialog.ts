import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, combineLatest, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { AudioService } from '../playback/audioService';
import { StrikeService } from '../playback/strikeService';
import { saveBlob } from '../shared/saveBlob';
import { StageSetUps } from '../stage/stageSetUps';
import type { MixDone } from './mix.worker';
import { MixService } from './mixService';
import { Dialog } from '../shared/dialog';

const picture = { width: 640, height: 160 };

type Shown = { readonly mix: MixDone } | { readonly problem: string } | undefined;

/** What is on the stage as sound: its waveform, how loud it is, where it clips; heard, and saved. */
@Component({
  selector: 'und-mix-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog],
  template: `
    <und-dialog [header]="'Sound of ' + name()" width="44rem" (closed)="closed.emit()">
      @if (mix(); as made) {
        <svg [attr.viewBox]="'0 0 640 160'" role="img" [attr.aria-label]="told()">
          <line class="full" x1="0" x2="640" y1="12" y2="12" />
          <line class="full" x1="0" x2="640" y1="148" y2="148" />
          <line class="zero" x1="0" x2="640" y1="80" y2="80" />
          <path class="wave" [attr.d]="wave()" />
          @for (mark of clips(); track $index) {
            <rect class="clip" [attr.x]="mark.x" [attr.width]="mark.width" y="0" height="160" />
          }
          <line class="contact" [attr.x1]="contact()" [attr.x2]="contact()" y1="0" y2="160" />
        </svg>
        <dl>
          @for (row of rows(); track row.name) {
            <div>
              <dt [title]="row.about">{{ row.name }}</dt>
              <dd class="number" [class.bad]="row.bad">{{ row.text }}</dd>
            </div>
          }
        </dl>
        @for (wrong of made.unread; track wrong) {
          <p class="problem" role="alert">Not in the mix: {{ wrong }}. Bring it in again: it is stored as WAV then.</p>
        }
      } @else if (problem(); as text) {
        <p class="problem" role="alert">The sounds cannot be put together: {{ text }}.</p>
      } @else {
        <p role="status">Putting the sounds together…</p>
      }
      <ng-container ngProjectAs="[footer]">
        <button type="button" class="plain" [disabled]="!mix()" (click)="hear()">Hear it</button>
        <button type="button" class="plain" [disabled]="!mix()" (click)="save()">Save WAV</button>
      </ng-container>
    </und-dialog>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      border: 1px solid var(--rule-strong);
      background: var(--sheet);
    }
    .wave {
      fill: var(--family-ear);
    }
    .zero {
      stroke: var(--rule-strong);
    }
    .full {
      stroke: var(--faint-ink);
      stroke-dasharray: 4 4;
    }
    .contact {
      stroke: var(--contact);
      stroke-width: 2;
    }
    .clip {
      fill: var(--contact);
      opacity: 0.45;
    }
    dl {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: 0.2rem 1.2rem;
      margin: 0.6rem 0 0;
    }
    dl div {
      display: flex;
      justify-content: space-between;
    }
    dt {
      color: var(--faint-ink);
    }
    dd {
      margin: 0;
    }
    .bad {
      color: var(--contact);
      font-weight: 700;
    }
    .problem {
      margin: 0.4rem 0 0;
      padding: 0.3rem 0.6rem;
      background: var(--warn-wash);
      color: var(--warn);
    }
  `,
})
export class MixDialog {
  readonly closed = output();
  private readonly audio = inject(AudioService);
  private readonly mixes = inject(MixService);
  private readonly stages = inject(StageSetUps);
  private readonly strikes = inject(StrikeService);
  private readonly stage = toSignal(this.strikes.stage$);

  private readonly shown = toSignal(
    combineLatest([this.strikes.stage$, this.stages.project$]).pipe(
      debounceTime(120),
      switchMap(([{ run }, project]) =>
        run
          ? this.mixes.mix(project, run).pipe(
              map((mix): Shown => ({ mix })),
              catchError((error: unknown) => of<Shown>({ problem: error instanceof Error ? error.message : String(error) })),
              startWith(undefined as Shown),
            )
          : of<Shown>({ problem: 'there is nothing on the stage' }),
      ),
    ),
  );
  protected readonly name = computed(() => this.stage()?.sequence.label ?? '');
  protected readonly mix = computed(() => {
    const shown = this.shown();
    return shown && 'mix' in shown ? shown.mix : undefined;
  });
  protected readonly problem = computed(() => {
    const shown = this.shown();
    return shown && 'problem' in shown ? shown.problem : undefined;
  });

  /** px of an instant, in seconds from contact. */
  private x(t: number): number {
    const mix = this.mix();
    return mix ? ((t - mix.from) / mix.readings.duration) * picture.width : 0;
  }

  protected readonly contact = computed(() => this.x(0));
  protected readonly clips = computed(() =>
    (this.mix()?.readings.clipping ?? []).map(({ from, to }) => ({ x: this.x(from), width: Math.max(2, this.x(to) - this.x(from)) })),
  );
  protected readonly wave = computed(() => {
    const mix = this.mix();
    if (!mix) return '';
    // Full scale at the dashed lines: what goes beyond them clips.
    const y = (level: number): string => (picture.height / 2 - Math.max(-1.17, Math.min(1.17, level)) * 68).toFixed(1);
    const step = picture.width / mix.high.length;
    const upper = [...mix.high].map((level, i) => `${(i * step).toFixed(1)} ${y(Math.max(level, 0.004))}`);
    const lower = [...mix.low].map((level, i) => `${(i * step).toFixed(1)} ${y(Math.min(level, -0.004))}`).reverse();
    return `M${[...upper, ...lower].join('L')}Z`;
  });
  protected readonly rows = computed(() => {
    const mix = this.mix();
    if (!mix) return [];
    const { duration, loudness, truePeak, samplePeak, clipping } = mix.readings;
    const level = (value: number, unit: string): string =>
      Number.isFinite(value) ? `${value.toFixed(1).replace('-', '−')} ${unit}` : 'silent';
    return [
      { name: 'Lasts', text: `${duration.toFixed(2)} s`, about: 'From the first sound, or contact, to the end of the last.', bad: false },
      { name: 'Loudness', text: level(loudness, 'LUFS'), about: 'Integrated, after ITU-R BS.1770.', bad: false },
      { name: 'True peak', text: level(truePeak, 'dBTP'), about: 'Between samples as well, after BS.1770, annex 2.', bad: truePeak > 0 },
      { name: 'Highest sample', text: level(samplePeak, 'dB'), about: 'Of full scale.', bad: samplePeak > 0 },
      {
        name: 'Clips',
        text: clipping.length === 0 ? 'nowhere' : `${clipping.length} times`,
        about: 'Where it goes beyond full scale.',
        bad: clipping.length > 0,
      },
    ];
  });
  protected readonly told = computed(() =>
    this.rows()
      .map(({ name, text }) => `${name} ${text}`)
      .join(', '),
  );

  protected hear(): void {
    const mix = this.mix();
    if (mix) this.audio.playSamples([mix.left, mix.right], mix.sampleRate);
  }

  protected save(): void {
    const mix = this.mix();
    if (mix) saveBlob(new Blob([mix.wav], { type: 'audio/wav' }), `${this.stage()?.sequence.id ?? 'mix'}.wav`);
  }
}
