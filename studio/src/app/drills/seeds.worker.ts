import type { Drill, Project } from '@undatio/core';
import { combatPlanOf, compileContext, compileDrill, drillOnStage, judge, runDrill } from '@undatio/core/internal';

export interface SeedsAsked {
  readonly project: Project;
  readonly drill: Drill;
  readonly seeds: number;
}

export interface SeedsTold {
  readonly done: number;
  readonly of: number;
  readonly failing: readonly number[];
}

/** Seeds that are run between two words of how far it is. */
const atOnce = 50;

/** Runs a drill under one seed after another and tells which do not hold. */
addEventListener('message', ({ data: { project, drill, seeds } }: MessageEvent<SeedsAsked>) => {
  const plan = combatPlanOf(project, compileContext(project));
  const compiled = compileDrill(drillOnStage(drill, project.stages), [], plan);
  const failing: number[] = [];
  for (let seed = 0; seed < seeds; seed++) {
    const run = runDrill(plan, compiled, seed, project.stopBudget);
    if (judge(run, drill.expectations).some(({ holds }) => !holds)) failing.push(seed);
    if ((seed + 1) % atOnce === 0 || seed + 1 === seeds) postMessage({ done: seed + 1, of: seeds, failing } satisfies SeedsTold);
  }
});
