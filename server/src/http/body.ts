import type { Context } from 'koa';
import rawBody from 'raw-body';
import { readProjectText } from '@undatio/core';
import { HttpProblem } from './problemDetails.js';

/** Reads a JSON body of at most `limit` bytes. Refuses others with 413, 415 or 400 and the place of the fault. */
export async function readJson(context: Context, limit: number): Promise<unknown> {
  const text = await readText(context, limit);
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new HttpProblem(400, 'the body is not JSON', readProjectText(text).problems);
  }
}

async function readText(context: Context, limit: number): Promise<string> {
  if (!context.is('application/json')) throw new HttpProblem(415, 'expected a body of type application/json');
  try {
    return await rawBody(context.req, { limit, length: context.request.length, encoding: 'utf-8' });
  } catch (error) {
    const { type } = error as { type?: string };
    if (type === 'entity.too.large') throw new HttpProblem(413, `expected a body of at most ${limit} bytes`);
    throw new HttpProblem(400, 'the body broke off before its end');
  }
}
