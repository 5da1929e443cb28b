import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Project, StageSetUp, StoredSettings } from '@undatio/core';
import { actorsOn } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';
import { Choice, type Option } from '../shared/choice';
import { EdgeFields, withEdge, type EdgeChange } from '../shared/edgeFields';
import { likelyAsset } from '../shared/likelyAsset';
import { RadioKeys } from '../shared/radioKeys';
import { ScrubNumber, type NumberChange } from '../shared/scrubNumber';
import { StageSetUps } from '../stage/stageSetUps';
import { roleWords, roles, type Picture } from './actorEdits';
import {
  standingOn,
  withBackdrop,
  withBackground,
  withBodyPut,
  withBodyScaled,
  withNewBody,
  withNewStage,
  withoutBody,
  withoutStage,
  withStage,
  withStageBody,
  withStageCopied,
  type StageBody,
  type Standing,
} from './setUpEdits';

/** The stages of a project: which is looked at, who stands on it as what, and what is behind them. */
@Component({
  selector: 'und-actor-stage',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, EdgeFields, RadioKeys, ScrubNumber],
  templateUrl: './actorStage.html',
  styleUrl: './actorStage.scss',
})
export class ActorStage {
  readonly project = input.required<Project>();
  readonly setUp = input.required<StageSetUp | undefined>();
  /** Which body of it is worked on. */
  readonly here = input.required<Standing | undefined>();
  readonly picked = output<Standing>();

  private readonly projects = inject(ProjectService);
  private readonly stages = inject(StageSetUps);

  protected readonly axes = ['x', 'y'] as const;
  protected readonly all = computed(() => this.project().stages ?? []);
  protected readonly standing = computed(() => standingOn(this.project().actors, this.setUp()));
  protected readonly roleOptions = roles.map((role): Option => ({ value: role, label: roleWords[role] }));
  protected readonly roleWords = roleWords;
  protected readonly actorOptions = computed(() => this.project().actors.map(({ id, label }): Option => ({ value: id, label })));
  private readonly pictures = computed(() => this.project().assets.filter((asset): asset is Picture => asset.type === 'picture'));
  protected readonly pictureOptions = computed(() => this.pictures().map(({ id, label }): Option => ({ value: id, label })));
  protected readonly behindOptions: readonly Option[] = [
    { value: '', label: 'the studio’s own' },
    { value: 'colour', label: 'a colour' },
    { value: 'picture', label: 'a picture' },
  ];

  protected choose(stage: StageSetUp): void {
    this.stages.choose(stage.id);
  }

  protected add(): void {
    const made = this.made((settings) => withNewStage(settings, this.project()), 'new stage');
    if (made) this.stages.choose(made);
  }

  protected copy(stage: StageSetUp): void {
    const made = this.made((settings) => withStageCopied(settings, stage), `copy ${stage.label}`);
    if (made) this.stages.choose(made);
  }

  private made(
    make: (settings: StoredSettings) => { readonly settings: StoredSettings; readonly id: string },
    label: string,
  ): string | undefined {
    let id: string | undefined;
    this.projects.editSettings(label, (settings) => {
      const after = make(settings);
      id = after.id;
      return after.settings;
    });
    return id;
  }

  protected remove(stage: StageSetUp): void {
    this.projects.editSettings(`remove ${stage.label}`, (settings) => withoutStage(settings, stage.id));
  }

  protected relabel(stage: StageSetUp, box: HTMLInputElement): void {
    const label = box.value.trim();
    if (label === '') box.value = stage.label;
    else if (label !== stage.label) this.edit('rename', (before) => ({ ...before, label }));
  }

  /** Others than all as they are: begins with all as they are. */
  protected chooseBodies(): void {
    this.edit('who stands on it', (before) => ({
      ...before,
      bodies: actorsOn(this.project().actors, undefined).map(({ id }) => ({ actor: id })),
    }));
  }

  protected setRole(at: number, role: string): void {
    this.edit('role', (before) => withStageBody(before, at, { role: role as StageBody['role'] }));
  }

  protected setPlace({ at, place, actor }: Standing, axis: 'x' | 'y', { value, gesture }: NumberChange): void {
    const to = { ...place, [axis]: value };
    if (at !== undefined) this.edit(`place of ${actor.label}`, (before) => withBodyPut(before, at, to), gesture);
  }

  protected scaleOf(at: number): number {
    return this.setUp()?.bodies?.[at]?.scale ?? 1;
  }

  protected setScale(at: number, { value, gesture }: NumberChange): void {
    this.edit('size', (before) => withBodyScaled(before, this.project().actors, at, value), gesture);
  }

  protected join(id: string): void {
    const actor = this.project().actors.find((one) => one.id === id);
    if (actor) this.edit(`${actor.label} joins`, (before) => withNewBody(before, this.project().actors, actor));
  }

  protected leave({ at, actor }: Standing): void {
    if (at !== undefined) this.edit(`${actor.label} leaves`, (before) => withoutBody(before, at));
  }

  protected setBehind(of: string): void {
    const picture = likelyAsset(this.project(), 'picture', 'background')?.id;
    this.edit('background', (before) =>
      withBackground(
        before,
        of === 'colour'
          ? { of, colour: '#76878a' }
          : of === 'picture' && picture !== undefined
            ? { of, picture, x: 0, y: 0, width: this.project().conventions.viewWidth }
            : undefined,
      ),
    );
  }

  protected setColour(colour: string): void {
    this.edit('background', (before) => withBackground(before, { of: 'colour', colour }), 'background colour');
  }

  protected setPicture(picture: string): void {
    this.edit('background', (before) => withBackdrop(before, { picture }));
  }

  protected setBackdrop(name: 'x' | 'y' | 'width', { value, gesture }: NumberChange): void {
    this.edit('background', (before) => withBackdrop(before, { [name]: value }), gesture);
  }

  protected setGround(ground: boolean): void {
    this.edit('ground', (before) => ({ ...before, ground }));
  }

  protected setEdge(change: EdgeChange): void {
    this.edit(
      `edge, ${change.side}`,
      ({ edges = {}, ...before }) => {
        const left = withEdge(edges, change);
        return left ? { ...before, edges: left } : before;
      },
      change.gesture,
    );
  }

  protected setZoom({ value, gesture }: NumberChange): void {
    this.edit('zoom', (before) => ({ ...before, zoom: value }), gesture);
  }

  private edit(what: string, change: (before: StageSetUp) => StageSetUp, gesture?: string): void {
    const setUp = this.setUp();
    this.projects.editSettings(`${setUp?.label ?? 'stage'}: ${what}`, (settings) => withStage(settings, setUp?.id, change), gesture);
  }
}
