import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, signal } from '@angular/core';
import type { Drill } from '@undatio/core';
import { liveLength, type DrillTake } from '@undatio/core/internal';
import { PointerDrag, type Drag } from '../shared/pointerDrag';
import { actWords, onGrid, withAct } from './drillEdits';
import { DrillService } from './drillService';
import { NameRooms } from './nameRooms';

/** Where the lanes lie: px of an instant, px a second, and px from the top of an actor's lane. */
export interface LaneScale {
  readonly left: number;
  readonly perSecond: number;
  readonly laneY: (row: number) => number;
  /** px of the whole paper. */
  readonly width: number;
}

/** What those of a drill do, on their lanes: marks to drag in time, and the moves as they went, wind-up, contacts and recovery. */
@Component({
  // An element of SVG takes a component by its attribute alone.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: '[undActMarks]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag],
  template: `
    @for (bar of bars(); track $index) {
      <svg:rect class="move" [attr.x]="bar.x" [attr.y]="bar.y + 8" [attr.width]="bar.width" height="9">
        <svg:title>{{ bar.told }}</svg:title>
      </svg:rect>
      @for (contact of bar.contacts; track $index) {
        <svg:rect class="contact" [attr.x]="contact.x" [attr.y]="bar.y + 8" [attr.width]="contact.width" height="9" />
      }
      @if (bar.recovery; as recovery) {
        <svg:rect class="recovery" [attr.x]="recovery.x" [attr.y]="bar.y + 11" [attr.width]="recovery.width" height="3" />
      }
    }
    @for (mark of marks(); track $index) {
      <svg:g
        class="act"
        role="button"
        tabindex="0"
        [class.here]="$index === picked()"
        [class.refused]="mark.refused !== ''"
        [attr.aria-label]="mark.told"
        [attr.aria-pressed]="$index === picked()"
        (undDrag)="drag($event, $index)"
        (keydown)="key($event, $index)"
      >
        <svg:title>{{ mark.told }}</svg:title>
        <svg:path [attr.d]="'M' + mark.x + ' ' + (mark.y + 6) + ' l6.5 6.5 l-6.5 6.5 l-6.5 -6.5 z'" />
        @if (mark.room; as room) {
          <svg:text [attr.x]="room.x" [attr.y]="mark.y + room.y" [attr.text-anchor]="room.anchor">{{ mark.name }}</svg:text>
        }
      </svg:g>
    }
  `,
  styles: `
    text {
      fill: var(--ink);
      font: 10px var(--sans);
    }
    .move {
      fill: var(--wash);
      stroke: var(--faint-ink);
    }
    .contact {
      fill: var(--contact);
    }
    .recovery {
      fill: var(--faint-ink);
    }
    .act {
      cursor: ew-resize;
    }
    .act path {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .act.here path {
      fill: var(--ink);
    }
    .act.refused path {
      stroke: var(--warn);
      stroke-dasharray: 2 1.5;
    }
  `,
})
export class ActMarks {
  readonly drill = input.required<Drill>();
  readonly take = input.required<DrillTake | undefined>();
  readonly scale = input.required<LaneScale>();
  /** The names of events, which are on the lanes already. */
  readonly names = input.required<NameRooms>();
  readonly picked = input.required<number>();
  readonly pick = output<number>();

  private readonly host = inject<ElementRef<SVGElement>>(ElementRef).nativeElement;
  private readonly drills = inject(DrillService);
  private readonly from = signal({ at: 0, index: -1 });

  protected readonly marks = computed(() => {
    const { actors, acts = [] } = this.drill();
    const names = this.drills.names();
    const rooms = new NameRooms(this.scale().width, this.names());
    return acts.map((act) => {
      const row = Math.max(
        0,
        actors.findIndex(({ id }) => id === act.who),
      );
      const name = actWords(act, names);
      const x = this.x(act.at);
      const refused = act.do === 'move' ? this.refusalOf(act.who, act.move, act.at) : '';
      return {
        x,
        y: this.scale().laneY(row),
        name,
        room: rooms.place(row, x, name, ['below', 'above']),
        refused,
        told: `${names.of('combatant', act.who)} ${name} at ${act.at} s${refused === '' ? '' : `: not begun, ${refused}`}; arrow keys move it`,
      };
    });
  });

