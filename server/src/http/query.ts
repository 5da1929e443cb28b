import type { Context } from 'koa';
import { HttpProblem } from './httpProblem.js';

/** Whether the address says `?name=true`; without it, or with false, it does not. Refuses anything else with 400. */
export function readFlag({ query }: Context, name: string): boolean {
  const { [name]: value = 'false' } = query;
  if (value === 'true' || value === 'false') return value === 'true';
  throw new HttpProblem(400, `expected ${name} to be true or false, found ${JSON.stringify(value)}`);
}
