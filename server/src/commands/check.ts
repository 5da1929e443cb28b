import { config } from 'zod';
import type { Problem } from '@undatio/core';
import {
  comfortProblems,
  drillSuspects,
  flashProblems,
  flashSuspects,
  judgeDrills,
  readingProblems,
  readPictureLights,
} from '@undatio/core/internal';
import type { ProjectSource } from '../projectFile.js';
import { ProblemsFound, readProjectArgument } from './projectArgument.js';
import { sink } from './sink.js';

export interface CheckOptions {
  readonly json?: boolean;
  /** Whether drills and every ground are looked at as well, and what does not read is told: that takes its time. */
  readonly light?: boolean;
}

/** `undatio check`: tells the problems; throws ProblemsFound when any is an error. */
export async function check(project: string, { json, light = false }: CheckOptions): Promise<void> {
  // A schema that is used once is read faster than it is compiled.
  config({ jitless: true });
  const { source, problems: told } = await readProjectArgument(project);
  // Drills are tests: those of a project that can be used are run. And what nobody is told who has turned something down.
  const problems = source
    ? [...told, ...judgeDrills(source.project), ...comfortProblems(source.project), ...(await lightOf(source, light))]
    : told;
  if (json) await sink.out(JSON.stringify(problems, null, 1) + '\n');
  else for (const { severity, path, message } of problems) await sink.out(`${severity}: ${path}: ${message}\n`);
  if (problems.some((problem) => problem.severity === 'error')) throw new ProblemsFound();
  sink.tell(problems.length === 0 ? 'no problems' : `${problems.length} warnings`);
}

/** What flashes too often, and what does not read: pictures are looked at only where they are drawn. */
async function lightOf(source: ProjectSource, all: boolean): Promise<Problem[]> {
  const { project } = source;
  const suspects = [...flashSuspects(project), ...(all ? drillSuspects(project) : [])];
  if (suspects.length === 0 && !all) return [];
  const { pictureLights } = await import('../pictureLights.js');
  // What does not read is looked for everywhere, flashes only in what could flash.
  const drawn = all ? undefined : new Set(suspects.flatMap(({ pictures }) => [...pictures]));
  const lights = readPictureLights(await pictureLights(source, drawn));
  return [...flashProblems(project, suspects, lights, all), ...(all ? readingProblems(project, lights) : [])];
}
