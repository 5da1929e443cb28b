import type { Context } from 'koa';
import type { Matches } from '../store/documentStore.js';
import { HttpProblem } from './httpProblem.js';

/**
 * What a writer says of the state that it holds (RFC 9110, 13.1): `If-Match` with one entity tag, several or `*`, or
 * `If-None-Match: *` to create. 428 without either, 400 where it cannot be read.
 */
export type Precondition = { readonly creates: true } | { readonly creates: false; readonly matches: Matches };

export function readPrecondition(context: Context): Precondition {
  if (context.get('if-none-match') === '*') return { creates: true };
  const given = context.get('if-match').trim();
  if (given === '')
    throw new HttpProblem(428, 'expected If-Match with the entity tag of the state to replace, or If-None-Match: * to create');
  if (given === '*') return { creates: false, matches: () => true };
  const tags: readonly string[] = given.match(/(?:W\/)?"[^"]*"/g) ?? [];
  if (tags.join('').length !== given.replace(/[\s,]/g, '').length)
    throw new HttpProblem(400, `expected If-Match to be entity tags in double quotes, found ${given.slice(0, 80)}`);
  // A weak tag never matches here: bytes are replaced.
  return { creates: false, matches: (etag) => tags.includes(etag) };
}
