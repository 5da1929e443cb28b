import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { trialCells, withTrial, type TrialAxis, type TrialCell, type TrialOf } from '@undatio/core/internal';
import { of, scan, startWith, switchMap } from 'rxjs';
import { AudioService } from '../../playback/audioService';
import { inSlices } from '../../playback/inSlices';
import { KeptService } from '../../playback/keptService';
import { PlaybackService } from '../../playback/playbackService';
import type { StageTake } from '../../playback/stageTake';
import { Striker } from '../../playback/striker';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { StageSetUps } from '../../stage/stageSetUps';
import { OpenLane } from '../openLane';
import { axisOf, choiceOf, triableFields, valueWords, type AxisChoice, type TrialScene } from './trialChoices';

/** Values along one axis, and along each of two. */
const usual = { one: 9, two: 3 };

/** One small stage: what it is struck with, what came of it, and what it is called. */
export interface TrialStage {
  readonly cell: TrialCell;
  /** What its values are of, axis by axis. */
  readonly tried: readonly TrialOf[];
  readonly stage: StageTake;
  readonly label: string;
  /** Whether its values are those that stand in the document, or are struck with, now. */
  readonly present: boolean;
}

/** Owns the trial sheet: what is tried, over which values, and the takes of its small stages. */
@Injectable({ providedIn: 'root' })
export class TrialService {
  private readonly strikes = inject(StrikeService);
  private readonly projects = inject(ProjectService);
  private readonly kept = inject(KeptService);
  private readonly opened = inject(OpenLane);
  private readonly playback = inject(PlaybackService);
  private readonly audio = inject(AudioService);
  private readonly striker = new Striker();
  private readonly now = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly project = toSignal(inject(StageSetUps).project$);

  readonly open = signal(false);
  private readonly chosen = signal<readonly AxisChoice[]>([]);

  readonly scene = computed((): TrialScene | undefined => {
    const [now, project] = [this.now(), this.project()];
    return now && project && { sequence: now.sequence, event: now.event, seed: this.settings().seed, assets: project.assets };
  });
  readonly axes = this.chosen.asReadonly();

  /** The sheet's cells, or why there are none. */
  private readonly cells = computed((): readonly TrialCell[] | string => {
    const scene = this.scene();
    if (!this.open() || !scene) return [];
    const axes: TrialAxis[] = [];
    for (const choice of this.chosen()) {
      const axis = axisOf(choice, scene);
      if (typeof axis === 'string') return axis;
      axes.push(axis);
    }
    const { payload, seed } = this.settings();
    return axes.length === 0 ? 'there is no lane to try' : trialCells({ sequence: scene.sequence, payload, seed }, axes);
  });
  readonly problem = computed(() => {
    const cells = this.cells();
    return typeof cells === 'string' ? cells : undefined;
  });
  /** How many small stages there will be. */
  readonly count = computed(() => (typeof this.cells() === 'string' ? 0 : this.cells().length));
  /** Columns of the sheet where two things are tried; with one it falls into as many as fit. */
  readonly columns = computed(() => {
    const [scene, [first, second]] = [this.scene(), this.chosen()];
    if (!scene || !second) return undefined;
    const axis = axisOf(first, scene);
    return typeof axis === 'string' ? undefined : axis.values.length;
  });

