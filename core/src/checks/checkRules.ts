import { compileCombat, type CombatDocuments } from '../combat/compileCombat.js';
import { compileDrill } from '../combat/drill.js';
import type { CombatPlan, CompiledRung } from '../combat/plan.js';
import { DocumentError } from '../model/documentError.js';
import { errorAt, type Problem } from '../model/problem.js';
import type { Project } from '../model/project.js';
import { compileSequence, type CompileContext } from '../take/compile.js';
import type { SequencePlan } from '../take/plan.js';
import { ruleFindings } from './ruleFindings.js';
import { usesOfExpectations } from './ruleUses.js';
import { unmetUses } from './uses.js';

/** What was resolved of a project, for the next state of it: an edit costs what it changed. */
interface Resolved extends Pick<Project, 'actors' | 'statuses' | 'sequences' | 'assets'> {
  readonly plan: CombatPlan;
  readonly ladders: WeakMap<object, readonly CompiledRung[]>;
}

const asked = ['actors', 'statuses', 'sequences', 'assets'] as const;
const resolved = new WeakMap<Project['events'], Resolved>();

/** Everything that decides, of a project that can be used. Sequences are compiled when they are first played. */
export function combatPlanOf(project: Project, context: CompileContext, problem?: (error: DocumentError) => void): CombatPlan {
  const known = resolved.get(project.events);
  const before = known && asked.every((name) => known[name] === project[name]) ? known : undefined;
  const wrong: string[] = [];
  const tell = (error: DocumentError): void => {
    wrong.push(error.path);
    if (!problem) throw error;
    problem(error);
  };
  const plan = compileCombat(
    project satisfies CombatDocuments,
    new Set(project.sequences.map(({ id }) => id)),
    before?.plan.planOf ?? sequencePlans(project, context),
    tell,
    before && { ...before.plan, ladderOf: (document) => before.ladders.get(document) },
  );
  // What cannot be used is told anew each time.
  if (wrong.every((path) => path.startsWith('responses['))) {
    const { actors, statuses, sequences, assets } = project;
    const ladders = new WeakMap<object, readonly CompiledRung[]>();
    project.responses.forEach((response, i) => {
      const rungs = plan.ladders.get(response.event);
      if (rungs && !wrong.some((path) => path.startsWith(`responses[${i}]`))) ladders.set(response, rungs);
    });
    resolved.set(project.events, { actors, statuses, sequences, assets, plan, ladders });
  }
  return plan;
}

/** Compiles each sequence when it is first asked for. */
function sequencePlans(project: Project, context: CompileContext): (id: string) => SequencePlan {
  const made = new Map<string, SequencePlan>();
  const places = new Map(project.sequences.map(({ id }, i) => [id, i]));
  return (id) => {
    let plan = made.get(id);
    if (!plan) {
      const place = places.get(id) ?? -1;
      made.set(id, (plan = compileSequence(project.sequences[place], ['sequences', place], context)));
    }
    return plan;
  };
}

/** What is wrong with responses, statuses and drills. `knownEvents` are read already. */
export function checkRules(project: Project, context: CompileContext): Problem[] {
  const problems: Problem[] = [];
  const tell = (error: DocumentError): void => void problems.push(errorAt(error.path, error.expected));
  // Of a sequence only its event is asked for here: whether it can be played is checked where it stands.
  const eventOf = (id: string): SequencePlan => {
    const event = context.events.get(project.sequences.find((sequence) => sequence.id === id)?.event ?? '');
    if (!event) throw new DocumentError(['sequences'], `expected a sequence of the project, found "${id}"`);
    return { id, event, standing: context.standing, effects: [] };
  };
  const plan = compileCombat(project satisfies CombatDocuments, new Set(project.sequences.map(({ id }) => id)), eventOf, tell);
  project.drills.forEach((drill, i) => {
    try {
      compileDrill(drill, ['drills', i], plan);
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      tell(error);
    }
  });
  problems.push(...expectedAndGone(project));
  // Paths of what is told of events twice, here and where events are checked, are the same.
  return problems.length > 0 ? problems : ruleFindings(project);
}

/** Reports expectations of drills that name events, statuses or sequences that do not exist. */
function expectedAndGone({ events, statuses, sequences, drills }: Project): Problem[] {
  if (drills.every(({ expectations }) => expectations.length === 0)) return [];
  const known = new Map(
    Object.entries({ events, statuses, sequences }).map(([name, list]) => [
      name,
      new Map<string, object>(list.map((one) => [one.id, one])),
    ]),
  );
  return drills.flatMap(({ expectations }, i) =>
    usesOfExpectations(expectations).flatMap((use) =>
      unmetUses([{ ...use, path: `drills[${i}].${use.path}` }], known.get(use.collection)?.get(use.id)),
    ),
  );
}
