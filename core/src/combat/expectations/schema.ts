import * as z from 'zod';
import { lazySchema } from '../../model/lazySchema.js';
import { ruleFieldSchema } from '../parts/ruleSchema.js';
import { expectationKinds, type Expectation } from './registry.js';

export type { Expectation } from './registry.js';

export const expectationSchema = /* @__PURE__ */ lazySchema(
  (): z.ZodType<Expectation> =>
    z
      .discriminatedUnion(
        'expect',
        Object.values(expectationKinds).map(({ expect, about, fields }) =>
          z
            .strictObject({
              expect: z.literal(expect),
              ...(Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, ruleFieldSchema(field)])) as Record<
                string,
                z.ZodType
              >),
            })
            .meta({ id: `expect-${expect}`, description: about }),
        ) as unknown as [z.ZodObject],
      )
      .meta({ id: 'expectation', description: 'What a drill must come to.' }) as unknown as z.ZodType<Expectation>,
);
