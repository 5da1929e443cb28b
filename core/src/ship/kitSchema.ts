import * as z from 'zod';
import { drillSchema, responseSchema, statusSchema } from '../combat/schemas.js';
import { identifier } from '../model/fieldSchema.js';
import { lazySchema } from '../model/lazySchema.js';
import {
  actorSchema,
  conventionsSchema,
  eventSchema,
  kitAssetSchema,
  projectFormat,
  sequenceSchema,
  stageSetUpSchema,
  stopBudgetSchema,
} from '../model/project.js';

/** Shape of kit.json. Field names are stable; `format` rises when they are not. */
export const kitSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    format: z.literal(projectFormat).describe('Rises when a field changes its meaning.'),
    generator: z.literal('undatio').describe('What made it.'),
    id: identifier(),
    label: z.string().describe('Its name.'),
    conventions: conventionsSchema().describe('How the receiving game measures.'),
    stopBudget: stopBudgetSchema().optional().describe('Of hit-stop, for each body.'),
    events: z.array(eventSchema()).describe('What happens.'),
    actors: z.array(actorSchema()).default([]).describe('Bodies.'),
    assets: z.array(kitAssetSchema()).describe('Files.'),
    sequences: z.array(sequenceSchema()).describe('Effects around a contact.'),
    statuses: z.array(statusSchema()).default([]).describe('What lasts on an actor.'),
    responses: z.array(responseSchema()).default([]).describe('What answers events.'),
    seen: z.enum(['side', 'above']).optional().describe('From where the game is looked at.'),
    stages: z.array(stageSetUpSchema()).optional().describe('What is behind the bodies, and who stands there.'),
    drills: z.array(drillSchema()).default([]).describe('Scripted fights, as tests.'),
  }),
);
export type KitDocument = z.infer<ReturnType<typeof kitSchema>>;
