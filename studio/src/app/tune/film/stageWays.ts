import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { compileContext, waysOf, wayParties, type EngineTake, type WayParty, type WayPoint } from '@undatio/core/internal';
import { KeptService } from '../../playback/keptService';
import { StrikeService } from '../../playback/strikeService';
import { stageWindow } from '../../stage/stageWindow';
import { FilmService } from './filmService';

/** One way as it is drawn: a line, and where each frame of it lies. */
interface DrawnWay {
  readonly party: WayParty;
  readonly path: string;
  readonly marks: readonly WayPoint[];
}

/** The ways that bodies and view go, laid over the stage with a mark for each frame; the kept ones behind them. */
@Component({
  selector: 'und-stage-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (film.ways()) {
      <svg role="img" [attr.aria-label]="told()">
        <g [attr.transform]="window.transform()">
          @for (way of keptWays(); track way.party) {
            <path class="kept" [attr.d]="way.path" />
          }
          @for (way of ways(); track way.party) {
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
    path.source,
    path.target,
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
  protected readonly window = stageWindow();
  private readonly places = computed(() => {
    const on = this.window.onStage();
    const standing = on && compileContext(on.project).standing.places;
    const at = { x: 0, y: 0 };
    return { source: standing?.source ?? at, target: standing?.target ?? at, view: at };
  });

  protected readonly ways = computed(() => this.drawn(this.stage()?.take, true));
  protected readonly keptWays = computed(() => this.drawn(this.kept.shown()?.take, false));
  protected readonly told = computed(() => {
    const names = this.ways().map(({ party }) => party);
    return names.length > 0 ? `Ways of ${names.join(', ')}` : 'Nobody leaves their place';
  });

  private drawn(take: EngineTake | undefined, marked: boolean): DrawnWay[] {
    if (!take || !this.film.ways()) return [];
    const ways = waysOf(take);
    const places = this.places();
    return wayParties.flatMap((party) => {
      const way = ways[party].map(({ t, x, y }) => ({ t, x: places[party].x + x, y: places[party].y + y }));
      if (way.length === 0) return [];
      return [{ party, path: pathOf(way), marks: marked ? atFrames(way, this.film.rate()) : [] }];
    });
  }
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
