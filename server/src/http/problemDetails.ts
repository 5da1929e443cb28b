import type { Context, Middleware } from 'koa';
import type { Problem } from '@undatio/core';
import { STATUS_CODES } from 'node:http';
import { StoreError } from '../store/storeError.js';

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

function answer(context: Context, problem: HttpProblem): void {
  const { status, detail, errors, members } = problem;
  context.status = status;
  context.body = JSON.stringify({
    type: 'about:blank',
    title: STATUS_CODES[status] ?? 'Error',
    status,
    detail,
    ...(errors.length > 0 && { errors: errors.map(({ path, message }) => ({ path, message })) }),
    ...members,
  });
  context.type = 'application/problem+json';
}

/** Catches everything thrown below it. What was not foreseen is logged whole and told briefly. */
export function problemDetails(log: (error: unknown) => void): Middleware {
  return async (context, next) => {
    try {
      await next();
      if (context.status === 404 && context.body === undefined) throw new HttpProblem(404, `there is nothing at ${context.path}`);
    } catch (error) {
      if (error instanceof HttpProblem) answer(context, error);
      else if (error instanceof StoreError) answer(context, new HttpProblem(503, error.message));
      else {
        log(error);
        answer(context, new HttpProblem(500, 'Something unforeseen went wrong; the server’s log has it. Nothing was stored.'));
      }
    }
  };
}
