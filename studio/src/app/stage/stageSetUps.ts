import { inject, Injectable } from '@angular/core';
import type { Actor, Project, StageSetUp } from '@undatio/core';
import { actorsOn } from '@undatio/core/internal';
import { BehaviorSubject, combineLatest, distinctUntilChanged, map, shareReplay } from 'rxjs';
import { ProjectService } from '../project/projectService';

/** The project as it stands on a stage, and that stage; none where every actor stands as it is. */
export interface OnStage {
  readonly project: Project;
  readonly setUp: StageSetUp | undefined;
}

/** Who stands on the stage on loan, and on which of the project's; on none of them where nothing is said. */
interface Lent {
  readonly actors: readonly Actor[];
  readonly stage?: string | undefined;
}

/** Where a window remembers which stage of a project it looks at. */
const keyOf = (project: string): string => `undatio stage of ${project}`;

/** Which of the project's stages is struck on in this window, and who stands on it. */
@Injectable({ providedIn: 'root' })
export class StageSetUps {
  private readonly projects = inject(ProjectService);
  private readonly chosen = new BehaviorSubject<string | undefined>(undefined);
  /** Who stands on the stage while a drill is shown. */
  private readonly lent = new BehaviorSubject<Lent | undefined>(undefined);
  /** The stage as it stood last, and the project it was of. */
  private last: OnStage | undefined;
  private lastOf: Project | undefined;
  private lending: (Lent & { readonly of: Project; readonly on: OnStage }) | undefined;
  private kept: { readonly actors: readonly Actor[]; readonly bodies: StageSetUp['bodies']; readonly on: Actor[] } | undefined;

  /** Emits the project as it stands on the chosen stage, whoever may stand there on loan. */
  readonly own$ = combineLatest([this.projects.project$, this.chosen]).pipe(
    map(([project]) => this.stand(project)),
    distinctUntilChanged(),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  /** Emits what stands on the stage now, with every change of it. */
  readonly onStage$ = combineLatest([this.own$, this.lent]).pipe(
    map(([own, lent]) => (lent ? this.standing(own.project, lent) : own)),
    distinctUntilChanged(),
    shareReplay({ bufferSize: 1, refCount: false }),
  );
  readonly project$ = this.onStage$.pipe(map(({ project }) => project));

  /** The project as it stands on the chosen stage now. */
  get project(): Project | undefined {
    const { project } = this.projects;
    return project && this.stand(project).project;
  }

  /** Lets others stand on the stage until it is given back. */
  lend(actors: readonly Actor[] | undefined, stage?: string): void {
    const { value } = this.lent;
    if (actors !== value?.actors || stage !== value?.stage) this.lent.next(actors && { actors, stage });
  }

  private standing(project: Project, { actors, stage }: Lent): OnStage {
    if (this.lending?.of !== project || this.lending.actors !== actors || this.lending.stage !== stage) {
      const setUp = project.stages?.find(({ id }) => id === stage);
      this.lending = { of: project, actors, stage, on: { project: { ...project, actors: [...actors] }, setUp } };
    }
    return this.lending.on;
  }

  /** Strikes on another stage of the project from now on. */
  choose(id: string): void {
    const { project } = this.projects;
    if (project) sessionStorage.setItem(keyOf(project.id), id);
    this.chosen.next(id);
  }

  /** The chosen stage of a project, the first where none was chosen or it is gone. */
  setUpOf({ id, stages = [] }: Pick<Project, 'id' | 'stages'>): StageSetUp | undefined {
    const wanted = this.chosen.value ?? sessionStorage.getItem(keyOf(id));
    return stages.find((stage) => stage.id === wanted) ?? stages.at(0);
  }

  private stand(project: Project): OnStage {
    const setUp = this.setUpOf(project);
    if (this.last && this.lastOf === project && this.last.setUp === setUp) return this.last;
    this.lastOf = project;
    const on = this.actorsOf(project, setUp);
    this.last = { setUp, project: on === project.actors ? project : { ...project, actors: on } };
    return this.last;
  }

  /** The same list as long as nothing of it changes, so that nothing is made anew that hangs on it. */
  private actorsOf({ actors }: Project, setUp: StageSetUp | undefined): Actor[] {
    const bodies = setUp?.bodies;
    if (this.kept?.actors !== actors || this.kept.bodies !== bodies) {
      const on = actorsOn(actors, bodies && { bodies });
      this.kept = { actors, bodies, on: on === actors ? actors : [...on] };
    }
    return this.kept.on;
  }
}
