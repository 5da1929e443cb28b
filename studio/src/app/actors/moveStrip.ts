import { ChangeDetectionStrategy, Component, computed, DestroyRef, ElementRef, inject, input, signal } from '@angular/core';
import type { Project } from '@undatio/core';
import { liveLength, moveLength } from '@undatio/core/internal';
import { PointerDrag, type Drag } from '../shared/pointerDrag';
import { RadioKeys } from '../shared/radioKeys';
import { timeMarks } from '../shared/timeMarks';
import { MoveDesk, paces } from './moveDesk';
import { effectSpans, keyWords, tidySeconds, withContact, withKey, type Move } from './moveEdits';

const left = 74;
const right = 16;
const row = 22;
const head = 20;

/** Something of a move that is dragged in time. */
interface Grip {
  readonly name: string;
  readonly at: number;
  readonly y: number;
  readonly words: string;
  /** Its instant in a move, and the move with it elsewhere. */
  readonly of: (move: Move) => number;
  readonly set: (move: Move, seconds: number) => Move;
  /** Which key of the body it is. */
  readonly key?: number;
}

/** A move in time: wind-up, contacts, recovery, its lunge, and what its sequences do on the same clock. */
@Component({
  selector: 'und-move-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PointerDrag, RadioKeys],
  templateUrl: './moveStrip.html',
  styleUrl: './moveStrip.scss',
})
export class MoveStrip {
  readonly project = input.required<Project>();

