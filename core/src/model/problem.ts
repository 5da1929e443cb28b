import type * as z from 'zod';
import { formatPath } from './documentError.js';

/** Something wrong in a document, told to a person. */
export interface Problem {
  readonly severity: 'error' | 'warning';
  /** `sequences[2].effects[0].amount` */
  readonly path: string;
  /** What was expected there. */
  readonly message: string;
  /** What sort of finding it is, where something can be offered for it. */
  readonly finding?: string;
  /** Id of another thing that the finding is about: the rung above, the event that has no rung. */
  readonly other?: string;
}

/** More than this many are no help to anybody. */
export const problemLimit = 50;

export function errorAt(path: string, message: string): Problem {
  return { severity: 'error', path, message };
}

/** Zod's issues as problems. Of a union's branches the one that got furthest speaks. */
export function problemsOf(error: z.ZodError, prefix: readonly PropertyKey[] = []): Problem[] {
  return error.issues
    .flatMap((issue) => flatten(issue, prefix))
    .slice(0, problemLimit)
    .map(({ path, message }) => errorAt(formatPath(path as (string | number)[]), message));
}

interface Flat {
  readonly path: readonly PropertyKey[];
  readonly message: string;
}

function flatten(issue: z.core.$ZodIssue, prefix: readonly PropertyKey[]): Flat[] {
  const path = [...prefix, ...issue.path];
  if (issue.code === 'invalid_union' && issue.errors.length > 0) {
    const branches = issue.errors.map((branch) => branch.flatMap((inner) => flatten(inner, path)));
    const deepest = branches.reduce((best, branch) => (depth(branch) > depth(best) ? branch : best));
    if (depth(deepest) > path.length) return deepest;
    // A branch that took the value's type and objected to its size has more to say than the union.
    const typed = issue.errors.findIndex((branch) => branch.every((inner) => inner.code !== 'invalid_type'));
    if (typed >= 0) return branches[typed];
  }
  if (issue.code === 'unrecognized_keys') {
    return issue.keys.map((key) => ({ path: [...path, key], message: 'expected no such field here' }));
  }
  return [{ path, message: issue.message.replace(/^Invalid (input|option): /, '') }];
}

function depth(branch: readonly Flat[]): number {
  return branch.reduce((deepest, flat) => Math.max(deepest, flat.path.length), 0);
}
