import * as z from 'zod';
import { fieldRegistry, lazySchema, valueField } from '../model/field.js';

export const identifier = /* @__PURE__ */ lazySchema(() =>
  z.string().regex(/^[a-z][a-z0-9-]{0,63}$/, 'expected lower-case letters, digits and hyphens, starting with a letter'),
);

export const anchorSchema = /* @__PURE__ */ lazySchema(() =>
  z.union([z.strictObject({ to: z.literal('contact') }), z.strictObject({ to: z.enum(['start', 'end']), effect: identifier() })]),
);

export const partySchema = /* @__PURE__ */ lazySchema(() => z.enum(['source', 'target']));

interface CommonDefaults {
  clock: 'game' | 'wall';
  duration: number;
  durationAbout: string;
  on: 'source' | 'target';
}

/** The fields that every effect has, with the defaults of its kind. */
export function commonFields(defaults: CommonDefaults) {
  return {
    id: identifier(),
    label: z.string().max(60).optional().describe('Shown at the head of the lane; the kind when absent.'),
    muted: z.boolean().default(false).describe('A muted effect is kept but does not fire.'),
    anchor: anchorSchema().default({ to: 'contact' }).describe('What the delay counts from.'),
    delay: valueField({
      label: 'Delay',
      about: 'Seconds after its anchor; negative is wind-up.',
      unit: 's',
      min: -10,
      max: 120,
      default: 0,
    }),
    duration: valueField({ label: 'Duration', about: defaults.durationAbout, unit: 's', min: 0, max: 120, default: defaults.duration }),
    repeat: z
      .strictObject({ count: z.number().int().min(1).max(100), every: z.number().min(0).max(30) })
      .default({ count: 1, every: 0.1 })
      .describe('How many times it fires, and the seconds from one start to the next.'),
    chance: valueField({ label: 'Chance', about: 'How likely each firing is.', unit: '', min: 0, max: 1, default: 1 }),
    strength: valueField({ label: 'Strength', about: 'Scales what the effect does.', unit: '×', min: 0, max: 4, default: 1 }),
    clock: z
      .enum(['game', 'wall'])
      .default(defaults.clock)
      .describe('game halts under hit-stop, wall does not.')
      .register(fieldRegistry, {
        label: 'Clock',
        about: 'The game clock halts under hit-stop, the wall clock does not.',
        control: 'choice',
        options: ['game', 'wall'],
      }),
    on: partySchema()
      .default(defaults.on)
      .describe('The party it acts on, and whose game clock it reads.')
      .register(fieldRegistry, { label: 'On', about: 'The party it acts on.', control: 'choice', options: ['source', 'target'] }),
  };
}
