import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { DocumentError } from '@undatio/core';
import {
  DrillTake,
  isOver,
  lightColumns,
  LightPainter,
  watchedInstants,
  watchFlashes,
  whatReads,
  type FlashCountAt,
  type LitStage,
  type ReadingFinding,
} from '@undatio/core/internal';
import {
  catchError,
  combineLatest,
  debounceTime,
  distinctUntilChanged,
  map,
  of,
  pairwise,
  scan,
  shareReplay,
  startWith,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { inSlices } from '../playback/inSlices';
import { sampler, type Run } from '../playback/stageTake';
import { StrikeService } from '../playback/strikeService';
import { planOf } from '../playback/sequencePlans';
import { payloadOf } from '../playback/striker';
import { ProjectApi } from '../project/projectApi';
import { CellPainter } from '../stage/cellPainter';
import { StageSetUps } from '../stage/stageSetUps';
import type { StageBackground } from '../stage/stageView';
import { PixelCanvas } from './pixelCanvas';
import { ReadingState } from './readingState';

/** What is counted of flashes so far: nothing while it is being drawn, and nothing at all where nothing can be struck. */
export interface FlashesRead {
  readonly counts: readonly FlashCountAt[] | undefined;
  /** 0 to 1. */
  readonly progress: number;
}

/** What does not read, as far as it is found. */
interface ReadSoFar {
  readonly findings: readonly ReadingFinding[];
  readonly working: boolean;
}

/** Milliseconds after which a picture that was brought in is stored. */
const untilStored = 1000;

const nothing: ReadSoFar = { findings: [], working: false };

/** Owns what is read of the stage while somebody asks: its flashes after WCAG 2.2, and what of a blow does not read. */
@Injectable({ providedIn: 'root' })
export class ReadingService {
  private readonly state = inject(ReadingState);
  private readonly api = inject(ProjectApi);
  private readonly strikes = inject(StrikeService);
  private readonly setUps = inject(StageSetUps);
  private readonly stage = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly onStage = toSignal(this.setUps.onStage$);

  /** Before what the stage is looked at. */
  readonly background = signal<StageBackground>('dark');
  /** Why nothing can be read. */
  readonly failed = signal<string | undefined>(undefined);

  /** How light the project’s pictures are, read anew when any of them is another. */
  private readonly lights$ = toObservable(computed(() => (this.state.open() ? this.onStage()?.project : undefined))).pipe(
    distinctUntilChanged((one, other) => one?.id === other?.id && one?.assets === other?.assets),
    startWith(undefined),
    pairwise(),
    switchMap(([before, project]) =>
      project
        ? // One that was brought in just now has to be stored first.
          timer(before ? untilStored : 0).pipe(
            switchMap(() => this.api.lights(project.id)),
            tap(() => this.failed.set(undefined)),
            catchError(() => {
              this.failed.set('The pictures cannot be looked at: the server does not answer.');
              return of(undefined);
            }),
          )
        : of(undefined),
    ),
    startWith(undefined),
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  private readonly lit$: Observable<LitStage | undefined> = combineLatest([
    this.lights$,
    toObservable(this.onStage),
    toObservable(this.background),
  ]).pipe(
    map(([pictures, on, background]) => (pictures && on ? { project: on.project, setUp: on.setUp, background, pictures } : undefined)),
  );

  private readonly asked$ = combineLatest([this.lit$, toObservable(this.stage), toObservable(this.settings)]).pipe(
    // Once a drag rests, so that it costs the drag nothing.
    debounceTime(150),
  );

  readonly flashes = toSignal(
    this.asked$.pipe(
      switchMap(([lit, stage]) => {
        this.pixels.set(undefined);
        if (stage && !stage.run) return of<FlashesRead>({ counts: [], progress: 1 });
        return lit && stage?.run ? this.read(lit, stage.run) : of<FlashesRead>({ counts: undefined, progress: 0 });
      }),
    ),
    { initialValue: { counts: undefined, progress: 0 } as FlashesRead },
  );

  readonly reading = toSignal(
    this.asked$.pipe(
      switchMap(([stage, struck, settings]): Observable<ReadSoFar> => {
        const { project } = stage ?? {};
        const sequence = struck?.sequence;
        if (!stage || !project || !sequence || !struck.take || struck.run instanceof DrillTake) return of(nothing);
        const whole = this.setUps.project;
        const plan = whole && planOf(whole, sequence);
        if (!plan || plan instanceof DocumentError) return of(nothing);
        const payload = payloadOf(whole, settings, sequence);
        return inSlices(whatReads({ stage, sequence, plan, payload, options: { seed: settings.seed } })).pipe(
          scan(
            ({ findings }: ReadSoFar, found): ReadSoFar =>
              found === 'done' ? { findings, working: false } : { findings: [...findings, found], working: true },
            { findings: [], working: true },
          ),
          startWith({ findings: [], working: true }),
        );
      }),
    ),
    { initialValue: nothing },
  );

  readonly isDrill = computed(() => this.stage()?.run instanceof DrillTake);

  /** The same flashes, counted in the pixels of the stage: how far they are, or what was found. */
  readonly pixels = signal<FlashesRead | undefined>(undefined);
  private stops = 0;

  constructor() {
    effect(() => {
      if (!this.state.open()) return;
      this.state.over.set((this.flashes().counts ?? []).filter(isOver));
      this.state.findings.set(this.reading().findings);
    });
  }

  private read(lit: LitStage, run: Run): Observable<FlashesRead> {
    const { viewWidth: width, viewHeight: height } = lit.project.conventions;
    const painter = new LightPainter(lit, { width, height, columns: lightColumns });
    const { first, last } = watchedInstants(run);
    return inSlices(
      told(
        watchFlashes(watched(run), (frame) => painter.paint(frame)),
        last - first + 1,
      ),
    ).pipe(
      map((read) => (read === 'done' ? undefined : read)),
      scan((before: FlashesRead, read) => read ?? before, { counts: undefined, progress: 0 }),
    );
  }

  /** Draws every frame as the stage draws it and counts in its pixels; breaks off what is under way. */
  async measurePixels(host: HTMLElement): Promise<void> {
    const mine = ++this.stops;
    const [on, run, background] = [this.onStage(), this.stage()?.run, this.background()];
    if (this.pixels() && !this.pixels()?.counts) {
      this.pixels.set(undefined);
      return;
    }
    if (!on || !run) return;
    this.pixels.set({ counts: undefined, progress: 0 });
    try {
      const canvas = new PixelCanvas(on.project.conventions);
      const painter = await CellPainter.create(host, on, background, canvas.size, (asset) => this.api.assetUrl(on.project, asset));
      painter.showGameView();
      try {
        const { first, last } = watchedInstants(run);
        const steps = told(
          watchFlashes(watched(run), (frame) => canvas.draw(painter, frame)),
          last - first + 1,
        );
        for (const read of steps) {
          if (mine !== this.stops || !this.pixels()) return;
          if (read) this.pixels.set(read);
          await new Promise((done) => requestAnimationFrame(done));
        }
      } finally {
        painter.destroy();
      }
    } catch (error) {
      this.pixels.set(undefined);
      this.failed.set(`The stage cannot be drawn: ${error instanceof Error ? error.message : String(error)}`);
    }
  }
}

function watched(run: Run): Parameters<typeof watchFlashes>[0] {
  return { start: run.start, duration: run.duration, sample: sampler(run) };
}

/** Tells how far a count has come, now and then, and at last what was counted. */
function* told(steps: ReturnType<typeof watchFlashes>, count: number): Generator<FlashesRead | undefined, void> {
  for (let k = 1; ; k++) {
    const step = steps.next();
    if (step.done) {
      yield { counts: step.value, progress: 1 };
      return;
    }
    yield k % 10 === 0 ? { counts: undefined, progress: Math.min(1, k / count) } : undefined;
  }
}
