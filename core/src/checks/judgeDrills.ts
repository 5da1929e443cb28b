import { compileDrill, runDrill, type DrillRun } from '../combat/drill.js';
import { expectationWords, judge } from '../combat/expectations/registry.js';
import type { FightNames } from '../combat/parts/fightNames.js';
import { namesOf } from '../model/projectNames.js';
import type { Verdict } from '../combat/expectations/expectation.js';
import type { CombatPlan } from '../combat/plan.js';
import { formatPath } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import { drillOnStage } from '../model/stageSetUp.js';
import type { Drill, Project } from '../model/project.js';
import type { Uint32 } from '../units.js';
import { compileContext } from './compileContext.js';
import { combatPlanOf } from './checkRules.js';

/** Runs a drill and holds it against what is expected of it. */
export function runAndJudge(
  plan: CombatPlan,
  drill: Drill,
  {
    seed = drill.seed,
    budget,
    stages,
    names,
  }: {
    readonly seed?: Uint32;
    readonly budget?: Project['stopBudget'];
    readonly stages?: Project['stages'];
    readonly names?: FightNames;
  } = {},
): { readonly run: DrillRun; readonly verdicts: readonly Verdict[] } {
  const run = runDrill(plan, compileDrill(drillOnStage(drill, stages), [], plan), seed, budget);
  return { run, verdicts: judge(run, drill.expectations, names) };
}

/** The expectations of a project's drills that do not hold: each drill is a test. Of a project without errors. */
export function judgeDrills(project: Project): Problem[] {
  if (project.drills.length === 0) return [];
  const plan = combatPlanOf(project, compileContext(project));
  return project.drills.flatMap((drill, i) => {
    const names = namesOf(project, drill);
    return runAndJudge(plan, drill, { budget: project.stopBudget, stages: project.stages, names }).verdicts.flatMap(
      ({ holds, found }, k): Problem[] =>
        holds
          ? []
          : [
              errorAt(
                formatPath(['drills', i, 'expectations', k]),
                `expected in "${drill.label}": ${expectationWords(drill.expectations[k], names)}; found: ${found}`,
              ),
            ],
    );
  });
}
