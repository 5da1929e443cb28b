import type { Context } from 'koa';
import rawBody from 'raw-body';
import { parseJson } from '@undatio/core';
import { HttpProblem } from './httpProblem.js';

/** Reads a JSON body of at most `limit` bytes. Refuses others with 413, 415 or 400 and the place of the fault. */
export async function readJson(context: Context, limit: number): Promise<unknown> {
  const parsed = parseJson(await readText(context, limit));
  if ('problem' in parsed) throw new HttpProblem(400, 'the body is not JSON', [parsed.problem]);
  return parsed.value;
}

/** The text of such a body, unread. */
export async function readText(context: Context, limit: number): Promise<string> {
  if (!context.is('application/json')) throw new HttpProblem(415, 'expected a body of type application/json');
  return (await readBytes(context, limit)).toString('utf8');
}

/** A body of any type, of at most `limit` bytes. */
export async function readBytes(context: Context, limit: number): Promise<Buffer> {
  try {
    return await rawBody(context.req, { limit, length: context.request.length });
  } catch (error) {
    const { type } = error as { type?: string };
    if (type === 'entity.too.large') throw new HttpProblem(413, `expected a body of at most ${limit} bytes`);
    throw new HttpProblem(400, 'the body broke off before its end');
  }
}
