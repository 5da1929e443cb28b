import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { DocumentError, type Actor, type Drill, type KitActor } from '@undatio/core';
import {
  bodiesOfRun,
  DrillTake,
  runAndJudge,
  runDrill,
  type CombatPlan,
  type DrillRun,
  type Sight,
  type Verdict,
} from '@undatio/core/internal';
import { StageLoan } from '../playback/stageLoan';
import { ProjectService } from '../project/projectService';
import { RulesService } from '../rules/rulesService';
import { firstDifference } from './logDifference';

/** A drill as it goes, with what it was held against. */
export interface Shown {
  readonly drill: Drill;
  readonly run: DrillRun;
  readonly verdicts: readonly Verdict[];
}

/** Owns the drill that is looked at: runs it anew whenever it or the rules change, and puts it on the stage. */
@Injectable({ providedIn: 'root' })
export class DrillService {
  private readonly projects = inject(ProjectService);
  private readonly rules = inject(RulesService);
  private readonly stage = inject(StageLoan);
  private readonly project = toSignal(this.projects.project$);
  private readonly looked = signal<string | undefined>(undefined);
  /** Another seed than the drill's own. */
  readonly seed = signal<number | undefined>(undefined);

  private readonly stages = computed(() => this.project()?.stages);
  readonly drill = computed(() => this.project()?.drills.find(({ id }) => id === this.looked()));
  private readonly attempt = computed((): Shown | string | undefined => {
    const [plan, drill, seed] = [this.rules.plan(), this.drill(), this.seed()];
    if (!plan || !drill) return undefined;
    try {
      return { drill, ...runAndJudge(plan, drill, { seed, budget: untracked(this.project)?.stopBudget, stages: this.stages() }) };
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      return error.message;
    }
  });
  readonly shown = computed(() => {
    const attempt = this.attempt();
    return typeof attempt === 'object' ? attempt : undefined;
  });
  readonly problem = computed(() => {
    const attempt = this.attempt();
    return typeof attempt === 'string' ? attempt : undefined;
  });
  readonly take = computed(() => {
    const [shown, plan] = [this.shown(), this.rules.plan()];
    if (!shown || !plan) return undefined;
    const take = new DrillTake({ run: shown.run, bodies: this.bodies(), planOf: plan.planOf });
    take.showsReaches = this.reaches();
    const held = this.held();
    if (held) take.sight = held;
    return take;
  });
  /** What is in sight while something is dragged: else it would run away from the pointer. */
  private readonly held = signal<Sight | undefined>(undefined);

  holdSight(isHeld: boolean): void {
    this.held.set(isHeld ? this.take()?.sight : undefined);
  }

  /** Whether the stage shows what moves reach. */
  readonly reaches = signal(true);
  /** The same list while nobody changes, so that the stage is not drawn anew. */
  private readonly bodies = computed(
    (): readonly (Actor & KitActor)[] => {
      const [shown, project] = [this.shown(), this.project()];
      if (!shown || !project) return [];
      const { drill, run } = shown;
      return bodiesOfRun(run, drill.actors, project.actors) as (Actor & KitActor)[];
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  /** What the last edit changed first: the run before it, and the first line of the log that differs. */
  readonly difference = signal<string | undefined>(undefined);
  private before: Shown | undefined;

  constructor() {
    effect(() => {
      const [take, drill] = [this.take(), this.looked()];
      untracked(() => {
        if (drill === undefined || !take) this.stage.giveBack(this);
        else
          this.stage.show(this, {
            id: `drill ${drill}`,
            label: this.drill()?.label ?? drill,
            take,
            bodies: this.bodies(),
            stage: this.drill()?.stage,
          });
      });
    });
    effect(() => {
      const shown = this.shown();
      untracked(() => {
        const { before } = this;
        this.before = shown;
        const same = before?.drill.id === shown?.drill.id && before?.run.seed === shown?.run.seed;
        this.difference.set(before && shown && same ? firstDifference(before.run.log, shown.run.log) : undefined);
      });
    });
  }

  /** Looks at a drill; at none, the stage is given back. */
  look(id: string | undefined): void {
    if (id === this.looked()) return;
    this.seed.set(undefined);
    this.looked.set(id);
  }

  /** Where the drill first goes another way under another seed; undefined where it does not. */
  comparedWith(seed: number): string | undefined {
    const [plan, shown] = [this.rules.plan(), this.shown()];
    if (!plan || !shown) return undefined;
    const other = runDrill(plan, shown.run.drill, seed, this.project()?.stopBudget);
    return firstDifference(shown.run.log, other.log);
  }

  private readonly known = new WeakMap<Drill, { readonly plan: unknown; readonly stages: unknown; readonly holds: boolean | undefined }>();

  /** Whether all that is expected of a drill holds; undefined where nothing is, or nothing can be run. */
  holds(drill: Drill): boolean | undefined {
    const [plan, stages] = [this.rules.plan(), this.stages()];
    const before = this.known.get(drill);
    if (!plan || (before?.plan === plan && before.stages === stages)) return before?.holds;
    const holds = drill.expectations.length > 0 ? this.judgedNow(plan, drill) : undefined;
    this.known.set(drill, { plan, stages, holds });
    return holds;
  }

  private judgedNow(plan: CombatPlan, drill: Drill): boolean {
    try {
      return runAndJudge(plan, drill, { budget: untracked(this.project)?.stopBudget, stages: this.stages() }).verdicts.every(
        (verdict) => verdict.holds,
      );
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      // What is wrong with it is told where it is looked at.
      return false;
    }
  }

  edit(label: string, change: (drill: Drill) => Drill, gesture?: string): void {
    const id = this.looked();
    if (id !== undefined) this.projects.editDocument(`drills/${id}`, label, (before) => change(before as Drill), gesture);
  }
}
