import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Drill } from '@undatio/core';
import type { DrillTake } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import { placesOf, wallsOf } from './drillEdits';
import { DrillPlaces, inkOf } from './drillPlaces';

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
  imports: [DrillPlaces],
  template: `
    @let seen = frozen() ?? box();
    <svg preserveAspectRatio="xMidYMin" [attr.viewBox]="seen.view" role="group" aria-label="Map of the drill">
      @for (line of seen.lines; track line) {
        <line class="rule" [attr.x1]="line" [attr.x2]="line" [attr.y1]="seen.y" [attr.y2]="seen.y + seen.height" />
      }
      <line class="ground" [attr.x1]="seen.x" [attr.x2]="seen.x + seen.width" y1="0" y2="0" />
      @for (wall of walls(); track $index) {
        <line class="wall" [attr.x1]="wall.x1" [attr.x2]="wall.x2" [attr.y1]="wall.y1" [attr.y2]="wall.y2" />
      }
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
      }
      <svg:g undDrillPlaces [drill]="drill()" [picked]="picked()" [unit]="seen.unit" (pick)="pick.emit($event)" (held)="freeze($event)" />
    </svg>
    <p class="hint">Dots: where they begin. Rings: where they are to go. Lines: where they went.</p>
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
    .wall {
      stroke: var(--ink);
      stroke-width: 2;
      vector-effect: non-scaling-stroke;
    }
    .way,
    .size {
      fill: none;
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

  private readonly time = toSignal(inject(PlaybackService).playhead$, { initialValue: 0 });
  /** Everybody's way as corners: it is straight between what changes it. */
  private readonly ways = computed(() => {
    const { histories, run, duration } = this.take();
    return run.combatants.map(({ id, actor }) => {
      const begun = histories.of('join', id).at(0)?.at ?? 0;
      const over = histories.of('standing', id).find(({ value, at }) => value === 'gone' && at > begun)?.at ?? duration;
      const legs = histories.of('leg', id).filter(({ at }) => at <= over);
      const last = actor.lives < Infinity || begun > 0 ? over : duration;
      // One that slows down, or turns, is on its way between its corners as well.
      const between = legs.flatMap(({ at, ax, ay, bends }, i) => {
        const until = legs.at(i + 1)?.at ?? last;
        const pieces = bends ? Math.min(240, Math.ceil((until - at) / 0.03)) : ax || ay ? 2 : 1;
        return Array.from({ length: pieces }, (_, k) => at + ((until - at) * k) / pieces);
      });
      const corners = [...new Set([begun, ...between, last])].map((at) => histories.place(id, at));
      return { id, corners, radius: actor.radius };
    });
  });

  /** What is seen: everybody's way and size, and all places, on paper as wide as the column is for as high. */
  protected readonly box = computed(() => {
    const points = [
      ...this.ways().flatMap(({ corners, radius }) =>
        corners.flatMap(({ x, y }) => [
          { x: x - radius, y: y - radius },
          { x: x + radius, y: y + radius },
        ]),
      ),
      ...placesOf(this.drill()).flatMap(({ points }) => points),
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

  /** What is seen stays as it is while something is dragged: it would run away from the pointer. */
  protected readonly frozen = signal<ReturnType<typeof this.box> | undefined>(undefined);

  protected freeze(isHeld: boolean): void {
    this.frozen.set(isHeld ? this.box() : undefined);
  }

  /** The edges of its stage, as far as they are in sight. */
  protected readonly walls = computed(() => {
    const { x, y, width, height } = this.frozen() ?? this.box();
    return wallsOf(this.take().run.drill.edges ?? {}, { x, y, width, height });
  });

  protected readonly bodies = computed(() => {
    const { histories } = this.take();
    const at = Math.min(this.take().duration, Math.max(0, this.time()));
    const { unit } = this.box();
    return this.ways().map(({ id, corners, radius }, i) => {
      const now = histories.place(id, at);
      const [tip, half] = [9 * unit * now.facing, 5 * unit];
      return {
        id,
        now,
        // Whoever is gone, or has not come about, has a way and no place.
        isThere: histories.standing(id, at) !== 'gone',
        radius: Math.max(4 * unit, radius),
        way: lineOf(corners),
        ink: inkOf(i),
        arrow: `M${now.x - tip / 2} ${now.y - half} L${now.x + tip / 2} ${now.y} L${now.x - tip / 2} ${now.y + half} z`,
      };
    });
  });
}

function lineOf(points: readonly Point[]): string {
  return points.map(({ x, y }) => `${x},${y}`).join(' ');
}
