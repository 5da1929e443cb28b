import type { Problem } from '@undatio/core';

/** A refusal, answered as an RFC 9457 problem document. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    /** Each bad field with what was expected there. */
    readonly errors: readonly Pick<Problem, 'path' | 'message'>[] = [],
    /** Further members, such as the current state after a stale write. */
    readonly members: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}
