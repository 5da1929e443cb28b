import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Drill, Project } from '@undatio/core';
import { DrillTake, firstDifference, namesOf, plainNames, runDrill, type CombatPlan, type Sight } from '@undatio/core/internal';
import { StageLoan, type OnLoan } from '../playback/stageLoan';
import { ProjectService } from '../project/projectService';
import { RulesService } from '../rules/rulesService';
import { bodiesOfPlayed, loanOf, planFor, playDrill, type Played } from './playedDrill';
import { sameValue } from '../shared/sameValue';

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

  /** What a drill needs of the project besides what decides: another edit lets no drill go again. */
  private readonly ground = computed(
    () => {
      const { stages, stopBudget } = this.project() ?? {};
      return { stages, stopBudget };
    },
    { equal: (a, b) => a.stages === b.stages && a.stopBudget === b.stopBudget },
  );
  readonly drill = computed(() => this.project()?.drills.find(({ id }) => id === this.looked()));
  /** Names of the project's things and of the bodies of the drill that is open. */
  readonly names = computed(() => {
    const { project, drill } = this.named();
    return project ? namesOf(project, drill) : plainNames;
  });
  /** The name of a body of the drill that is open. */
  bodyName(id: string): string {
    return this.names().of('combatant', id);
  }

  /** What has names: an edit of anything else makes no new names, and runs no drill again. */
  private readonly named = computed(() => ({ project: this.project(), drill: this.drill() }), {
    equal: (a, b) =>
      a.drill?.actors === b.drill?.actors &&
      (['events', 'statuses', 'sequences', 'actors', 'responses'] as const).every((list) => a.project?.[list] === b.project?.[list]),
  });
  private readonly attempt = computed((): Played | string | undefined => {
    const [plan, drill] = [this.rules.plan(), this.drill()];
    return plan && drill && playDrill(this.ground(), plan, drill, this.seed(), this.names());
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
    () => {
      const [shown, project] = [this.shown(), this.project()];
      return shown && project ? bodiesOfPlayed(shown, project) : [];
    },
    { equal: sameValue },
  );
  /** What the last edit changed first: the run before it, and the first line of the log that differs. */
  readonly difference = signal<string | undefined>(undefined);
  private before: Played | undefined;

  constructor() {
    effect(() => {
      const [take, drill] = [this.take(), this.looked()];
      untracked(() => {
        if (drill === undefined || !take) this.stage.giveBack(this);
        else
          this.stage.show(this, {
            what: 'drill',
            drill: this.drill(),
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
        this.difference.set(before && shown && same ? firstDifference(before.run.log, shown.run.log, this.names()) : undefined);
      });
    });
  }

  /** How a drill goes in another state of the project, or one sentence why it cannot. */
  under(project: Project, id: string): OnLoan | string {
    const drill = project.drills.find((one) => one.id === id);
    if (!drill) return 'There is no such drill in that state.';
    const plan = planFor(project);
    const played = playDrill(project, plan, drill);
    return typeof played === 'string' ? played : loanOf(played, project, plan);
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
    return firstDifference(shown.run.log, other.log, this.names());
  }

  private readonly known = new WeakMap<Drill, { readonly plan: unknown; readonly ground: unknown; readonly holds: boolean | undefined }>();

  /** Whether all that is expected of a drill holds; undefined where nothing is, or nothing can be run. */
  holds(drill: Drill): boolean | undefined {
    const [plan, ground] = [this.rules.plan(), this.ground()];
    const before = this.known.get(drill);
    if (!plan || (before?.plan === plan && before.ground === ground)) return before?.holds;
    const holds = drill.expectations.length > 0 ? this.judgedNow(plan, drill) : undefined;
    this.known.set(drill, { plan, ground, holds });
    return holds;
  }

  private judgedNow(plan: CombatPlan, drill: Drill): boolean {
    const played = playDrill(this.ground(), plan, drill);
    // What is wrong with it is told where it is looked at.
    return typeof played !== 'string' && played.verdicts.every(({ holds }) => holds);
  }

  /**
   * A drill as it is at this moment: what a view was given may be a key press behind, where several come before it is drawn anew.
   */
  asItIs(given: Drill): Drill {
    const now = untracked(this.drill);
    return now?.id === given.id ? now : given;
  }

  edit(label: string, change: (drill: Drill) => Drill, gesture?: string): void {
    const id = this.looked();
    if (id !== undefined) this.projects.editDocument(`drills/${id}`, label, (before) => change(before as Drill), gesture);
  }
}
