import type { Context, Middleware } from 'koa';
import { STATUS_CODES } from 'node:http';
import { DamagedDocument, StoreError } from '../store/storeError.js';
import { NoProject, TooManyDocuments } from '../store/documentStore.js';
import { WorkTooLong } from '../work/workers.js';
import { HttpProblem } from './httpProblem.js';

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

/** Whether an address could not be read: a broken escape, or what no file system takes. */
function isMalformed(error: unknown): boolean {
  const { code, status } = error as { code?: string; status?: number };
  return error instanceof URIError || status === 400 || code === 'ERR_INVALID_URL' || code === 'ERR_INVALID_ARG_VALUE';
}

/** Whether an address leads out of what is served, or to nothing of it: the packages that send files say so by a status. */
function isForbidden(error: unknown): boolean {
  const { status } = error as { status?: number };
  return status === 403 || status === 404;
}

/** Catches everything thrown below it. What was not foreseen is logged whole and told briefly. */
export function problemDetails(log: (error: unknown) => void): Middleware {
  return async (context, next) => {
    try {
      await next();
      if (context.body !== undefined) return;
      if (context.status === 404) throw new HttpProblem(404, `there is nothing at ${context.path}`);
      if (context.status === 405)
        throw new HttpProblem(405, `expected one of ${context.response.get('Allow')} at ${context.path}, found ${context.method}`);
      if (context.status === 501) throw new HttpProblem(501, `the method ${context.method} is not known here`);
    } catch (error) {
      if (error instanceof HttpProblem) answer(context, error);
      else if (error instanceof StoreError || error instanceof WorkTooLong) answer(context, new HttpProblem(503, error.message));
      else if (error instanceof NoProject) answer(context, new HttpProblem(404, error.message));
      else if (error instanceof TooManyDocuments)
        answer(context, new HttpProblem(422, 'nothing was stored', [{ path: error.collection, message: error.message }]));
      else if (error instanceof DamagedDocument) {
        log(error);
        answer(context, new HttpProblem(500, error.message));
      } else if (isForbidden(error)) answer(context, new HttpProblem(404, `there is nothing at ${context.originalUrl.slice(0, 200)}`));
      else if (isMalformed(error))
        answer(context, new HttpProblem(400, `expected an address without malformed escapes, found ${context.originalUrl.slice(0, 200)}`));
      else {
        log(error);
        answer(context, new HttpProblem(500, 'Something unforeseen went wrong; the server’s log has it. Nothing was stored.'));
      }
    }
  };
}
