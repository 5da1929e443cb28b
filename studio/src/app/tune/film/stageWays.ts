import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { compileContext, DrillTake, tracingWays, waysOf, wayParties, type DrillWay, type WayPoint } from '@undatio/core/internal';
import { distinctUntilChanged, filter, map, of, startWith, switchMap, type Observable } from 'rxjs';
import { inSlices } from '../../playback/inSlices';
import { KeptService } from '../../playback/keptService';
import type { StageTake } from '../../playback/stageTake';
import { StrikeService } from '../../playback/strikeService';
import { stageWindow } from '../../stage/stageWindow';
import { FilmService } from './filmService';

/** A way about the contact point: whose it is, and in which part. */
interface Way {
  readonly who: string;
  readonly party: 'source' | 'target' | 'other' | 'view';
  readonly points: readonly WayPoint[];
}

/** One way as it is drawn: a line, and where each frame of it lies. */
interface DrawnWay extends Pick<Way, 'who' | 'party'> {
  readonly path: string;
  readonly marks: readonly WayPoint[];
}

/** Seconds of a drill in which frames are marked, about what its film is about. */
const marked = 1;

/** The ways that bodies and view go, laid over the stage with a mark for each frame; the kept ones behind them. */
@Component({
  selector: 'und-stage-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (film.ways()) {
      <svg role="img" [attr.aria-label]="told()">
        <g [attr.transform]="window.transform()">
          @for (way of keptWays(); track way.who) {
            <path class="kept" [attr.d]="way.path" />
          }
          @for (way of ways(); track way.who) {
            <path [class]="way.party" [attr.d]="way.path" />
            @for (mark of way.marks; track $index) {
              <circle [class]="way.party" [attr.cx]="mark.x" [attr.cy]="mark.y" [attr.r]="2.2 / window.scale()" />
            }
          }
        </g>
      </svg>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      pointer-events: none;
    }
    svg {
      width: 100%;
      height: 100%;
      display: block;
    }
    path {
      fill: none;
      stroke-width: 1.6;
      vector-effect: non-scaling-stroke;
    }
    .source {
      stroke: #f5b768;
      fill: #f5b768;
    }
    .target {
      stroke: #f19bcb;
      fill: #f19bcb;
    }
    .view {
      stroke: #74d3dc;
      fill: #74d3dc;
    }
    .other {
      stroke: #b9d98a;
      fill: #b9d98a;
    }
    path.source,
    path.target,
    path.other,
    path.view {
      fill: none;
    }
    .kept {
      stroke: #fdf3d8;
      stroke-dasharray: 4 3;
      opacity: 0.8;
    }
  `,
})
export class StageWays {
  protected readonly film = inject(FilmService);
  private readonly kept = inject(KeptService);
  private readonly stage = toSignal(inject(StrikeService).stage$);
  protected readonly window = stageWindow(() => {
    const run = this.stage()?.run;
    return run instanceof DrillTake ? run.sight : undefined;
  });
  private readonly places = computed(() => {
    const on = this.window.onStage();
    const standing = on && compileContext(on.project).standing.places;
    const at = { x: 0, y: 0 };
    return { source: standing?.source ?? at, target: standing?.target ?? at, view: at };
  });

  private readonly traced = this.tracing(() => this.stage());
  private readonly keptTraced = this.tracing(() => this.kept.shown());
  protected readonly ways = computed(() => this.traced().map((way) => this.drawn(way, true)));
  protected readonly keptWays = computed(() => this.keptTraced().map((way) => this.drawn(way, false)));
  protected readonly told = computed(() => {
    const names = this.ways().map(({ who }) => who);
    return names.length > 0 ? `Ways of ${names.join(', ')}` : 'Nobody leaves their place';
  });

  /** The ways of what is on a stage: those of a drill a slice of each frame, so that nothing waits for them. */
  private tracing(of$: () => StageTake | undefined): () => readonly Way[] {
    const asked = computed(() => (this.film.ways() ? of$() : undefined));
    return toSignal(
      toObservable(asked).pipe(
        distinctUntilChanged(),
        switchMap((stage): Observable<readonly Way[]> => {
          if (!(stage?.run instanceof DrillTake)) return of(this.waysOfStrike(stage));
          const { run } = stage;
          return inSlices(tracingWays(run)).pipe(
            filter((ways) => ways !== 'done'),
            map((ways) => waysOfDrill(ways, run)),
            startWith([]),
          );
        }),
      ),
      { initialValue: [] },
    );
  }

  private waysOfStrike(stage: StageTake | undefined): Way[] {
    if (!stage?.take) return [];
    const ways = waysOf(stage.take);
    const places = this.places();
    return wayParties.flatMap((party) => {
      const points = ways[party].map(({ t, x, y }) => ({ t, x: places[party].x + x, y: places[party].y + y }));
      return points.length === 0 ? [] : [{ who: party, party, points }];
    });
  }

  private drawn({ who, party, points }: Way, isMarked: boolean): DrawnWay {
    const [run, about] = [this.stage()?.run, this.film.about()];
    // All frames of a whole drill would be a smear.
    const near = run instanceof DrillTake ? points.filter(({ t }) => Math.abs(t - about) <= marked / 2) : points;
    return { who, party, path: pathOf(points), marks: isMarked ? atFrames(near, this.film.rate()) : [] };
  }
}

function waysOfDrill(ways: readonly DrillWay[], { run }: DrillTake): Way[] {
  const parties = ['source', 'target'] as const;
  const ids = run.drill.actors.map(({ id }) => id);
  return ways.map(({ who, points }) => ({
    who: who || 'view',
    party: who === '' ? 'view' : (parties.at(ids.indexOf(who)) ?? 'other'),
    points,
  }));
}

function pathOf(way: readonly WayPoint[]): string {
  return `M${way.map(({ x, y }) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}`;
}

/** The points nearest to the frames of a game, where it has moved on since the one before. */
function atFrames(way: readonly WayPoint[], rate: number): WayPoint[] {
  const marks: WayPoint[] = [];
  let frame = -Infinity;
  for (const point of way) {
    const at = Math.floor(point.t * rate + 1e-6);
    if (at === frame) continue;
    frame = at;
    const last = marks.at(-1);
    if (!last || Math.hypot(point.x - last.x, point.y - last.y) > 0.5) marks.push(point);
  }
  return marks;
}
