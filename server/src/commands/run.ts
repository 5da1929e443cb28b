import { stringify } from 'csv-stringify/sync';
import { DocumentError, type Drill, type Project } from '@undatio/core';
import {
  combatPlanOf,
  compileContext,
  expectationWords,
  runAndJudge,
  type CombatPlan,
  type Happening,
  type LogEntry,
  type Verdict,
} from '@undatio/core/internal';
import { parseSeed } from './bake.js';
import { junitReport } from './junitReport.js';
import { writeOut } from './output.js';
import { ProblemsFound, UsageError, usableProject } from './projectArgument.js';
import { sink } from './sink.js';

export interface RunOptions {
  drill?: string;
  junit?: string;
  seed?: string;
  seeds?: string;
  format: string;
  out?: string;
}

/**
 * `undatio run`: lets a drill go, or all of a project where none is named, tells what came of it, and throws ProblemsFound when an
 * expectation does not hold.
 */
export async function run(argument: string, options: RunOptions): Promise<void> {
  const { format } = options;
  if (format !== 'csv' && format !== 'json') throw new UsageError(`expected --format json or csv, found "${format}"`);
  if (options.seed !== undefined && options.seeds !== undefined) throw new UsageError('expected --seed or --seeds, found both');
  const { project } = await usableProject(argument);
  if (options.drill === undefined) {
    if (options.seeds !== undefined || options.seed !== undefined) throw new UsageError('expected --drill with --seed or --seeds');
    if (!(await runAll(project, planOf(project), options))) throw new ProblemsFound();
    return;
  }
  if (options.junit !== undefined) throw new UsageError('expected --junit without --drill: it reports on all drills');
  const drill = project.drills.find(({ id }) => id === options.drill);
  if (!drill)
    throw new UsageError(
      `expected --drill to be one of ${project.drills.map(({ id }) => id).join(', ') || 'none: it has no drills'}, found "${options.drill}"`,
    );
  const plan = planOf(project);
  const holds =
    options.seeds === undefined
      ? await runOne(project, plan, drill, options.seed === undefined ? drill.seed : parseSeed(options.seed), format, options.out)
      : await runMany(project, plan, drill, parseSeeds(options.seeds), format, options.out);
  if (!holds) throw new ProblemsFound();
}

function planOf(project: Project): CombatPlan {
  try {
    return combatPlanOf(project, compileContext(project));
  } catch (error) {
    throw error instanceof DocumentError ? new UsageError(error.message) : error;
  }
}

async function runOne(
  project: Project,
  plan: CombatPlan,
  drill: Drill,
  seed: number,
  format: string,
  out: string | undefined,
): Promise<boolean> {
  const { run: went, verdicts } = runAndJudge(plan, drill, { seed, budget: project.stopBudget, stages: project.stages });
  const text =
    format === 'csv'
      ? stringify(went.log.map(logRow), { header: true, columns: [...logColumns] })
      : JSON.stringify(
          {
            drill: drill.id,
            seed,
            length: drill.length,
            log: went.log,
            history: went.history,
            cues: went.cues,
            expectations: told(drill, verdicts),
          },
          null,
          1,
        ) + '\n';
  await writeOut([text], out);
  const failing = verdicts.filter(({ holds }) => !holds);
  drill.expectations.forEach((expectation, i) => {
    if (!verdicts[i].holds) sink.tell(`does not hold: ${expectationWords(expectation)}; found: ${verdicts[i].found}`);
  });
  sink.tell(`${went.log.length} events; ${verdicts.length - failing.length} of ${verdicts.length} expectations hold`);
  return failing.length === 0;
}

