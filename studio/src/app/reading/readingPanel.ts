import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, ElementRef, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { effectKinds, flashLimits, isOver, readingLimits, type FlashCountAt, type ReadingFinding } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { StrikeService } from '../playback/strikeService';
import { FamilyGlyph } from '../shared/familyGlyph';
import { StageSetUps } from '../stage/stageSetUps';
import type { StageBackground } from '../stage/stageView';
import { OpenLane } from '../tune/openLane';
import { ReadingService } from './readingService';
import { ReadingState } from './readingState';

/** What flashes, and what of a blow does not read: each with its instant, none with a score. */
@Component({
  selector: 'und-reading-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FamilyGlyph],
  template: `
    <header>
      <h2>What reads</h2>
      <span class="tools">
        <button type="button" class="plain" title="Draws every frame as the stage draws it, and counts in its pixels" (click)="measure()">
          {{ measuring() ? 'Stop, ' + percent(service.pixels()?.progress ?? 0) : 'Count in pixels' }}
        </button>
        @if (closes()) {
          <button type="button" class="plain" (click)="state.close()">Close</button>
        }
      </span>
    </header>
    @if (service.failed(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
    <h3 title="The general and red flash thresholds of WCAG 2.2, in what the game’s view shows">Flashes, {{ ground() }}</h3>
    @if (service.flashes().counts?.length === 0) {
      <p class="field-label">It cannot be struck as it is.</p>
    } @else if (service.flashes().counts; as counts) {
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">Which</span></th>
            <th scope="col">in a second</th>
            <th scope="col">of a 10° field</th>
            @if (service.pixels()?.counts) {
              <th scope="col">in pixels</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (count of counts; track count.sort; let i = $index) {
            <tr [class.over]="over(count)">
              <th scope="row">{{ count.sort === 'red' ? 'saturated red' : 'light' }}</th>
              <td class="number">
                {{ count.flashes }}<small>/{{ limits.flashes }}</small>
              </td>
              <td class="number">
                <data [value]="count.area">{{ percent(count.area) }}</data><small>/{{ percent(limits.area) }}</small>
              </td>
              @if (service.pixels()?.counts; as pixels) {
                <td class="number">
                  {{ pixels[i].flashes }}<small> · </small><data [value]="pixels[i].area">{{ percent(pixels[i].area) }}</data>
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
      @for (count of failing(); track count.sort) {
        <button type="button" class="finding over" (click)="show(count.from)">
          <span class="what"
            ><b>{{ count.sort === 'red' ? 'Red flashes' : 'Flashes' }}</b> {{ count.flashes }} times over {{ percent(count.area) }} of a
            field: too often for too much of it</span
          >
          <span class="number">{{ ms(count.from) }}–{{ ms(count.to) }}</span>
        </button>
      } @empty {
        <p class="field-label">Passes: only what is over in both fails.</p>
      }
    } @else if (!service.failed()) {
      <p class="field-label" role="status">Counting… {{ percent(service.flashes().progress) }}</p>
    }
    @if (!service.isDrill()) {
      <h3>Seen and heard</h3>
    }
    <ul>
      @for (finding of service.reading().findings; track finding.effect + finding.sort + $index) {
        <li>
          <button type="button" class="finding" (click)="show(finding.at, finding)">
            <und-family-glyph [family]="familyOf(finding)" />
            <span class="what"
              ><b>{{ nameOf(finding) }}</b> {{ finding.message }}</span
            >
            <span class="number">{{ ms(finding.at) }}</span>
          </button>
        </li>
      }
    </ul>
    @if (service.reading().working) {
      <p class="field-label" role="status">Looking…</p>
    } @else if (!service.isDrill() && service.reading().findings.length === 0) {
      <p class="field-label">
        Everything that is drawn stands out by {{ limitsOf.contrast }} : 1 or in colour, shows for {{ limitsOf.time * 1000 }} ms, and is
        covered by nothing; no sound is masked.
      </p>
    }
  `,
  styleUrl: './readingPanel.scss',
})
export class ReadingPanel {
  readonly background = input.required<StageBackground>();
  /** Whether it is closed here, rather than by what it stands in. */
  readonly closes = input(true);

  protected readonly state = inject(ReadingState);
  protected readonly service = inject(ReadingService);
  private readonly playback = inject(PlaybackService);
  private readonly opened = inject(OpenLane);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly limits = flashLimits;
  protected readonly limitsOf = readingLimits;
  protected readonly failing = computed(() => (this.service.flashes().counts ?? []).filter(isOver));
  protected readonly measuring = computed(() => {
    const pixels = this.service.pixels();
    return pixels !== undefined && pixels.counts === undefined;
  });
  private readonly onStage = toSignal(inject(StageSetUps).onStage$);
  protected readonly ground = computed(() => {
    const chosen = this.background();
    if (chosen !== 'own') return `on ${chosen} ground`;
    return this.onStage()?.setUp?.background ? 'before its own background' : 'on dark ground';
  });

  constructor() {
    this.state.open.set(true);
    this.service.failed.set(undefined);
    inject(DestroyRef).onDestroy(() => this.state.close());
    effect(() => this.service.background.set(this.background()));
  }

  protected over(count: FlashCountAt): boolean {
    return isOver(count);
  }

  protected percent(share: number): string {
    return `${(share * 100).toFixed(0)} %`;
  }

  protected ms(t: number): string {
    return `${(t * 1000).toFixed(0).replace('-', '−')} ms`;
  }

  protected familyOf({ effect }: ReadingFinding): (typeof effectKinds)[keyof typeof effectKinds]['family'] {
    const kind = this.stage()?.sequence.effects.find(({ id }) => id === effect)?.kind;
    return effectKinds[kind ?? 'signal'].family;
  }

  protected nameOf({ effect }: ReadingFinding): string {
    return this.stage()?.sequence.effects.find(({ id }) => id === effect)?.label ?? effect;
  }

  /** Puts the playhead there, and opens the lane that it is about. */
  protected show(at: number, finding?: ReadingFinding): void {
    this.playback.scrub(at);
    if (finding) this.opened.id.set(finding.effect);
  }

  protected measure(): void {
    void this.service.measurePixels(this.host);
  }
}
