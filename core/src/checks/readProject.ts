import { isRecord } from '../model/json.js';
import { errorAt, problemsOf, type Problem } from '../model/problem.js';
import { projectSchema, type Project } from '../model/project.js';
import { effectLimit } from '../take/compile.js';
import { parseJson } from './parseJson.js';
import { checkProject } from './checkProject.js';

/** A project when it can be used, and whatever is to be said about it. */
export interface ReadResult {
  readonly project?: Project;
  readonly problems: readonly Problem[];
  /** Whether it was no JSON at all. */
  readonly notJson?: boolean;
}

/** Reads a project file's text. Never throws: what is wrong is told as problems, and then there is no project. */
export function readProjectText(text: string): ReadResult {
  const parsed = parseJson(text);
  return 'problem' in parsed ? { problems: [parsed.problem], notJson: true } : readProject(parsed.value);
}

/** Reads a project from any JSON value. */
export function readProject(json: unknown): ReadResult {
  const tooLarge = refuseTooLarge(json);
  if (tooLarge) return { problems: [tooLarge] };
  const parsed = projectSchema().safeParse(json);
  if (!parsed.success) return { problems: problemsOf(parsed.error) };
  const project = parsed.data as Project;
  const problems = checkProject(project);
  return problems.some((problem) => problem.severity === 'error') ? { problems } : { project, problems };
}

/** Counted before anything else, because validating a hundred thousand effects one by one helps nobody. */
function refuseTooLarge(json: unknown): Problem | undefined {
  if (!isRecord(json) || !Array.isArray(json['sequences'])) return undefined;
  for (const [i, sequence] of json['sequences'].entries()) {
    const count: number = isRecord(sequence) && Array.isArray(sequence['effects']) ? sequence['effects'].length : 0;
    if (count > effectLimit) return errorAt(`sequences[${i}].effects`, `expected at most ${effectLimit} effects, found ${count}`);
  }
  return undefined;
}
