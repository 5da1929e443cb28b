import {
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
  viewChildren,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { DrillTake, fittingPayload } from '@undatio/core/internal';
import { debounceTime } from 'rxjs';
import { saveBlob } from '../../shared/saveBlob';
import { PlaybackService } from '../../playback/playbackService';
import { sampler } from '../../playback/stageTake';
import { StrikeService } from '../../playback/strikeService';
import { ProjectApi } from '../../project/projectApi';
import { Choice } from '../../shared/choice';
import { NoEncoder } from '../../show/clip';
import { MovingPicture, type MovingKind } from '../../show/movingPicture';
import { smallStages } from '../../stage/smallStages';
import { StageSetUps } from '../../stage/stageSetUps';
import type { StageBackground } from '../../stage/stageView';
import { filmPhases, filmRates, FilmService } from './filmService';
import { drawSheet } from './filmSheet';

/** px of one picture. */
const picture = { width: 128, height: 72 };
/** Milliseconds of a display's frame that its pictures may take. */
const paintMilliseconds = 15;

/** The frames around contact as the stage draws them, at the rate of a game: filled in from contact outward. */
@Component({
  selector: 'und-film-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice],
  template: `
    <div class="side" role="group" aria-label="Film strip">
      <span class="line">
        <und-choice inputId="film-rate" [options]="rates" [value]="film.rate() + ''" (changed)="film.setRate(+$event)" />
        <label class="field-label" for="film-rate">frames/s</label>
        <button type="button" class="plain close" (click)="film.toggle()">Close</button>
      </span>
      <span class="line">
        <label class="field-label" for="film-phase">contact</label>
        <und-choice inputId="film-phase" [options]="phases" [value]="film.phase() + ''" (changed)="film.phase.set(+$event)" />
      </span>
      <span class="line">
        <button type="button" class="plain" title="Save these frames as one picture" [disabled]="!whole()" (click)="save()">
          Save PNG
        </button>
        <button type="button" class="plain" [title]="movingTitle('png')" (click)="move('png')">
          {{ movingWords('png', 'Moving PNG') }}
        </button>
        <button type="button" class="plain" [title]="movingTitle('webm')" (click)="move('webm')">{{ movingWords('webm', 'Clip') }}</button>
        @if (isDrill()) {
          <button type="button" class="plain" title="About the event that is nearest to the playhead" (click)="film.aboutHere()">
            About here
          </button>
        } @else {
          <a
            class="plain"
            [href]="page()"
            download
            title="A page that plays this strike by itself, to send to somebody who has nothing installed"
            >Page</a
          >
        }
      </span>
    </div>
    @if (small.failed() ?? failed(); as text) {
      <p class="problem" role="alert">{{ text }}</p>
    }
    <div class="frames" tabindex="0" role="group" aria-label="Frames from first to last">
      @for (frame of film.frames(); track frame.index) {
        <button
          type="button"
          class="frame"
          [class.contact]="frame.index === 0"
          [class.here]="here() === frame.index"
          [attr.aria-label]="words(frame.index, frame.t - middle())"
          (click)="playback.scrub(frame.t)"
        >
          <canvas #picture width="128" height="72"></canvas>
          <span class="number"
            >{{ frame.index === 0 ? zeroWords() : frame.index }} <i>{{ milliseconds(frame.t - middle()) }} ms</i></span
          >
        </button>
      }
    </div>
  `,
  styleUrl: './filmStrip.scss',
})
export class FilmStrip {
  readonly background = input.required<StageBackground>();

  protected readonly film = inject(FilmService);
  protected readonly moving = inject(MovingPicture);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly playback = inject(PlaybackService);
  private readonly api = inject(ProjectApi);
  private readonly pictures = viewChildren<ElementRef<HTMLCanvasElement>>('picture');
  private readonly onStage = toSignal(inject(StageSetUps).onStage$);
  private readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  protected readonly rates = filmRates.map((rate) => ({ value: String(rate), label: String(rate) }));
  protected readonly phases = filmPhases.map(({ value, label }) => ({ value: String(value), label }));
  protected readonly failed = signal<string | undefined>(undefined);
  private readonly settings = toSignal(inject(StrikeService).settings$, { requireSync: true });
  /** Where the page of this strike is made: what its event knows of the payload, and its seed. */
  protected readonly page = computed(() => {
    const [on, stage] = [this.onStage(), this.stage()];
    const { payload, seed } = this.settings();
    return on && stage ? this.api.showUrl(on.project.id, stage.sequence.id, fittingPayload(stage.event?.fields ?? [], payload), seed) : '';
  });
  protected readonly isDrill = computed(() => this.film.run() instanceof DrillTake);
  protected readonly zeroWords = computed(() => (this.isDrill() ? 'event' : 'contact'));
  /** Whether every frame is drawn. */
  protected readonly whole = signal(false);
  /** The frame that is on the stage. */
  protected readonly here = computed(() => {
    const [t, half] = [this.time(), 0.5 / this.film.rate()];
    return this.film.frames().find((frame) => Math.abs(frame.t - t) <= half)?.index;
  });

  protected readonly small = smallStages(
    () => this.background(),
    () => picture,
  );
  private waiting = 0;

  constructor() {
    const wanted = computed(() => [this.small.painter(), this.background(), this.film.run(), this.film.order(), this.pictures()] as const);
    // With the next frame that is free, once a drag rests; every change begins anew.
    toObservable(wanted)
      .pipe(debounceTime(60))
      .subscribe(() => this.begin());
    effect(() => {
      wanted();
      cancelAnimationFrame(this.waiting);
      this.whole.set(false);
    });
    // The frame that carries the contact is in sight from the beginning.
    effect(() => {
      const [pictures, frames] = [this.pictures(), untracked(this.film.frames)];
      const contact = pictures.at(frames.findIndex(({ index }) => index === 0) - 2)?.nativeElement.parentElement;
      const strip = contact?.parentElement;
      if (contact && strip) strip.scrollLeft = contact.offsetLeft - strip.offsetLeft;
    });
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.waiting));
  }

  private begin(): void {
    const [painter, run, order, frames] = [this.small.painter(), this.film.run(), this.film.order(), this.film.frames()];
    const contexts = this.pictures().map(({ nativeElement }) => nativeElement.getContext('2d'));
    if (!painter || !run || contexts.length !== frames.length) return;
    const sample = sampler(run);
    const places = new Map(frames.map(({ index }, place) => [index, place]));
    let next = 0;
    const paint = (): void => {
      const until = performance.now() + paintMilliseconds;
      for (; next < order.length && performance.now() < until; next++) {
        const context = contexts[places.get(order[next].index) ?? -1];
        if (context) painter.paint(sample(order[next].t), context);
      }
      if (next < order.length) this.waiting = requestAnimationFrame(paint);
      else this.whole.set(true);
    };
    this.waiting = requestAnimationFrame(paint);
  }

  /** Where its milliseconds count from. */
  protected readonly middle = computed(() => (Number.isFinite(this.film.about()) ? this.film.about() : 0));

  protected milliseconds(t: number): string {
    return (t * 1000).toFixed(0).replace('-', '−');
  }

  protected words(index: number, t: number): string {
    return `${index === 0 ? this.zeroWords() : index} ${this.milliseconds(t)} ms: show this frame`;
  }

  private isMaking(kind: MovingKind): boolean {
    return this.moving.progress() !== undefined && this.moving.kind() === kind;
  }

  protected movingWords(kind: MovingKind, words: string): string {
    return this.isMaking(kind) ? `Stop, ${((this.moving.progress() ?? 0) * 100).toFixed(0)} %` : words;
  }

  protected movingTitle(kind: MovingKind): string {
    if (this.isMaking(kind)) return 'Break it off';
    const what = kind === 'png' ? 'an animated PNG' : 'a WebM video with its sound';
    return `What is on the stage as ${what}, at the speed of the transport`;
  }

  /** Hands what is on the stage out as a moving picture, or breaks off the one that is being made. */
  protected async move(kind: MovingKind): Promise<void> {
    if (this.moving.progress() !== undefined) return this.moving.stop();
    const [run, on] = [this.film.run(), this.onStage()];
    if (!run || !on) return;
    this.failed.set(undefined);
    try {
      const name = (this.stage()?.sequence.id ?? 'stage').replace(' ', '-');
      await this.moving.save({ run, on, background: this.background(), rate: Math.min(60, this.film.rate()), name }, kind);
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error);
      this.failed.set(
        error instanceof NoEncoder ? `No clip: ${why}. A moving PNG can be made.` : `The moving picture cannot be made: ${why}`,
      );
    }
  }

  protected async save(): Promise<void> {
    const frames = this.film.frames().map((frame, i) => ({ ...frame, picture: this.pictures()[i].nativeElement }));
    const name = this.onStage()?.project.id ?? 'film';
    saveBlob(await drawSheet(frames, this.film.rate()), `${name}-film.png`);
  }
}