  /** Moves as they went: their parts on the wall, however clocks were held. */
  protected readonly bars = computed(() => {
    const take = this.take();
    const { actors, length } = this.drill();
    return actors.flatMap(({ id }, row) => {
      const steps = take?.histories.of('move', id) ?? [];
      const clock = take?.run.clocks.of.get(id);
      const moves = take?.run.drill.actors.find((one) => one.id === id)?.actor.moves;
      return steps.flatMap((step, i) => {
        const move = moves?.get(step.value);
        if (step.how !== 'begins' || !move || !clock) return [];
        const over = steps.slice(i + 1).find(({ how }) => how === 'ends' || how === 'broken' || how === 'cancelled');
        const recovers = steps.slice(i + 1).find(({ how }) => how === 'recovers');
        const end = over?.at ?? length;
        const begun = clock.shown(step.at);
        const stretch = (from: number, to: number): { x: number; width: number } => ({
          x: this.x(from),
          width: Math.max(2, this.x(Math.min(end, to)) - this.x(from)),
        });
        const until = recovers && (!over || recovers.at <= over.at) ? recovers.at : end;
        return [
          {
            ...stretch(step.at, until),
            y: this.scale().laneY(row),
            told: `${this.drills.names().of('combatant', id)}: ${move.label}, wind-up ${move.windUp} s, reaches for ${liveLength(move)} s, recovery ${move.recovery} s${over?.how === 'broken' ? ', broken off' : ''}`,
            contacts: move.contacts.flatMap(({ after, live }) => {
              const from = clock.wallAt(begun + move.windUp + after);
              return from <= end ? [stretch(from, clock.wallAt(begun + move.windUp + after + live))] : [];
            }),
            recovery: until < end ? stretch(until, end) : undefined,
          },
        ];
      });
    });
  });

  private x(seconds: number): number {
    const { left, perSecond } = this.scale();
    return left + seconds * perSecond;
  }

  /** Why a move was not begun at an instant; empty where it was. */
  private refusalOf(who: string, move: string, at: number): string {
    const steps = this.take()?.histories.of('move', who) ?? [];
    return steps.find((step) => step.how === 'refused' && step.value === move && Math.abs(step.at - at) < 1e-6)?.why ?? '';
  }

  protected drag({ phase, event, dx, gesture }: Drag, index: number): void {
    const act = this.drill().acts?.at(index);
    if (phase === 'start' && act) {
      this.pick.emit(index);
      this.from.set({ at: act.at, index });
      return;
    }
    if (phase !== 'move' || Math.abs(dx) < 2) return;
    const { at, index: held } = this.from();
    const svg = (event.target as Element).closest('svg');
    const shown = (svg?.getBoundingClientRect().width ?? 1) / (svg?.viewBox.baseVal.width ?? 1);
    this.moveTo(held, at + dx / shown / this.scale().perSecond, gesture);
  }

  protected key(event: KeyboardEvent, index: number): void {
    const act = this.drills.asItIs(this.drill()).acts?.at(index);
    if (!act) return;
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      event.stopPropagation();
      this.pick.emit(index);
    }
    if (event.key === 'Delete') {
      this.drills.edit(`remove what ${act.who} does`, (drill) => withAct(drill, index, undefined).drill);
      this.pick.emit(-1);
    }
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.pick.emit(index);
    const place = this.moveTo(index, act.at + step * (event.shiftKey ? 0.1 : 0.01), `keys act ${index}`);
    // One that has passed another keeps the keys.
    if (place !== index) this.host.querySelectorAll<SVGElement>('.act').item(place).focus();
  }

  /** Where it stands among the acts then. */
  private moveTo(index: number, seconds: number, gesture: string): number {
    const now = this.drills.asItIs(this.drill());
    const act = now.acts?.at(index);
    if (!act) return index;
    const { drill, place } = withAct(now, index, { ...act, at: onGrid(seconds, now) });
    this.from.set({ ...this.from(), index: place });
    this.drills.edit(`move what ${act.who} does`, () => drill, gesture);
    if (place !== index) this.pick.emit(place);
    return place;
  }
}