  protected readonly desk = inject(MoveDesk);
  protected readonly paces = paces;
  protected readonly left = left;
  protected readonly width = signal(600);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const watch = new ResizeObserver(() => this.width.set(Math.max(300, host.clientWidth)));
    watch.observe(host);
    inject(DestroyRef).onDestroy(() => {
      watch.disconnect();
      this.desk.stop();
    });
  }

  /** Seconds of the strip: the move with a little after it, held where it is. */
  protected readonly seconds = computed(() => {
    const move = this.desk.move();
    return Math.max(0.3, this.desk.length(), move ? moveLength(move) : 0) * 1.08;
  });
  protected readonly marks = computed(() => timeMarks(this.seconds(), 9).map((at) => ({ at, x: this.x(at) })));

  protected readonly spans = computed(() => {
    const move = this.desk.move();
    if (!move) return [];
    const sequence = (id: string | undefined) => this.project().sequences.find((one) => one.id === id);
    const own = sequence(move.sequence);
    return [
      ...(own ? effectSpans(own, 0) : []),
      ...move.contacts.flatMap(({ after, sequence: id }) => {
        const one = sequence(id);
        return one ? effectSpans(one, move.windUp + after) : [];
      }),
    ].slice(0, 12);
  });
  /** Rows above those of effects: the move's, its lunge's, its body's. */
  private readonly rows = computed(() => 1 + (this.desk.move()?.lunge ? 1 : 0) + (this.desk.move()?.keys?.length ? 1 : 0));
  protected readonly height = computed(() => head + row * this.rows() + this.spans().length * 13 + 12);
  /** The keys of its body: the last of those rows. */
  protected readonly keys = computed(() => {
    const keys = this.desk.move()?.keys ?? [];
    const y = head + row * (this.rows() - 1) + 11;
    return keys.map(({ at, pose, clip }, i) => ({
      x: this.x(at),
      y,
      name: keyWords(pose, clip),
      next: keys.at(i + 1) && this.x(keys[i + 1].at),
    }));
  });

  protected readonly parts = computed(() => {
    const move = this.desk.move();
    if (!move) return undefined;
    const recovers = move.windUp + liveLength(move);
    const stretch = (from: number, to: number) => ({ x: this.x(from), width: Math.max(2, this.x(to) - this.x(from)) });
    return {
      windUp: stretch(0, move.windUp),
      contacts: move.contacts.map(({ after, live }) => stretch(move.windUp + after, move.windUp + after + live)),
      recovery: stretch(recovers, recovers + move.recovery),
      lunge: move.lunge && stretch(move.lunge.from, move.lunge.to),
    };
  });
  protected readonly effects = computed(() => {
    const top = head + row * this.rows() + 6;
    return this.spans().map(({ id, kind, from, to }, i) => ({
      id,
      kind,
      y: top + i * 13,
      x: this.x(from),
      width: Math.max(2, this.x(to) - this.x(from)),
    }));
  });
  /** Instants at which somebody was met, on the world's clock. */
  protected readonly met = computed(() => (this.desk.trial()?.met ?? []).map(({ at }) => this.x(at)));

  protected readonly grips = computed((): Grip[] => {
    const move = this.desk.move();
    if (!move) return [];
    const y = head + 11;
    const recovers = move.windUp + liveLength(move);
    return [
      {
        name: 'windUp',
        at: move.windUp,
        y,
        words: 'End of the wind-up',
        of: (one) => one.windUp,
        set: (before, at) => ({ ...before, windUp: tidySeconds(at) }),
      },
      ...move.contacts.flatMap(({ after, live }, i): Grip[] => [
        ...(i === 0
          ? []
          : [
              {
                name: `after ${i}`,
                at: move.windUp + after,
                y,
                words: `Beginning of contact ${i + 1}`,
                of: (one: Move) => one.windUp + one.contacts[i].after,
                set: (before: Move, at: number) => withContact(before, i, { after: tidySeconds(at - before.windUp) }),
              },
            ]),
        {
          name: `live ${i}`,
          at: move.windUp + after + live,
          y,
          words: `End of contact ${i + 1}`,
          of: (one) => one.windUp + one.contacts[i].after + one.contacts[i].live,
          set: (before, at) => withContact(before, i, { live: tidySeconds(at - before.windUp - before.contacts[i].after) }),
        },
      ]),
      {
        name: 'recovery',
        at: recovers + move.recovery,
        y,
        words: 'End of the recovery',
        of: (one) => one.windUp + liveLength(one) + one.recovery,
        set: (before, at) => ({ ...before, recovery: tidySeconds(at - before.windUp - liveLength(before)) }),
      },
      ...(move.lunge
        ? (['from', 'to'] as const).map((end): Grip => ({
            name: `lunge ${end}`,
            at: move.lunge?.[end] ?? 0,
            y: y + row,
            words: end === 'from' ? 'Beginning of the lunge' : 'End of the lunge',
            of: (one) => one.lunge?.[end] ?? 0,
            set: (before, at) => lunged(before, end, at),
          }))
        : []),
      ...(move.keys ?? []).map(({ at, pose, clip }, i): Grip => ({
        name: `key ${i}`,
        key: i,
        at,
        y: head + row * (this.rows() - 1) + 11,
        words: `Key ${i + 1} of the body, ${keyWords(pose, clip)}`,
        of: (one) => one.keys?.[i].at ?? 0,
        set: (before, to) => withKey(before, i, { at: tidySeconds(to) }),
      })),
    ];
  });

  protected x(seconds: number): number {
    return left + ((this.width() - left - right) * seconds) / this.seconds();
  }

  private from = 0;

  protected drag({ phase, dx, gesture }: Drag, grip: Grip): void {
    if (phase === 'start') {
      this.from = grip.at;
      if (grip.key !== undefined) this.desk.pickKey(grip.key);
    }
    if (phase === 'move') this.set(grip, this.from + (dx * this.seconds()) / (this.width() - left - right), gesture);
  }

  protected key(event: KeyboardEvent, grip: Grip): void {
    const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (step === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const by = step * (event.shiftKey ? 0.1 : 0.01);
    // From where it is by then: keys may come faster than they are shown.
    this.desk.edit(grip.words.toLowerCase(), (move) => grip.set(move, grip.of(move) + by), `keys ${grip.name}`);
  }

  private set(grip: Grip, seconds: number, gesture: string): void {
    this.desk.edit(grip.words.toLowerCase(), (move) => grip.set(move, seconds), gesture);
  }

  protected scrub({ phase, event }: Drag): void {
    if (phase === 'end') return;
    const { left: edge = 0 } = (event.target as Element).closest('svg')?.getBoundingClientRect() ?? {};
    this.desk.scrub(((event.clientX - edge - left) / (this.width() - left - right)) * this.seconds());
  }
}

function lunged(move: Move, end: 'from' | 'to', seconds: number): Move {
  const { lunge } = move;
  if (!lunge) return move;
  const at = tidySeconds(seconds);
  return {
    ...move,
    lunge: end === 'from' ? { ...lunge, from: Math.min(at, lunge.to - 0.01) } : { ...lunge, to: Math.max(at, lunge.from + 0.01) },
  };
}
