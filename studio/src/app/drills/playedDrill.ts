import { DocumentError, type Actor, type Drill, type KitActor, type Project } from '@undatio/core';
import {
  bodiesOfRun,
  combatPlanOf,
  compileContext,
  DrillTake,
  runAndJudge,
  type CombatPlan,
  type DrillRun,
  type FightNames,
  type Verdict,
} from '@undatio/core/internal';
import type { OnLoan } from '../playback/stageLoan';

/** A drill as it goes, with what it was held against. */
export interface Played {
  readonly drill: Drill;
  readonly run: DrillRun;
  readonly verdicts: readonly Verdict[];
}

/** What decides in a project, as far as it can be used. */
export function planFor(project: Project): CombatPlan {
  return combatPlanOf(project, compileContext(project), () => undefined);
}

/** Lets a drill go in a project, or says in one sentence why it cannot. */
export function playDrill(
  project: Pick<Project, 'stopBudget' | 'stages'>,
  plan: CombatPlan,
  drill: Drill,
  seed?: number,
  names?: FightNames,
): Played | string {
  try {
    return { drill, ...runAndJudge(plan, drill, { seed, budget: project.stopBudget, stages: project.stages, ...(names && { names }) }) };
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return error.message;
  }
}

/** Everybody on the stage of a drill: its cast, then those who come about. */
export function bodiesOfPlayed({ drill, run }: Played, { actors }: Pick<Project, 'actors'>): readonly (Actor & KitActor)[] {
  return bodiesOfRun(run, drill.actors, actors) as (Actor & KitActor)[];
}

/** A played drill as it is put on a stage. */
export function loanOf(played: Played, project: Project, { planOf }: CombatPlan): OnLoan {
  const { drill, run } = played;
  const bodies = bodiesOfPlayed(played, project);
  const take = new DrillTake({ run, bodies, planOf });
  return { what: 'drill', drill, id: `drill ${drill.id}`, label: drill.label, take, bodies, stage: drill.stage };
}
