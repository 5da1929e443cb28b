import { config } from 'zod';
import type { Problem } from '@undatio/core';
import { comfortProblems, flashProblems, flashSuspects, judgeDrills, readPictureLights } from '@undatio/core/internal';
import type { ProjectSource } from '../projectFile.js';
import { ProblemsFound, readProjectArgument } from './projectArgument.js';
import { sink } from './sink.js';

/** `undatio check`: tells the problems; throws ProblemsFound when any is an error. */
export async function check(project: string, { json }: { json?: boolean }): Promise<void> {
  // A schema that is used once is read faster than it is compiled.
  config({ jitless: true });
  const { source, problems: told } = await readProjectArgument(project);
  // Drills are tests: those of a project that can be used are run. And what nobody is told who has turned something down.
  const problems = source
    ? [...told, ...judgeDrills(source.project), ...comfortProblems(source.project), ...(await flashesOf(source))]
    : told;
  if (json) await sink.out(JSON.stringify(problems, null, 1) + '\n');
  else for (const { severity, path, message } of problems) await sink.out(`${severity}: ${path}: ${message}\n`);
  if (problems.some((problem) => problem.severity === 'error')) throw new ProblemsFound();
  sink.tell(problems.length === 0 ? 'no problems' : `${problems.length} warnings`);
}

/** What flashes too often: pictures are looked at only where anything could. */
async function flashesOf(source: ProjectSource): Promise<Problem[]> {
  const suspects = flashSuspects(source.project);
  if (suspects.length === 0) return [];
  const { pictureLights } = await import('../pictureLights.js');
  return flashProblems(source.project, suspects, readPictureLights(await pictureLights(source)));
}
