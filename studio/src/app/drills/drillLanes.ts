import { ChangeDetectionStrategy, Component, computed, DestroyRef, ElementRef, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Drill } from '@undatio/core';
import type { DrillTake, Verdict } from '@undatio/core/internal';
import { PlaybackService } from '../playback/playbackService';
import type { StageTake } from '../playback/stageTake';
import { PointerDrag, type Drag } from '../shared/pointerDrag';
import { timeMarks } from '../shared/timeMarks';
import { ActMarks, type LaneScale } from './actMarks';
import { actWords, onGrid, withEntry } from './drillEdits';
import { DrillService } from './drillService';
import { NameRooms } from './nameRooms';
import { axisLeft, axisRight, nameLetters } from './timeAxis';

const lane = 26;
const head = 32;
/** Marks of events and of what somebody does, from their middle. */
const disc = ' m-6 0 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0';
const diamond = ' m0 -6.5 l6.5 6.5 l-6.5 6.5 l-6.5 -6.5 z';

/** Who does what when: a lane for each actor, events dragged in time, expectations as flags, one playhead through all of it. */
@Component({
  selector: 'und-drill-lanes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ActMarks, PointerDrag],
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
      [attr.height]="height()"
      role="group"
      aria-label="Script"
      (undDrag)="scrub($event)"
    >
      @for (mark of marks(); track mark.at) {
        <line class="rule" [attr.x1]="mark.x" [attr.x2]="mark.x" y1="12" [attr.y2]="height()" />
        <text
          class="time"
          [attr.x]="mark.x + (mark.x > width() - 40 ? -2 : 2)"
          [attr.text-anchor]="mark.x > width() - 40 ? 'end' : 'start'"
          y="10"
        >
          {{ mark.at }} s
        </text>
      }
      @for (actor of drill().actors; track actor.id; let i = $index) {
        <line class="lane" [attr.x1]="left" [attr.x2]="width()" [attr.y1]="laneY(i) + 13" [attr.y2]="laneY(i) + 13" />
        <text class="who" x="4" [attr.y]="laneY(i) + 16">
          {{ short(drills.bodyName(actor.id)) }}
          <title>{{ drills.bodyName(actor.id) }}</title>
        </text>
      }
      @for (flag of flags(); track $index) {
        <path class="flag" [class.bad]="!flag.holds" [attr.d]="'M' + flag.x + ' ' + height() + ' V16 h9 l-3 4 l3 4 h-9'">
          <title>{{ flag.told }}</title>
        </path>
      }
      @for (ghost of ghosts(); track $index) {
        <path class="ghost" [attr.d]="'M' + ghost.x + ' ' + ghost.y + ghost.shape">
          <title>{{ ghost.told }}</title>
        </path>
      }
      <g
        undActMarks
        [drill]="drill()"
        [take]="take()"
        [scale]="scale()"
        [names]="events().rooms"
        [picked]="pickedAct()"
        (pick)="pickAct.emit($event)"
      />
      @for (entry of events().entries; track entry.at) {
        @for (again of entry.repeats; track again) {
          <circle class="again" [attr.cx]="again" [attr.cy]="entry.y" r="3" />
        }
        <path class="link" [attr.d]="entry.link" />
        <g
          class="entry"
          role="button"
          tabindex="0"
          [class.here]="entry.index === picked()"
          [attr.aria-label]="entry.told"
          [attr.aria-pressed]="entry.index === picked()"
          (undDrag)="drag($event, entry.index)"
          (keydown)="key($event, entry.index)"
        >
          <title>{{ entry.told }}</title>
          <circle [attr.cx]="entry.x" [attr.cy]="entry.y" r="6" />
          @if (entry.room; as room) {
            <text [attr.x]="room.x" [attr.y]="entry.top + room.y" [attr.text-anchor]="room.anchor">{{ entry.name }}</text>
          }
        </g>
      }
      <line class="playhead" [attr.data-time]="time()" [attr.x1]="x(time())" [attr.x2]="x(time())" y1="0" [attr.y2]="height()" />
    </svg>
  `,
  styles: `
    :host {
      display: block;
      overflow-y: auto;
    }
    svg {
      display: block;
      width: 100%;
      cursor: crosshair;
      touch-action: none;
      user-select: none;
    }
    .rule {
      stroke: var(--rule);
    }
    .lane {
      stroke: var(--rule-strong);
    }
    text {
      fill: var(--ink);
      font: 10px var(--sans);
    }
    .time,
    .who {
      fill: var(--faint-ink);
      font: 9px var(--mono);
    }
    .entry {
      cursor: ew-resize;
    }
    .entry circle {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .entry.here circle {
      fill: var(--ink);
    }
    .ghost {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.2;
      stroke-dasharray: 2.5 2;
    }
    .again {
      fill: var(--faint-ink);
    }
    .link {
      fill: none;
      stroke: var(--faint-ink);
      stroke-dasharray: 2 2;
    }
    .flag {
      fill: var(--sea);
      stroke: var(--sea);
      fill-opacity: 0.7;
    }
    .flag.bad {
      fill: var(--contact);
      stroke: var(--contact);
      stroke-dasharray: 3 2;
    }
    .playhead {
      stroke: var(--contact);
      stroke-width: 1.4;
      pointer-events: none;
    }
  `,
})
export class DrillLanes {
  readonly drill = input.required<Drill>();
  readonly verdicts = input.required<readonly Verdict[]>();
  readonly picked = input.required<number>();
  readonly pick = output<number>();
  readonly take = input<DrillTake>();
  /** The kept run, whose script is drawn behind the present one where it is another. */
  readonly kept = input<StageTake>();
  /** Which of what those of it do is worked on. */
  readonly pickedAct = input(-1);
  readonly pickAct = output<number>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly drills = inject(DrillService);
  private readonly playback = inject(PlaybackService);
  protected readonly time = toSignal(this.playback.playhead$, { initialValue: 0 });
  protected readonly height = computed(() => head + Math.max(1, this.drill().actors.length) * lane + 6);
  private readonly from = signal({ at: 0, index: -1 });
  /** px that the lanes are drawn in: as wide as they are shown, so that they stand over the charts. */
  protected readonly width = signal(900);

  constructor() {
    const watch = new ResizeObserver(() => this.width.set(Math.max(300, this.host.clientWidth)));
    watch.observe(this.host);
    inject(DestroyRef).onDestroy(() => watch.disconnect());
  }

  protected readonly marks = computed(() => timeMarks(this.drill().length, 10).map((at) => ({ at, x: this.x(at) })));

  protected readonly events = computed(() => {
    const { actors, script } = this.drill();
    const rooms = new NameRooms(this.width());
    const place = (id: string | undefined): number => actors.findIndex((actor) => actor.id === id);
    const names = this.drills.names();
    const bodyName = (id: string): string => names.of('combatant', id);
    const entries = script.map((entry, index) => {
      const name = names.of('event', entry.event);
      const [by, on] = [place(entry.source), place(entry.target)];
      const row = by >= 0 ? by : Math.max(0, on);
      const [x, top] = [this.x(entry.at), this.laneY(row)];
      const y = top + 13;
      const { count = 1, every = 0 } = entry.repeat ?? {};
      return {
        index,
        at: index,
        x,
        y,
        top,
        name,
        room: rooms.place(row, x, name, ['above']),
        told: `${name} at ${entry.at} s${entry.source ? ` by ${bodyName(entry.source)}` : ''}${entry.target ? ` on ${bodyName(entry.target)}` : ''}${count > 1 ? `, ${count} times` : ''}; arrow keys move it`,
        link: on >= 0 && by >= 0 && on !== by ? `M${x} ${y} V${this.laneY(on) + 13}` : '',
        repeats: Array.from({ length: Math.min(count, 400) - 1 }, (_, i) => this.x(entry.at + (i + 1) * every)).filter(
          (at) => at <= this.width(),
        ),
      };
    });
    return { entries, rooms };
  });

  /** Where events and acts of the kept drill stand that stand elsewhere now, or are gone. */
  protected readonly ghosts = computed(() => {
    const kept = this.kept()?.lent?.drill;
    const now = this.drill();
    const names = this.drills.names();
    if (!kept || kept === now) return [];
    const rowOf = (id: string | undefined): number => now.actors.findIndex((actor) => actor.id === id);
    const entry = ({ at, event, source, target }: Drill['script'][number]) => ({
      at,
      row: rowOf(source ?? target),
      told: names.of('event', event),
      shape: disc,
    });
    const act = (one: NonNullable<Drill['acts']>[number]) => ({
      at: one.at,
      row: rowOf(one.who),
      told: `${names.of('combatant', one.who)} ${actWords(one, names)}`,
      shape: diamond,
    });
    const marks = (drill: Drill) => [...drill.script.map(entry), ...(drill.acts ?? []).map(act)];
    const there = new Set(marks(now).map((mark) => JSON.stringify(mark)));
    return marks(kept)
      .filter((mark) => !there.has(JSON.stringify(mark)) && mark.at <= now.length)
      .map(({ at, row, told, shape }) => ({
        shape,
        x: this.x(at),
        y: this.laneY(Math.max(0, row)) + 13,
        told: `kept: ${told} at ${at} s`,
      }));
  });

  protected readonly flags = computed(() =>
    this.drill().expectations.flatMap((one, i) => {
      const verdict = this.verdicts().at(i);
      const at = 'at' in one ? one.at : verdict?.at;
      return at === undefined || !verdict ? [] : [{ x: this.x(at), holds: verdict.holds, told: verdict.found }];
    }),
  );

  protected readonly scale = computed((): LaneScale => ({
    left: axisLeft,
    perSecond: (this.width() - axisLeft - axisRight) / this.drill().length,
    laneY: (row) => this.laneY(row),
    width: this.width(),
  }));

  protected readonly left = axisLeft;

  protected short(name: string): string {
    return name.length > nameLetters ? `${name.slice(0, nameLetters - 1)}…` : name;
  }

  protected x(seconds: number): number {
    return axisLeft + ((this.width() - axisLeft - axisRight) * seconds) / this.drill().length;
  }

  protected laneY(row: number): number {
    return head + row * lane;
  }

  private secondsAt(event: PointerEvent): number {
    const svg = (event.target as Element).closest('svg');
    const { left = 0, width = 1 } = svg?.getBoundingClientRect() ?? {};
    const px = ((event.clientX - left) / width) * this.width();
    return ((px - axisLeft) / (this.width() - axisLeft - axisRight)) * this.drill().length;
  }

  protected scrub({ phase, event }: Drag): void {
    if (phase !== 'end') this.playback.scrub(Math.min(this.drill().length, Math.max(0, this.secondsAt(event))));
  }

  protected drag({ phase, event, dx, gesture }: Drag, index: number): void {
    if (phase === 'start') {
      this.pick.emit(index);
      this.from.set({ at: this.drill().script[index].at, index });
      return;
    }
    if (phase !== 'move' || Math.abs(dx) < 2) return;
    const { at, index: held } = this.from();
    const svg = (event.target as Element).closest('svg');
    const scale = this.width() / (svg?.getBoundingClientRect().width ?? this.width());
    this.moveTo(held, at + (dx * scale * this.drill().length) / (this.width() - 60), gesture);
  }

  protected key(event: KeyboardEvent, index: number): void {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      event.stopPropagation();
      this.pick.emit(index);
    }
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (event.key === 'Delete') this.drills.edit('remove an event', (drill) => withEntry(drill, index, undefined).drill);
    if (step === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.pick.emit(index);
    const place = this.moveTo(
      index,
      this.drills.asItIs(this.drill()).script[index].at + step * (event.shiftKey ? 0.1 : 0.01),
      `keys entry ${index}`,
    );
    // One that has passed another keeps the keys.
    if (place !== index) this.host.querySelectorAll<SVGElement>('.entry').item(place).focus();
  }

  /** Where it stands in the script then. */
  private moveTo(index: number, seconds: number, gesture: string): number {
    const now = this.drills.asItIs(this.drill());
    const entry = now.script.at(index);
    if (!entry) return index;
    const { drill, place } = withEntry(now, index, { ...entry, at: onGrid(seconds, now) });
    this.from.set({ ...this.from(), index: place });
    this.drills.edit(`move ${this.drills.names().of('event', entry.event)}`, () => drill, gesture);
    if (place !== index) this.pick.emit(place);
    return place;
  }
}