  /** The small stages as they are struck: a slice of each frame, so that nothing else waits for them. */
  readonly stages = toSignal(
    toObservable(this.cells).pipe(
      switchMap((cells) =>
        typeof cells === 'string' || cells.length === 0
          ? of([] as readonly TrialStage[])
          : inSlices(this.strikeAll(cells)).pipe(
              scan((all: readonly TrialStage[], one) => (one === 'done' ? all : [...all, one]), [] as readonly TrialStage[]),
              startWith([] as readonly TrialStage[]),
            ),
      ),
    ),
    { initialValue: [] as readonly TrialStage[] },
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

  private *strikeAll(cells: readonly TrialCell[]): Generator<TrialStage, void> {
    const [scene, project] = [untracked(this.scene), untracked(this.project)];
    const settings = untracked(this.settings);
    const tried = untracked(this.chosen).map((choice) => choice.tried);
    if (!scene || !project) return;
    for (const cell of cells) {
      const stage = this.striker.strike(project, { ...settings, payload: cell.payload, seed: cell.seed }, cell.sequence);
      const label = cell.values.map((value, i) => valueWords(tried[i], value, scene)).join(' · ');
      const present =
        JSON.stringify([cell.sequence, cell.payload, cell.seed]) === JSON.stringify([scene.sequence, settings.payload, settings.seed]);
      yield { cell, tried, stage, label, present };
    }
  }

  /** Opens the sheet with the open lane’s first number, or that of the first lane; or closes it. */
  toggle(): void {
    this.open.update((open) => !open);
    if (!this.open()) this.audio.hear(undefined);
    else if (this.problem() !== undefined || this.chosen().length === 0) this.choose(0, this.firstTried());
  }

  close(): void {
    if (this.open()) this.toggle();
  }

  private firstTried(): TrialOf {
    const effects = this.scene()?.sequence.effects ?? [];
    const lane = effects.find(({ id }) => id === this.opened.id()) ?? effects.at(0);
    const field = lane && triableFields(lane).at(0);
    return lane && field ? { of: 'field', effect: lane.id, field: field.name } : { of: 'seed' };
  }

  /** What of the blow is tried first: its first number. */
  private blowTried({ event }: TrialScene): TrialOf {
    const field = event?.fields.find(({ type }) => type === 'number') ?? event?.fields.at(0);
    return field ? { of: 'payload', field: field.name } : { of: 'seed' };
  }

  /** Tries something else along an axis, around what is there now. */
  choose(axis: number, tried: TrialOf): void {
    const scene = this.scene();
    if (!scene) return;
    const count = this.chosen().length > 1 || axis === 1 ? usual.two : usual.one;
    this.chosen.update((chosen) => Object.assign([...chosen], { [axis]: choiceOf(tried, scene, count) }));
  }

  set(axis: number, part: Partial<Omit<AxisChoice, 'tried'>>): void {
    this.chosen.update((chosen) => chosen.map((choice, i) => (i === axis ? { ...choice, ...part } : choice)));
  }

  /** Tries a second thing as well, or only the first. */
  second(wanted: boolean): void {
    const [first] = this.chosen();
    const scene = this.scene();
    if (!scene) return;
    if (!wanted) this.chosen.set([{ ...first, count: usual.one }]);
    else this.chosen.set([{ ...first, count: usual.two }, choiceOf(this.blowTried(scene), scene, usual.two)]);
  }

  /** What is under the pointer is heard; without one, the take itself. */
  hear(one: TrialStage | undefined): void {
    this.audio.hear(one?.stage.run);
  }

  /** Makes a small stage’s values the document’s, or what is struck with: as one step to undo. */
  adopt({ cell, tried, label }: TrialStage): void {
    const sequence = this.scene()?.sequence;
    if (!sequence) return;
    const fields = tried.flatMap((one, i) => (one.of === 'field' ? [{ ...one, value: cell.values[i] }] : []));
    if (fields.length > 0)
      this.projects.edit(sequence.id, `adopt ${label}`, (before) =>
        fields.reduce((made, { effect: lane, field, value }) => withTrial(made, lane, field, value) ?? made, before),
      );
    tried.forEach((one, i) => {
      if (one.of === 'payload') this.strikes.setField(one.field, cell.values[i] as number | string | boolean);
      if (one.of === 'seed') {
        this.strikes.setSeed(cell.seed);
        this.strikes.pin(true);
      }
    });
  }

  /** Puts a small stage aside to compare with. */
  keep({ cell, label }: TrialStage): void {
    this.kept.keepState(cell.sequence, `${cell.sequence.label}, ${label}`, { payload: cell.payload, seed: cell.seed });
  }
}
