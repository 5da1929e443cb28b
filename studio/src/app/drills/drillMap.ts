import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Drill } from '@undatio/core';
import type { DrillTake } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { PointerDrag, type Drag } from '../shared/pointerDrag';
import { withAct } from './drillEdits';
import { DrillService } from './drillService';

/** Inks of the actors, as the charts have them. */
const inks = ['--family-view', '--family-body', '--family-ear', '--family-time', '--family-words', '--family-hand'];
/** px around everything. */
const margin = 60;

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Who was where: ways over the whole drill, everybody at the playhead, and the places that are walked to, to be dragged. */
@Component({
  selector: 'und-drill-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    @let seen = box();
    <svg preserveAspectRatio="xMidYMin" [attr.viewBox]="seen.view" role="group" aria-label="Map of the drill">
      @for (line of seen.lines; track line) {
        <line class="rule" [attr.x1]="line" [attr.x2]="line" [attr.y1]="seen.y" [attr.y2]="seen.y + seen.height" />
      }
      <line class="ground" [attr.x1]="seen.x" [attr.x2]="seen.x + seen.width" y1="0" y2="0" />
      @for (body of bodies(); track body.id) {
        <polyline class="way" [attr.points]="body.way" [style.stroke]="body.ink" [style.stroke-width]="1.6 * seen.unit" />
        @if (body.isThere) {
          <circle
            class="size"
            [attr.cx]="body.now.x"
            [attr.cy]="body.now.y"
            [attr.r]="body.radius"
            [style.stroke]="body.ink"
            [style.stroke-width]="seen.unit"
          />
          <path class="facing" [attr.d]="body.arrow" [style.fill]="body.ink" />
        }
        @if (body.start; as start) {
          <g
            class="start"
            role="button"
            tabindex="0"
            [attr.aria-label]="'Where ' + body.id + ' begins: ' + start.x + ', ' + start.y + '; arrow keys move it'"
            (undDrag)="dragStart($event, body.id)"
            (keydown)="keyStart($event, body.id)"
          >
            <title>{{ body.id }} begins here</title>
            <rect
              [attr.x]="start.x - 5 * seen.unit"
              [attr.y]="start.y - 5 * seen.unit"
              [attr.width]="10 * seen.unit"
              [attr.height]="10 * seen.unit"
              [style.stroke]="body.ink"
              [style.stroke-width]="1.6 * seen.unit"
            />
            <text [attr.x]="start.x" [attr.y]="start.y - 9 * seen.unit" [style.font-size.px]="11 * seen.unit">{{ body.id }}</text>
          </g>
        }
      }
      @for (walk of walks(); track $index) {
        <polyline class="planned" [attr.points]="walk.line" [style.stroke-width]="seen.unit" [style.stroke-dasharray]="4 * seen.unit" />
        @for (point of walk.points; track $index; let i = $index) {
          <circle
            class="point"
            role="button"
            tabindex="0"
            [class.here]="walk.index === picked()"
            [attr.aria-label]="walk.who + ' walks to place ' + (i + 1) + ': ' + point.x + ', ' + point.y + '; arrow keys move it'"
            [attr.cx]="point.x"
            [attr.cy]="point.y"
            [attr.r]="5.5 * seen.unit"
            [style.stroke-width]="1.6 * seen.unit"
            (undDrag)="dragPoint($event, walk.index, i)"
            (keydown)="keyPoint($event, walk.index, i)"
          />
        }
      }
    </svg>
    <p class="hint">Squares: where they begin. Circles: places that are walked to. Lines: where they went.</p>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: minmax(0, 1fr) auto;
      min-height: 0;
      padding: 0.3rem 0.5rem;
    }
    svg {
      width: 100%;
      height: 100%;
      touch-action: none;
      user-select: none;
    }
    .rule {
      stroke: var(--rule);
      vector-effect: non-scaling-stroke;
    }
    .ground {
      stroke: var(--rule-strong);
      vector-effect: non-scaling-stroke;
    }
    .way,
    .planned,
    .size {
      fill: none;
    }
    .planned {
      stroke: var(--faint-ink);
    }
    .start {
      cursor: move;
    }
    .start rect,
    .point {
      fill: var(--sheet);
    }
    .point {
      stroke: var(--ink);
      cursor: move;
    }
    .point.here {
      fill: var(--ink);
    }
    text {
      fill: var(--ink);
      font-family: var(--sans);
      text-anchor: middle;
    }
    .hint {
      margin: 0.3rem 0 0;
      color: var(--faint-ink);
      font-size: 0.75rem;
    }
  `,
})
export class DrillMap {
  readonly drill = input.required<Drill>();
  readonly take = input.required<DrillTake>();
  readonly picked = input.required<number>();
  readonly pick = output<number>();

  private readonly drills = inject(DrillService);
  private readonly time = toSignal(inject(PlaybackService).playhead$, { initialValue: 0 });
  /** Where what is dragged was at first. */
  private from: Point = { x: 0, y: 0 };

  /** Everybody's way as corners: it is straight between what changes it. */
  private readonly ways = computed(() => {
    const { histories, run, duration } = this.take();
    return run.combatants.map(({ id, actor }) => {
      const begun = histories.of('join', id).at(0)?.at ?? 0;
      const over = histories.of('standing', id).find(({ value, at }) => value === 'gone' && at > begun)?.at ?? duration;
      const legs = histories.of('leg', id).filter(({ at }) => at <= over);
      const last = actor.lives < Infinity || begun > 0 ? over : duration;
      // One that slows down is on its way between its corners as well.
      const between = legs.flatMap(({ at, ax, ay }, i) => (ax || ay ? [at, (at + (legs.at(i + 1)?.at ?? last)) / 2] : [at]));
      const corners = [...new Set([begun, ...between, last])].map((at) => histories.place(id, at));
      return { id, corners, radius: actor.radius };
    });
  });

  protected readonly walks = computed(() =>
    (this.drill().acts ?? []).flatMap((act, index) =>
      act.do === 'walk'
        ? [{ index, who: act.who, points: act.points, line: lineOf([...act.points, ...(act.round ? [act.points[0]] : [])]) }]
        : [],
    ),
  );

  /** What is seen: everybody's way and size, and all places, on paper as wide as the column is for as high. */
  protected readonly box = computed(() => {
    const points = [
      ...this.ways().flatMap(({ corners, radius }) =>
        corners.flatMap(({ x, y }) => [
          { x: x - radius, y: y - radius },
          { x: x + radius, y: y + radius },
        ]),
      ),
      ...this.walks().flatMap((walk) => walk.points),
    ];
    const [left, right] = [Math.min(...points.map(({ x }) => x)) - margin, Math.max(...points.map(({ x }) => x)) + margin];
    const [top, bottom] = [Math.min(...points.map(({ y }) => y)) - margin, Math.max(...points.map(({ y }) => y)) + margin];
    const width = right - left;
    const height = Math.max(bottom - top, width * 0.7);
    const y = (top + bottom - height) / 2;
    const first = Math.ceil(left / 100) * 100;
    return {
      x: left,
      y,
      width,
      height,
      unit: width / 300,
      view: `${left} ${y} ${width} ${height}`,
      lines: Array.from({ length: Math.max(0, Math.floor((right - first) / 100) + 1) }, (_, i) => first + i * 100),
    };
  });

  protected readonly bodies = computed(() => {
    const { histories } = this.take();
    const at = Math.min(this.take().duration, Math.max(0, this.time()));
    const { unit } = this.box();
    return this.ways().map(({ id, corners, radius }, i) => {
      const cast = this.drill().actors.at(i);
      const now = histories.place(id, at);
      const [tip, half] = [9 * unit * now.facing, 5 * unit];
      return {
        id,
        now,
        // Whoever is gone, or has not come about, has a way and no place.
        isThere: histories.standing(id, at) !== 'gone',
        radius: Math.max(4 * unit, radius),
        way: lineOf(corners),
        ink: `var(${inks[i % inks.length]})`,
        start: cast?.place,
        arrow: `M${now.x - tip / 2} ${now.y - half} L${now.x + tip / 2} ${now.y} L${now.x - tip / 2} ${now.y + half} z`,
      };
    });
  });

  protected dragStart({ phase, event, dx, dy, gesture }: Drag, id: string): void {
    const place = this.drill().actors.find((one) => one.id === id)?.place;
    if (phase === 'start' && place) this.from = place;
    const to = this.moved(event, dx, dy);
    if (phase === 'move') this.changeStart(id, () => to, gesture);
  }

  protected keyStart(event: KeyboardEvent, id: string): void {
    const step = stepOf(event);
    if (step) this.changeStart(id, (place) => ({ x: place.x + step.x, y: place.y + step.y }), `keys start ${id}`);
  }

  private changeStart(id: string, change: (place: Point) => Point, gesture: string): void {
    this.drills.edit(
      `place of ${id}`,
      (drill) => ({ ...drill, actors: drill.actors.map((one) => (one.id === id ? { ...one, place: change(one.place) } : one)) }),
      gesture,
    );
  }

  protected dragPoint({ phase, event, dx, dy, gesture }: Drag, index: number, at: number): void {
    const point = this.pointOf(index, at);
    if (phase === 'start' && point) {
      this.from = point;
      this.pick.emit(index);
    }
    const to = this.moved(event, dx, dy);
    if (phase === 'move') this.changePoint(index, at, () => to, gesture);
  }

  protected keyPoint(event: KeyboardEvent, index: number, at: number): void {
    const step = stepOf(event);
    if (!step) return;
    this.pick.emit(index);
    // From where it is by then: keys may come faster than they are shown.
    this.changePoint(index, at, (point) => ({ x: point.x + step.x, y: point.y + step.y }), `keys point ${index} ${at}`);
  }

  private pointOf(index: number, at: number): Point | undefined {
    const act = this.drill().acts?.at(index);
    return act?.do === 'walk' ? act.points.at(at) : undefined;
  }

  private changePoint(index: number, at: number, change: (point: Point) => Point, gesture: string): void {
    this.drills.edit(
      'where somebody walks',
      (drill) => {
        const act = drill.acts?.at(index);
        if (act?.do !== 'walk') return drill;
        const points = act.points.map((one, i) => (i === at ? change(one) : one));
        return withAct(drill, index, { ...act, points }).drill;
      },
      gesture,
    );
  }

  /** Where what is dragged has come to, on a grid of whole px. */
  private moved(event: PointerEvent, dx: number, dy: number): Point {
    const { width = 1, height = 1 } = (event.target as Element).closest('svg')?.getBoundingClientRect() ?? {};
    const perPx = Math.max(this.box().width / width, this.box().height / height);
    return { x: Math.round(this.from.x + dx * perPx), y: Math.round(this.from.y + dy * perPx) };
  }
}

function lineOf(points: readonly Point[]): string {
  return points.map(({ x, y }) => `${x},${y}`).join(' ');
}

/** px that an arrow key moves something by; undefined for other keys. */
function stepOf(event: KeyboardEvent): Point | undefined {
  const by = event.shiftKey ? 10 : 1;
  const steps: Readonly<Record<string, Point>> = {
    ArrowLeft: { x: -by, y: 0 },
    ArrowRight: { x: by, y: 0 },
    ArrowUp: { x: 0, y: -by },
    ArrowDown: { x: 0, y: by },
  };
  const step = steps[event.key];
  if (step) {
    event.preventDefault();
    event.stopPropagation();
  }
  return step;
}
