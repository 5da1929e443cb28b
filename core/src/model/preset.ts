import * as z from 'zod';
import type { Effect } from '../effects/registry.js';
import { effectKinds, fieldsOfKind } from '../effects/registry.js';
import { effectSchema } from '../effects/schemas.js';
import { identifier } from './fieldSchema.js';
import { lazySchema } from './lazySchema.js';

/** The most lanes of a preset, and the most of their fields that are each placement’s own. */
export const presetLimits = { lanes: 100, exposed: 64 } as const;

/** Lanes under a name, to be placed on sequences. */
export const presetSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      id: identifier(),
      label: z.string().min(1).max(80).describe('What people read.'),
      note: z.string().max(400).default('').describe('For people.'),
      effects: z.array(effectSchema()).min(1).max(presetLimits.lanes).describe('Its lanes; they hang on contact, or on one another.'),
      exposed: z
        .array(
          z.strictObject({ lane: identifier().describe('One of its lanes.'), field: z.string().max(40).describe('A field of that lane.') }),
        )
        .max(presetLimits.exposed)
        .default([])
        .describe('The fields that matter: wherever it is placed they are that place’s own.'),
    })
    .superRefine(({ id, effects, exposed }, context) => {
      const refuse = (path: (string | number)[], message: string): void => context.addIssue({ code: 'custom', path, message });
      const lanes = new Map(effects.map((effect) => [effect.id, effect]));
      effects.forEach(({ id: lane, anchor, preset }, i) => {
        if (effects.findIndex((other) => other.id === lane) !== i)
          refuse(['effects', i, 'id'], `expected an id of its own, "${lane}" is taken`);
        if (anchor.to !== 'contact' && !lanes.has(anchor.effect))
          refuse(['effects', i, 'anchor', 'effect'], `expected one of the preset’s own lanes, found "${anchor.effect}"`);
        if (preset)
          refuse(
            ['effects', i, 'preset'],
            `expected a lane of its own, found one that follows "${preset.of}"${preset.of === id ? ': it would contain itself' : ''}`,
          );
      });
      exposed.forEach(({ lane, field }, i) => {
        const effect = lanes.get(lane);
        if (!effect) refuse(['exposed', i, 'lane'], `expected one of ${[...lanes.keys()].join(', ')}, found "${lane}"`);
        else if (!Object.hasOwn(fieldsOfKind(effectKinds[effect.kind]), field))
          refuse(['exposed', i, 'field'], `expected a field of ${effect.kind}, found "${field}"`);
      });
    }),
);
export type Preset = Omit<z.infer<ReturnType<typeof presetSchema>>, 'effects'> & { effects: Effect[] };
