import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Problem, Project } from '@undatio/core';
import { combatPlanOf, ruleFindings, type CombatPlan } from '@undatio/core/internal';
import { ProjectService } from '../project/projectService';

/** What decides in the open project, resolved anew when one of its documents changes; what cannot be used is left out of it. */
@Injectable({ providedIn: 'root' })
export class RulesService {
  private readonly projects = inject(ProjectService);
  private readonly project = toSignal(this.projects.project$);
  private made: { readonly of: Project; readonly resolved: Resolved } | undefined;

  readonly resolved = computed((): Resolved | undefined => {
    const project = this.project();
    if (!project) return undefined;
    const { made } = this;
    if (made && sameRules(made.of, project)) return made.resolved;
    const problems: Problem[] = [];
    const plan = combatPlanOf(project, this.projects.compileContext(project), ({ path, expected }) =>
      problems.push({ severity: 'error', path, message: expected }),
    );
    const resolved = { project, plan, problems: [...problems, ...(problems.length === 0 ? ruleFindings(project) : [])] };
    this.made = { of: project, resolved };
    return resolved;
  });
  readonly plan = computed((): CombatPlan | undefined => this.resolved()?.plan);
  readonly findings = computed((): readonly Problem[] => this.resolved()?.problems ?? []);
}

interface Resolved {
  readonly project: Project;
  readonly plan: CombatPlan;
  readonly problems: readonly Problem[];
}

const asked = ['events', 'actors', 'statuses', 'responses', 'drills', 'sequences', 'assets', 'stopBudget'] as const;

function sameRules(a: Project, b: Project): boolean {
  return asked.every((name) => a[name] === b[name]);
}
