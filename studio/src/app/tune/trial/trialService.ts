import { computed, inject, Injectable, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { trialCells, withTrial, type TrialAxis, type TrialCell, type TrialOf } from '@undatio/core/internal';
import { KeptService } from '../../playback/keptService';
import { Striker } from '../../playback/striker';
import { StrikeService } from '../../playback/strikeService';
import { ProjectService } from '../../project/projectService';
import { StageSetUps } from '../../stage/stageSetUps';
import { OpenLane } from '../openLane';
import { fieldOf } from '../sequenceEdits';
import { axisOf, choiceOf, rangeOf, triableFields, valueWords, type TrialScene } from './trialChoices';
import { TrialDesk, type AxisChoice, type TrialChoosing, type TrialOption, type TrialStage } from './trialDesk';
import { sameValue } from '../../shared/sameValue';

const lanePrefix = 'lane ';

/** The trial sheet of a sequence: numbers, colours, sounds of its lanes, fields of the blow, and the seed. */
@Injectable({ providedIn: 'root' })
export class TrialService extends TrialDesk<TrialOf, TrialCell> {
  private readonly strikes = inject(StrikeService);
  private readonly projects = inject(ProjectService);
  private readonly kept = inject(KeptService);
  private readonly opened = inject(OpenLane);
  private readonly striker = new Striker();
  private readonly now = toSignal(this.strikes.stage$);
  private readonly settings = toSignal(this.strikes.settings$, { requireSync: true });
  private readonly project = toSignal(inject(StageSetUps).project$);

  readonly scene = computed((): TrialScene | undefined => {
    const [now, project] = [this.now(), this.project()];
    return now && project && { sequence: now.sequence, event: now.event, seed: this.settings().seed, assets: project.assets };
  });

  readonly choosing: TrialChoosing<TrialOf> = {
    owners: (tried) => [
      ...this.effects().map(({ id, label }) => ({ value: lanePrefix + id, label: label ?? id })),
      { value: 'payload', label: 'the blow' },
      { value: 'seed', label: 'the seed' },
      ...this.goneLane(tried),
    ],
    ownerOf: (tried) => (tried.of === 'field' ? lanePrefix + tried.effect : tried.of),
    firstOf: (owner) => this.firstOf(owner),
    fields: (tried) => {
      if (tried.of === 'payload') return (this.scene()?.event?.fields ?? []).map(({ name, label }) => ({ value: name, label }));
      const lane = this.laneOf(tried);
      return lane ? triableFields(lane).map(({ name, label }) => ({ value: name, label })) : [];
    },
    fieldOf: (tried) => (tried.of === 'seed' ? '' : tried.field),
    withField: (tried, field) => (tried.of === 'seed' ? tried : { ...tried, field }),
    rangeOf: (tried) => {
      const scene = this.scene();
      return scene ? rangeOf(tried, scene) : 'none';
    },
    unitOf: (tried) => {
      const lane = this.laneOf(tried);
      const field = lane && tried.of === 'field' ? fieldOf(lane.kind, tried.field) : undefined;
      return field?.control === 'value' ? field.unit : '';
    },
  };

  private readonly effects = computed(() => this.scene()?.sequence.effects ?? []);

  private laneOf(tried: TrialOf): TrialScene['sequence']['effects'][number] | undefined {
    return tried.of === 'field' ? this.effects().find(({ id }) => id === tried.effect) : undefined;
  }

  /** The lane that is tried, where it is not there any more: said, so that nothing else seems to be chosen. */
  private goneLane(tried: TrialOf): TrialOption[] {
    if (tried.of !== 'field' || this.laneOf(tried)) return [];
    return [{ value: lanePrefix + tried.effect, label: `${tried.effect} (gone)` }];
  }

  private firstOf(owner: string): TrialOf | undefined {
    if (owner === 'seed') return { of: 'seed' };
    if (owner === 'payload') {
      const first = this.scene()?.event?.fields.at(0);
      return first && { of: 'payload', field: first.name };
    }
    const lane = this.effects().find(({ id }) => lanePrefix + id === owner);
    const first = lane && triableFields(lane).at(0);
    return lane && first && { of: 'field', effect: lane.id, field: first.name };
  }

  protected cellsOf(choices: readonly AxisChoice<TrialOf>[]): readonly TrialCell[] | string {
    const scene = this.scene();
    if (!scene) return [];
    const axes: TrialAxis[] = [];
    for (const choice of choices) {
      const axis = axisOf(choice, scene);
      if (typeof axis === 'string') return axis;
      axes.push(axis);
    }
    const { payload, seed } = this.settings();
    return axes.length === 0 ? 'there is no lane to try' : trialCells({ sequence: scene.sequence, payload, seed }, axes);
  }

  protected countOf(choice: AxisChoice<TrialOf>): number | undefined {
    const scene = this.scene();
    const axis = scene && axisOf(choice, scene);
    return typeof axis === 'object' ? axis.values.length : undefined;
  }

  protected choiceOf(tried: TrialOf, count: number): AxisChoice<TrialOf> | undefined {
    const scene = this.scene();
    return scene && choiceOf(tried, scene, count);
  }

  protected *played(cells: readonly TrialCell[]): Generator<TrialStage<TrialOf, TrialCell>, void> {
    const [scene, project] = [untracked(this.scene), untracked(this.project)];
    const settings = untracked(this.settings);
    const tried = untracked(this.chosen).map((choice) => choice.tried);
    if (!scene || !project) return;
    for (const cell of cells) {
      const stage = this.striker.strike(project, { ...settings, payload: cell.payload, seed: cell.seed }, cell.sequence);
      const label = cell.values.map((value, i) => valueWords(tried[i], value, scene)).join(' · ');
      const present = sameValue([cell.sequence, cell.payload, cell.seed], [scene.sequence, settings.payload, settings.seed]);
      yield { cell, tried, stage, label, present };
    }
  }

  /** The open lane’s first number, or that of the first lane. */
  protected firstTried(): TrialOf {
    const effects = this.effects();
    const lane = effects.find(({ id }) => id === this.opened.id()) ?? effects.at(0);
    return (lane && this.firstOf(lanePrefix + lane.id)) ?? { of: 'seed' };
  }

  /** The first number of the blow. */
  protected secondTried(): TrialOf {
    const fields = this.scene()?.event?.fields ?? [];
    const field = fields.find(({ type }) => type === 'number') ?? fields.at(0);
    return field ? { of: 'payload', field: field.name } : { of: 'seed' };
  }

  /** Makes a small stage’s values the document’s, or what is struck with: as one step to undo. */
  adopt({ cell, tried, label }: TrialStage<TrialOf, TrialCell>): void {
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

  keep({ cell, label }: TrialStage<TrialOf, TrialCell>): void {
    this.kept.keepState(cell.sequence, `${cell.sequence.label}, ${label}`, { payload: cell.payload, seed: cell.seed });
  }
}