/** Every drill with its own seed. Writes the report that test servers read, where it is asked for. */
async function runAll(project: Project, plan: CombatPlan, { junit, format, out }: RunOptions): Promise<boolean> {
  if (project.drills.length === 0) throw new UsageError('expected a project with drills, it has none');
  const rows = project.drills.map((drill) => {
    const { run: went, verdicts } = runAndJudge(plan, drill, { budget: project.stopBudget, stages: project.stages });
    return { drill: drill.id, label: drill.label, events: went.log.length, expectations: told(drill, verdicts) };
  });
  const failing = rows.filter(({ expectations }) => expectations.some(({ holds }) => !holds));
  if (junit !== undefined) {
    const suites = rows.map(({ label, expectations }) => ({
      name: label,
      tests: expectations.map(({ expected, holds, found }) => ({ name: expected, failure: holds ? undefined : `found: ${found}` })),
    }));
    await writeOut([junitReport(project.label, suites)], junit);
  }
  const text =
    format === 'csv'
      ? stringify(
          rows.map(({ drill, events, expectations }) => ({
            drill,
            events,
            expectations: expectations.length,
            failing: expectations.flatMap(({ holds, expected, found }) => (holds ? [] : [`${expected}; found: ${found}`])).join(' | '),
          })),
          { header: true, columns: ['drill', 'events', 'expectations', 'failing'] },
        )
      : JSON.stringify({ drills: rows.map(({ label: _, ...row }) => row) }, null, 1) + '\n';
  await writeOut([text], out);
  for (const { drill, expectations } of rows) {
    for (const { holds, expected, found } of expectations) if (!holds) sink.tell(`${drill}: does not hold: ${expected}; found: ${found}`);
    if (expectations.length === 0) sink.tell(`${drill}: has no expectations, so that nothing is tested`);
  }
  sink.tell(`${rows.length - failing.length} of ${rows.length} drills hold`);
  return failing.length === 0;
}

async function runMany(
  project: Project,
  plan: CombatPlan,
  drill: Drill,
  [first, last]: readonly [number, number],
  format: string,
  out: string | undefined,
): Promise<boolean> {
  const rows = Array.from({ length: last - first + 1 }, (_, i) => {
    const seed = first + i;
    const { run: went, verdicts } = runAndJudge(plan, drill, { seed, budget: project.stopBudget, stages: project.stages });
    const failing = told(drill, verdicts).filter(({ holds }) => !holds);
    return { seed, holds: failing.length === 0, events: went.log.length, failing };
  });
  const failing = rows.filter(({ holds }) => !holds);
  const share = (rows.length - failing.length) / rows.length;
  const text =
    format === 'csv'
      ? stringify(
          rows.map((row) => ({
            ...row,
            holds: String(row.holds),
            failing: row.failing.map(({ expected, found }) => `${expected}; found: ${found}`).join(' | '),
          })),
          { header: true, columns: ['seed', 'holds', 'events', 'failing'] },
        )
      : JSON.stringify({ drill: drill.id, seeds: [first, last], share, failing }, null, 1) + '\n';
  await writeOut([text], out);
  if (drill.expectations.length === 0) {
    sink.tell(`${rows.length} seeds were run; the drill has no expectations, so that nothing is tested`);
    return true;
  }
  sink.tell(
    `${rows.length - failing.length} of ${rows.length} seeds hold${failing.length > 0 ? `; the first that does not is ${failing[0].seed}` : ''}`,
  );
  return failing.length === 0;
}

function told(drill: Drill, verdicts: readonly Verdict[]): { expected: string; holds: boolean; found: string }[] {
  return drill.expectations.map((expectation, i) => ({
    expected: expectationWords(expectation),
    holds: verdicts[i].holds,
    found: verdicts[i].found,
  }));
}

const mostSeeds = 100_000;

function parseSeeds(text: string): readonly [number, number] {
  const [, a, b] = /^(\d+)\.\.(\d+)$/.exec(text) ?? [];
  const [first, last] = [Number(a), Number(b)];
  if (a === undefined || last < first || last > 0xffffffff || last - first >= mostSeeds)
    throw new UsageError(`expected --seeds as A..B, at most ${mostSeeds} of them, found "${text}"`);
  return [first, last];
}

const logColumns = ['at', 'number', 'event', 'source', 'target', 'standing', 'answered', 'passed', 'happened'] as const;

/** One line of the log for a table. */
function logRow({
  at,
  number,
  event,
  source,
  target,
  standing,
  rungs,
  happened,
  refused,
}: LogEntry): Record<(typeof logColumns)[number], string | number> {
  const of = (answer: string) => rungs.filter((one) => one.answer === answer);
  return {
    at,
    number,
    event,
    source,
    target,
    standing,
    answered: of('answered')
      .map(({ rung }) => rung)
      .join(' '),
    passed: of('passed')
      .map(({ rung, why }) => `${rung}: ${why}`)
      .join(' | '),
    happened: refused ?? happened.map(happeningText).join(' | '),
  };
}

function happeningText(one: Happening): string {
  return Object.values(one).join(' ');
}
