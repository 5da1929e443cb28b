import { computed, effect, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { of, scan, startWith, switchMap } from 'rxjs';
import { AudioService } from '../../playback/audioService';
import { inSlices } from '../../playback/inSlices';
import { PlaybackService } from '../../playback/playbackService';
import type { StageTake } from '../../playback/stageTake';
import type { OnStage } from '../../stage/stageSetUps';

/** Values along one axis, and along each of two. */
const usual = { one: 9, two: 3 };

/** What one axis of the sheet is set to by the person: what is tried, and within what. */
export interface AxisChoice<T> {
  readonly tried: T;
  readonly from: number;
  readonly to: number;
  readonly count: number;
  readonly by: 'even' | 'ratio';
  /** The ends of a range of colours. */
  readonly colours: readonly [string, string];
}

/** One small stage: what it is played with, what came of it, and what it is called. */
export interface TrialStage<T = unknown, C = unknown> {
  readonly cell: C;
  /** What its values are of, axis by axis. */
  readonly tried: readonly T[];
  readonly stage: StageTake;
  readonly label: string;
  /** What came of it, in a word; nothing where the picture says it all. */
  readonly note?: string;
  /** Whether its values are those that stand in the documents, or are struck with, now. */
  readonly present: boolean;
}

/** Something to choose by its name. */
export interface TrialOption {
  readonly value: string;
  readonly label: string;
}

/** What can be tried along an axis, as it is chosen: of whom, and which of its values. */
export interface TrialChoosing<T> {
  owners(tried: T): readonly TrialOption[];
  ownerOf(tried: T): string;
  /** What is tried first of an owner; undefined where it has nothing to try. */
  firstOf(owner: string): T | undefined;
  /** The values of the owner; none where there is but one. */
  fields(tried: T): readonly TrialOption[];
  fieldOf(tried: T): string;
  withField(tried: T, field: string): T;
  /** Which kind of range it asks for: numbers from an end to another, colours, or only how many. */
  rangeOf(tried: T): 'numbers' | 'colours' | 'count' | 'none';
  unitOf(tried: T): string;
}

/** What a trial sheet shows and asks, whatever is tried on it. `T` is what an axis tries, `C` one cell of the sheet. */
export abstract class TrialDesk<T, C> {
  private readonly playback = inject(PlaybackService);
  private readonly audio = inject(AudioService);

  readonly open = signal(false);
  protected readonly chosen = signal<readonly AxisChoice<T>[]>([]);
  readonly axes = this.chosen.asReadonly();

  /** What can be tried. */
  abstract readonly choosing: TrialChoosing<T>;
  /** Who stands on the small stages; undefined while it is whoever stands on the large one. */
  readonly on = (): OnStage | undefined => undefined;

  /** The cells that the choices come to, or why there are none. */
  protected abstract cellsOf(choices: readonly AxisChoice<T>[]): readonly C[] | string;
  /** Plays cell after cell, pausing where it yields nothing. */
  protected abstract played(cells: readonly C[]): Generator<TrialStage<T, C> | undefined, void>;
  /** How many values an axis comes to; undefined where it comes to none. */
  protected abstract countOf(choice: AxisChoice<T>): number | undefined;
  /** A first choice for an axis: around what is there now. */
  protected abstract choiceOf(tried: T, count: number): AxisChoice<T> | undefined;
  /** What is tried first, and what as a second thing. */
  protected abstract firstTried(): T;
  protected abstract secondTried(): T;
  /** Makes a small stage’s values those of the documents: as one step to undo. */
  abstract adopt(stage: TrialStage<T, C>): void;
  /** Puts a small stage aside to compare with. */
  abstract keep(stage: TrialStage<T, C>): void;

  private readonly cells = computed((): readonly C[] | string => (this.open() ? this.cellsOf(this.chosen()) : []));
  readonly problem = computed(() => {
    const cells = this.cells();
    return typeof cells === 'string' ? cells : undefined;
  });
  /** How many small stages there will be. */
  readonly count = computed(() => (typeof this.cells() === 'string' ? 0 : this.cells().length));
  /** Columns of the sheet where two things are tried; with one it falls into as many as fit. */
  readonly columns = computed(() => {
    const [first, second] = this.chosen();
    return second && this.countOf(first);
  });

  /** The small stages as they are played: a slice of each frame, so that nothing else waits for them. */
  readonly stages = toSignal(
    toObservable(this.cells).pipe(
      switchMap((cells) =>
        typeof cells === 'string' || cells.length === 0
          ? of([] as readonly TrialStage<T, C>[])
          : inSlices(this.played(cells)).pipe(
              scan((all: readonly TrialStage<T, C>[], one) => (one === 'done' ? all : [...all, one]), [] as readonly TrialStage<T, C>[]),
              startWith([] as readonly TrialStage<T, C>[]),
            ),
      ),
    ),
    { initialValue: [] as readonly TrialStage<T, C>[] },
  );

  constructor() {
    effect(() => {
      const stages = this.stages();
      this.playback.accompany(
        this,
        stages.flatMap(({ stage }) => stage.run ?? []),
      );
    });
  }

  /** Opens the sheet with what is tried first; or closes it. */
  toggle(): void {
    this.open.update((open) => !open);
    if (!this.open()) this.audio.hear(undefined);
    else if (this.problem() !== undefined || this.chosen().length === 0) this.choose(0, this.firstTried());
  }

  close(): void {
    if (this.open()) this.toggle();
  }

  /** Tries something else along an axis, around what is there now. */
  choose(axis: number, tried: T): void {
    const choice = this.choiceOf(tried, this.chosen().length > 1 || axis === 1 ? usual.two : usual.one);
    if (choice) this.chosen.update((chosen) => Object.assign([...chosen], { [axis]: choice }));
  }

  set(axis: number, part: Partial<Omit<AxisChoice<T>, 'tried'>>): void {
    this.chosen.update((chosen) => chosen.map((choice, i) => (i === axis ? { ...choice, ...part } : choice)));
  }

  /** Tries a second thing as well, or only the first. */
  second(wanted: boolean): void {
    const [first] = this.chosen();
    const another = wanted ? this.choiceOf(this.secondTried(), usual.two) : undefined;
    this.chosen.set(another ? [{ ...first, count: usual.two }, another] : [{ ...first, count: usual.one }]);
  }

  /** What is under the pointer is heard; without one, what is on the stage. */
  hear(one: TrialStage | undefined): void {
    this.audio.hear(one?.stage.run);
  }
}
