import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Drill, Place } from '@undatio/core';
import { Handle, type HandleMove } from '../shared/handle';
import { placesOf, withActPlace, withStart } from './drillEdits';
import { DrillService } from './drillService';

/** Inks of the actors, as the charts have them. */
export const inks = ['--family-view', '--family-body', '--family-ear', '--family-time', '--family-words', '--family-hand'];

export const inkOf = (at: number): string => `var(${inks[at % inks.length]})`;

/** The places of a drill in its own px, to be dragged: where they begin, and where they are to go or let something go to. */
@Component({
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'g[undDrillPlaces]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Handle],
  template: `
    @for (way of ways(); track way.index) {
      <svg:polyline class="planned" [class.here]="way.index === picked()" [attr.points]="way.line" />
      @for (point of way.points; track $index; let i = $index) {
        <svg:g
          undHandle
          [place]="point"
          [label]="way.words + ' ' + (i + 1)"
          [unit]="unit()"
          [hollow]="true"
          [chosen]="way.index === picked()"
          [ink]="way.ink"
          (held)="held.emit($event)"
          (picked)="pick.emit(way.index)"
          (movedTo)="goTo(way.index, i, $event)"
        />
      }
    }
    @if (starts()) {
      @for (one of drill().actors; track one.id; let i = $index) {
        <svg:g
          undHandle
          [place]="one.place"
          [label]="'Where ' + drills.bodyName(one.id) + ' begins'"
          [name]="drills.bodyName(one.id)"
          [unit]="unit()"
          [ink]="ink(i)"
          (held)="held.emit($event)"
          (movedTo)="begin(one.id, $event)"
        />
      }
    }
  `,
  styles: `
    .planned {
      fill: none;
      stroke: var(--faint-ink);
      stroke-width: 1;
      stroke-dasharray: 4 4;
      vector-effect: non-scaling-stroke;
    }
    .planned.here {
      stroke: var(--contact);
    }
  `,
})
export class DrillPlaces {
  readonly drill = input.required<Drill>();
  /** Which of the drill's acts is worked on. */
  readonly picked = input.required<number>();
  /** px of the picture for one of the screen. */
  readonly unit = input.required<number>();
  /** Whether it is shown where they begin. */
  readonly starts = input(true);
  /** Whether only the places of the act that is worked on are shown. */
  readonly pickedOnly = input(false);
  readonly pick = output<number>();
  /** Something is being dragged, or not any more. */
  readonly held = output<boolean>();

  protected readonly drills = inject(DrillService);
  protected readonly ink = inkOf;
  protected readonly ways = computed(() =>
    placesOf(this.drill(), this.drills.names())
      .filter(({ index }) => !this.pickedOnly() || index === this.picked())
      .map((way) => ({
        ...way,
        ink: inkOf(this.drill().actors.findIndex(({ id }) => id === way.who)),
        line: way.line.map(({ x, y }) => `${x},${y}`).join(' '),
      })),
  );

  protected begin(id: string, move: HandleMove): void {
    this.drills.edit(
      `place of ${this.drills.bodyName(id)}`,
      (drill) => withStart(drill, id, (before) => movedBy(before, move)),
      move.gesture,
    );
  }

  protected goTo(index: number, at: number, move: HandleMove): void {
    this.drills.edit('where somebody goes', (drill) => withActPlace(drill, index, at, (before) => movedBy(before, move)), move.gesture);
  }
}

/** Where something has come to, from where it was. */
function movedBy(before: Place, { to, by }: HandleMove): Place {
  return whole(by ? { x: before.x + by.x, y: before.y + by.y } : to);
}

/** A place on a grid of whole px. */
function whole({ x, y }: Place): Place {
  return { x: Math.round(x), y: Math.round(y) };
}
