import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Drill } from '@undatio/core';
import type { DrillTake } from '@undatio/core/internal';
import { stageWindow } from '../stage/stageWindow';
import { wallsOf } from './drillEdits';
import { DrillPlaces } from './drillPlaces';
import { DrillService } from './drillService';

/** Over the stage of a drill: its edges, and the places that are worked on, to be dragged where they are seen. */
@Component({
  selector: 'und-stage-places',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrillPlaces],
  template: `
    <svg role="group" aria-label="Places on the stage">
      <g [attr.transform]="window.transform()">
        @for (wall of walls(); track $index) {
          <line class="wall" [attr.x1]="wall.x1" [attr.x2]="wall.x2" [attr.y1]="wall.y1" [attr.y2]="wall.y2" />
        }
        <svg:g
          undDrillPlaces
          [drill]="drill()"
          [picked]="picked()"
          [unit]="1 / window.scale()"
          [starts]="all()"
          [pickedOnly]="!all()"
          (pick)="pick.emit($event)"
          (held)="drills.holdSight($event)"
        />
      </g>
    </svg>
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      overflow: hidden;
      pointer-events: none;
    }
    svg {
      width: 100%;
      height: 100%;
      display: block;
      --sheet: #0d1a24;
      --ink: #fdf3d8;
      --faint-ink: #d9cfae;
    }
    .wall {
      stroke: #ff8468;
      stroke-width: 2;
      stroke-dasharray: 8 5;
      vector-effect: non-scaling-stroke;
    }
  `,
})
export class StagePlaces {
  readonly drill = input.required<Drill>();
  readonly take = input.required<DrillTake>();
  readonly picked = input.required<number>();
  /** All places, not only those of the act that is worked on. */
  readonly all = input.required<boolean>();
  readonly pick = output<number>();

  protected readonly drills = inject(DrillService);
  protected readonly window = stageWindow(() => this.take().sight);
  protected readonly walls = computed(() => wallsOf(this.take().run.drill.edges ?? {}, this.window.seen()));
}
