import * as z from 'zod';
import { problemLimit, problemsOf } from './problem.js';

const problems = (schema: z.ZodType, value: unknown, prefix: PropertyKey[] = []): string[] => {
  const { error } = schema.safeParse(value);
  return error ? problemsOf(error, prefix).map(({ path, message }) => `${path}: ${message}`) : [];
};

describe('problemsOf', () => {
  it('names the place, below the one it is told', () => {
    const schema = z.strictObject({ a: z.object({ b: z.array(z.number()) }) });
    expect(problems(schema, { a: { b: [1, 'x'] } }, ['doc', 3])).toEqual(['doc[3].a.b[1]: expected number, received string']);
    expect(problems(schema, { a: { b: [] }, c: 1 })).toEqual(['c: expected no such field here']);
  });

  it('lets the branch of a union speak that got furthest, whichever it is', () => {
    const near = z.strictObject({ point: z.strictObject({ x: z.number() }) });
    const wrong = { point: { x: 'far' } };
    for (const union of [z.union([z.number(), near]), z.union([near, z.number()])]) {
      expect(problems(union, wrong)).toEqual(['point.x: expected number, received string']);
    }
  });

  it('lets the branch speak that took the type and objects to the size', () => {
    const value = z.union([z.number().max(5, 'expected at most 5'), z.strictObject({ range: z.array(z.number()) })]);
    expect(problems(value, 7)).toEqual(['(document): expected at most 5']);
  });

  it('tells no more than anybody reads', () => {
    const many = Array.from({ length: problemLimit + 20 }, () => 'x');
    expect(problems(z.array(z.number()), many).length).toBe(problemLimit);
  });
});
