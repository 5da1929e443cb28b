import * as z from 'zod';
import { easeSchema, fieldName, identifier, label, note } from '../model/fieldSchema.js';
import { lazySchema } from '../model/lazySchema.js';
import { conditionKinds, groupNames, type Condition } from './conditions/registry.js';
import { drillLimits } from './drill.js';
import { expectationSchema, type Expectation } from './expectations/schema.js';
import { poses } from '../take/frame.js';
import { keyLimits } from './moves/moveKeys.js';
import { moveLength, moveLimits } from './moves/move.js';
import { outcomeKinds, type Outcome } from './outcomes/registry.js';
import { prevented, stackings } from './parts/references.js';
import { ruleLimits } from './parts/ruleFields.js';
import { ruleSchema } from './parts/ruleSchema.js';
import { mostPoints } from './plannedAct.js';
import { zoneLimits } from './zones/zone.js';

/** The documents that decide: statuses, responses, drills; and what events and actors say for them. */

const seconds = (min = 0): z.ZodNumber => z.number().min(min).max(ruleLimits.seconds);

/** What actors are told from one another by. */
const namesSchema = /* @__PURE__ */ lazySchema(() =>
  z.array(z.string().min(1).max(40)).max(16).meta({ id: 'names', description: 'Kinds, sides or actors.' }),
);

/** What is said of a payload. */
const payloadValues = /* @__PURE__ */ lazySchema(() =>
  z
    .record(fieldName(), z.union([z.number(), z.string().max(ruleLimits.text), z.boolean()]))
    .meta({ id: 'payloadValues', description: 'Fields of a payload; what it does not say has its default.' }),
);

/** Where a stage ends. */
export const edgesSchema = /* @__PURE__ */ lazySchema(() => {
  const px = (): z.ZodOptional<z.ZodNumber> => z.number().min(-1e6).max(1e6).optional();
  return z
    .strictObject({ left: px(), right: px(), top: px(), bottom: px() })
    .describe('px at which whoever is thrown is stopped; none where nothing is said.');
});

/** What an event means for health. */
export const harmSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      value: fieldName().describe('The number field that is points of harm to the target.'),
      kind: z.string().min(1).max(40).optional().describe('Its kind, which actors may resist;'),
      kindField: fieldName().optional().describe('or the field that says its kind.'),
    })
    .describe('What it takes of the target’s health; the rung that answers may change it.'),
);

const reachSchema = /* @__PURE__ */ lazySchema(() => {
  const length = (): z.ZodNumber => z.number().min(0).max(moveLimits.length);
  const angle = (): z.ZodNumber => z.number().min(-moveLimits.degrees).max(moveLimits.degrees);
  return z
    .discriminatedUnion('shape', [
      z.strictObject({
        shape: z
          .literal('arc')
          .describe('Sweeps from one angle to another while the contact is live; all that lies between at one instant.'),
        length: length().describe('px from the middle of its actor.'),
        from: angle().describe('Degrees: 0 ahead, rising downward, as for one that faces right.'),
        to: angle(),
      }),
      z.strictObject({
        shape: z.literal('thrust').describe('Along an angle.'),
        length: length().describe('px from the middle of its actor.'),
        width: length().describe('px across.'),
        angle: angle().describe('Degrees: 0 ahead, rising downward, as for one that faces right.'),
      }),
      z.strictObject({ shape: z.literal('disc').describe('All around.'), length: length().describe('px from the middle of its actor.') }),
    ])
    .meta({ id: 'reach', description: 'Who is within it is met.' });
});

const moveSeconds = (): z.ZodNumber => z.number().min(0).max(moveLimits.seconds);

const moveSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      id: identifier(),
      label: z.string().min(1).max(80).optional().describe('What people read; its id, when left out.'),
      note: note().optional(),
      windUp: moveSeconds().default(0).describe('Seconds of its actor’s clock before anything is reached.'),
      contacts: z
        .array(
          z.strictObject({
            after: moveSeconds().default(0).describe('Seconds after the wind-up.'),
            live: moveSeconds().default(0).describe('Seconds for which it reaches; 0 is one instant.'),
            reach: reachSchema(),
            event: identifier().describe('Raised on each who is met, once each.'),
            payload: payloadValues().optional().describe('What it does not say has its default; a direction is that of the blow.'),
            spares: z.enum(['nobody', 'own side']).default('nobody').describe('Who is passed over.'),
            sequence: identifier().optional().describe('Sequence played as it begins, whether somebody is met or not.'),
          }),
        )
        .max(moveLimits.contacts)
        .default([]),
      recovery: moveSeconds().default(0).describe('Seconds after its last contact until it can do something else.'),
      holds: z.boolean().optional().describe('It stays as it is before its recovery until it is let go.'),
      status: identifier().optional().describe('Status that its actor has from the wind-up’s end until the recovery: a guard.'),
      sequence: identifier().optional().describe('Sequence played as it begins.'),
      walks: z.boolean().optional().describe('Its actor goes on walking meanwhile.'),
      keys: z
        .array(
          z.strictObject({
            at: moveSeconds().describe('Seconds since it began; one that is held stands still before its recovery.'),
            pose: z.enum(poses).optional().describe('The pose that its actor’s body is in; none, when left out.'),
            amount: z.number().min(0).max(1).optional().describe('How far it is in it; in full, when left out.'),
            ease: easeSchema().optional().describe('How it goes on to the next key.'),
            clip: identifier().optional().describe('The clip that shows from here until the next key.'),
          }),
        )
        .max(keyLimits.keys)
        .optional()
        .describe('How its actor’s body is on the way, on a time axis.'),
      into: z
        .array(
          z.strictObject({
            move: identifier().describe('A move that may take its place.'),
            from: moveSeconds().default(0).describe('Seconds since it began from which on.'),
          }),
        )
        .max(moveLimits.into)
        .optional(),
      lunge: z
        .strictObject({
          distance: z.number().min(-moveLimits.length).max(moveLimits.length).describe('px ahead; negative steps back.'),
          from: moveSeconds().describe('Seconds since it began.'),
          to: moveSeconds().describe('Seconds since it began.'),
        })
        .optional()
        .describe('Takes its actor along, evenly.'),
    })
    .superRefine(({ windUp, contacts, recovery, lunge, keys = [] }, context) => {
      const length = moveLength({ windUp, contacts, recovery });
      keys.forEach(({ at }, i) => {
        if (at > length)
          context.addIssue({ code: 'custom', path: ['keys', i, 'at'], message: `expected a time within the ${length} s of its move` });
      });
      if (!lunge) return;
      if (lunge.to <= lunge.from)
        context.addIssue({ code: 'custom', path: ['lunge', 'to'], message: `expected an end after it begins at ${lunge.from}` });
      else if (lunge.to > length)
        context.addIssue({ code: 'custom', path: ['lunge', 'to'], message: `expected an end within the ${length} s of its move` });
    })
    .meta({ id: 'move', description: 'Something that an actor does: it winds up, reaches at its contacts, and recovers.' }),
);
export type Move = z.infer<ReturnType<typeof moveSchema>>;

const zoneSchema = /* @__PURE__ */ lazySchema(() => {
  const px = (): z.ZodNumber => z.number().min(0).max(zoneLimits.px);
  return z
    .strictObject({
      id: identifier(),
      shape: z.discriminatedUnion('shape', [
        z.strictObject({ shape: z.literal('disc'), length: px().describe('px from the middle of its actor.') }),
        z.strictObject({ shape: z.literal('box'), width: px().describe('px across, about its actor.'), height: px().describe('px down.') }),
      ]),
      kinds: namesSchema().optional().describe('Whom it is for: those of any of these kinds,'),
      sides: namesSchema().optional().describe('on any of these sides,'),
      actors: namesSchema().optional().describe('or of these actors; all, where nothing is said.'),
      enters: identifier().optional().describe('Raised on whoever comes in, by its actor.'),
      stays: z
        .strictObject({
          event: identifier().describe('Raised on whoever is in it.'),
          every: z.number().min(0.05).max(ruleLimits.seconds).describe('Seconds of the world’s clock, from coming in.'),
        })
        .optional(),
      leaves: identifier().optional().describe('Raised on whoever leaves it.'),
      payload: payloadValues().optional().describe('What its events have, each of its own fields; the others have their defaults.'),
      once: z.boolean().optional().describe('It tells of the first who comes in, and of nobody after.'),
      again: seconds().optional().describe('Seconds for which whoever came in does not count as coming in again.'),
      status: identifier().optional().describe('Status that whoever is in it has.'),
    })
    .meta({ id: 'zone', description: 'A part of the world about an actor that does something to whoever comes into it.' });
});

/** What fights know of an actor, besides its body. */
export const fighterShape = /* @__PURE__ */ lazySchema(() => ({
  kinds: namesSchema().optional().describe('What it is, for conditions: small, soft.'),
  side: z.string().min(1).max(40).optional().describe('On whose side it is.'),
  health: z
    .strictObject({
      most: z.number().min(0.001).max(ruleLimits.points).describe('Points of full health.'),
      start: z
        .number()
        .min(0.001)
        .max(ruleLimits.points)
        .optional()
        .describe('Points at the start and on return; the most, when left out.'),
      mends: z.number().min(0).max(ruleLimits.points).optional().describe('Points that come back by themselves each second.'),
      cannotFall: z.boolean().optional().describe('For practice: it keeps its last point.'),
      falls: identifier().optional().describe('The event raised on it when its health is gone.'),
      returns: identifier().optional().describe('The event raised on it when it is back.'),
    })
    .optional()
    .describe('100 points and no fall, when left out.'),
  resists: z
    .record(z.string().min(1).max(40), z.number().min(0).max(100))
    .optional()
    .describe('What is left of harm by its kind: 0.5 halves it, 2 doubles it.'),
  healthLooks: z
    .array(
      z.strictObject({
        id: identifier(),
        at: z.number().min(0).max(1).describe('Share of health at and below which it shows.'),
        picture: identifier().optional().describe('A picture asset shown instead of its own.'),
        cell: z.number().int().min(0).max(255).optional().describe('Which cell of that picture, or of its own.'),
        clip: identifier().optional().describe('A clip shown instead of its own picture.'),
      }),
    )
    .max(16)
    .optional()
    .describe('How it looks by its share of health; the lowest that applies shows.'),
  radius: z.number().min(0).max(moveLimits.length).optional().describe('px from its middle at which it is met; its middle, when left out.'),
  speed: z.number().min(0).max(ruleLimits.px).optional().describe('px a second at which it walks; 100, when left out.'),
  turnRate: z
    .number()
    .min(1)
    .max(ruleLimits.turnRate)
    .optional()
    .describe('Degrees a second by which it can go another way, walking or after somebody; at once, when left out.'),
  untouched: z.boolean().optional().describe('Moves, flights and zones pass it: a place.'),
  zones: z.array(zoneSchema()).max(zoneLimits.zones).optional().describe('What it does to whoever comes into it.'),
  lives: seconds(0.001).optional().describe('Seconds of the world’s clock after which it goes by itself; never, when left out.'),
  expires: identifier().optional().describe('The event raised on it then.'),
  ranks: z
    .array(
      z.strictObject({
        scale: z.number().min(0.01).max(100).default(1).describe('How large it is, of its size.'),
        health: z.number().min(0.001).max(ruleLimits.points).optional().describe('Points of health; as its actor has, when left out.'),
        speed: z.number().min(0).max(ruleLimits.px).optional().describe('px a second at which it walks; as its actor does, when left out.'),
      }),
    )
    .max(zoneLimits.ranks)
    .optional()
    .describe('Its sizes, the least first; it is the largest where nothing else is said.'),
  moves: z.array(moveSchema()).max(moveLimits.moves).optional().describe('What it can do.'),
}));

export const statusSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    note: note().optional(),
    length: seconds(0.001).optional().describe('Seconds of its actor’s clock; until it is taken, when left out.'),
    stacking: z
      .enum(stackings)
      .default('refresh')
      .describe('What happens when it is given again: its length begins anew, is added, a stack more with it, or nothing.'),
    most: z.number().int().min(1).max(ruleLimits.stacks).default(1).describe('Most stacks.'),
    ticks: z
      .strictObject({
        every: z.number().min(0.01).max(ruleLimits.seconds).describe('Seconds between two, of its actor’s clock.'),
        event: identifier().describe('The event raised on its actor.'),
        rate: z
          .number()
          .min(0)
          .max(ruleLimits.points)
          .default(0)
          .describe('Harm a second for each stack; what has accrued is told with each tick, and at the end.'),
      })
      .optional(),
    prevents: z.array(z.enum(prevented)).max(prevented.length).default([]).describe('What its actor cannot do meanwhile.'),
    onFall: z.enum(['ends', 'stays']).default('ends').describe('What happens when its actor falls.'),
    cues: z
      .strictObject({
        start: identifier().optional().describe('Sequence played when it begins.'),
        end: identifier().optional().describe('Sequence played when it is over.'),
      })
      .default({}),
    late: z
      .array(
        z.strictObject({
          after: seconds().describe('Seconds since it began.'),
          sequence: identifier().describe('Sequence played then.'),
          every: seconds(0.05).optional().describe('And again each so many seconds while it lasts.'),
        }),
      )
      .max(16)
      .default([])
      .describe('What it also does once it has lasted for a while.'),
  }),
);
export type Status = z.infer<ReturnType<typeof statusSchema>>;

const conditionSchema = /* @__PURE__ */ lazySchema((): z.ZodType<Condition> => {
  const singles = Object.values(conditionKinds).map(({ condition, about, fields }) => ruleSchema('condition', condition, about, fields));
  const groups = groupNames.map((name) =>
    z.strictObject({
      condition: z.literal(name).describe(`${name === 'none' ? 'None' : name === 'any' ? 'Any' : 'All'} of some conditions hold.`),
      of: z.array(z.lazy(() => conditionSchema())).max(ruleLimits.conditions),
    }),
  );
  return z
    .discriminatedUnion('condition', [...singles, ...groups] as unknown as [z.ZodObject])
    .meta({ id: 'condition', description: 'Something that must hold.' }) as unknown as z.ZodType<Condition>;
});

const outcomeSchema = /* @__PURE__ */ lazySchema(
  (): z.ZodType<Outcome> =>
    z
      .discriminatedUnion(
        'outcome',
        Object.values(outcomeKinds).map(({ outcome, about, fields }) => ruleSchema('outcome', outcome, about, fields)) as unknown as [
          z.ZodObject,
        ],
      )
      .meta({ id: 'outcome', description: 'Something that happens.' }) as unknown as z.ZodType<Outcome>,
);

/** One condition or outcome by its kind, with its defaults filled in; for making new ones. */
export const ruleSchemas = { condition: conditionSchema, outcome: outcomeSchema } as const;

const rungSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: z.string().min(1).max(80).optional().describe('What people read; its id, when left out.'),
    when: z.array(conditionSchema()).max(ruleLimits.conditions).default([]).describe('All must hold, by the state before the event.'),
    then: z.array(outcomeSchema()).max(ruleLimits.outcomes).default([]).describe('What happens, in this order.'),
    goesOn: z.boolean().default(false).describe('Whether the rungs below are asked as well when it answers.'),
  }),
);
export type Rung = Omit<z.infer<ReturnType<typeof rungSchema>>, 'when' | 'then'> & { when: Condition[]; then: Outcome[] };

export const responseSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      id: identifier(),
      event: identifier().describe('The event that it answers.'),
      rungs: z.array(rungSchema()).max(ruleLimits.rungs).describe('Asked from the top; the first that holds answers.'),
    })
    .superRefine(({ rungs }, context) => {
      rungs.forEach((rung, i) => {
        if (depthOf(rung.when) > ruleLimits.depth)
          context.addIssue({ code: 'custom', path: ['rungs', i, 'when'], message: `expected groups at most ${ruleLimits.depth} deep` });
      });
    }),
);
export type Response = Omit<z.infer<ReturnType<typeof responseSchema>>, 'rungs'> & { rungs: Rung[] };

function depthOf(conditions: readonly Condition[]): number {
  return conditions.reduce((deepest, one) => Math.max(deepest, 'of' in one && Array.isArray(one.of) ? 1 + depthOf(one.of) : 0), 0);
}

const placeOfDrill = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      x: z.number().min(-100_000).max(100_000).describe('px to the right.'),
      y: z.number().min(-100_000).max(100_000).describe('px down.'),
    })
    .meta({ id: 'drillPlace', description: 'A place of the world.' }),
);

const timeOfDrill = /* @__PURE__ */ lazySchema(() =>
  z.number().min(0).max(drillLimits.length).meta({ id: 'drillTime', description: 'Seconds from the drill’s beginning.' }),
);

const speedOfDrill = /* @__PURE__ */ lazySchema(() =>
  z.number().min(0).max(ruleLimits.px).meta({ id: 'drillSpeed', description: 'px a second; its actor’s own, when left out.' }),
);

const actSchema = /* @__PURE__ */ lazySchema(() => {
  const common = {
    at: timeOfDrill(),
    who: identifier().describe('Who does it.'),
  };
  const px = (): z.ZodNumber => z.number().min(0).max(ruleLimits.px);
  return z.discriminatedUnion('do', [
    z.strictObject({
      ...common,
      do: z.literal('move').describe('Begins a move.'),
      move: identifier().describe('Which of its actor’s moves.'),
      toward: identifier().optional().describe('Whom it turns to first.'),
    }),
    z.strictObject({ ...common, do: z.literal('let-go').describe('Lets go of the move that it holds.') }),
    z.strictObject({
      ...common,
      do: z.literal('walk').describe('Goes to some places, one after the other.'),
      points: z.array(placeOfDrill()).min(1).max(mostPoints),
      round: z.boolean().optional().describe('From the last it goes to the first again.'),
      speed: speedOfDrill().optional(),
    }),
    z.strictObject({
      ...common,
      do: z.literal('approach').describe('Goes after somebody, and stays with that one.'),
      whom: identifier().describe('After whom.'),
      within: px().describe('px from middle to middle that are near enough.'),
      speed: speedOfDrill().optional(),
    }),
    z.strictObject({
      ...common,
      do: z.literal('keep-away').describe('Goes away from somebody who is near.'),
      whom: identifier().describe('From whom.'),
      beyond: px().describe('px from middle to middle that are far enough.'),
      speed: speedOfDrill().optional(),
    }),
    z.strictObject({
      ...common,
      do: z.literal('orbit').describe('Goes round somebody.'),
      whom: identifier().describe('Round whom.'),
      distance: z.number().min(1).max(ruleLimits.px).describe('px from middle to middle.'),
      clockwise: z.boolean().optional().describe('Which way round, as one sees it; clockwise, when left out.'),
      speed: speedOfDrill().optional(),
    }),
    z.strictObject({
      ...common,
      do: z.literal('launch').describe('Lets something fly.'),
      actor: identifier().describe('What flies.'),
      to: placeOfDrill().optional().describe('To a place;'),
      after: identifier().optional().describe('or after somebody;'),
      angle: z.number().min(-1e6).max(1e6).optional().describe('or ahead by an angle: the way that it faces, when nothing is said.'),
      range: z.number().min(1).max(ruleLimits.px).optional().describe('How far it flies ahead, px; 2000, when left out.'),
      speed: z.number().min(1).max(ruleLimits.px).optional().describe('px a second; 600, when left out.'),
      pierce: z.number().int().min(0).max(100).optional().describe('How many it goes on through.'),
      spares: z.enum(['launcher', 'own side', 'nobody']).optional().describe('Who is not met on the way; its launcher, when left out.'),
      hop: z.number().min(0).max(4000).optional().describe('px that it rises half-way to a place, as it is drawn.'),
      meets: identifier().optional().describe('Event raised on each whom it meets.'),
      lands: identifier().optional().describe('Event raised where it ends.'),
      payload: payloadValues().optional().describe('What the payloads of its events have besides their defaults.'),
      sequence: identifier().optional().describe('Sequence that it plays, as its source, from where it is let go to where it ends.'),
      stays: z.boolean().optional().describe('It stays where it ends.'),
    }),
    z.strictObject({ ...common, do: z.literal('stop').describe('Stands.') }),
    z.strictObject({
      ...common,
      do: z.literal('turn').describe('Faces the other way.'),
      facing: z.union([z.literal(1), z.literal(-1)]).describe('1 to the right, −1 to the left.'),
    }),
  ]);
});
export type DrillAct = z.infer<ReturnType<typeof actSchema>>;

export const drillSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    note: note().optional(),
    seed: z.number().int().min(0).max(0xffffffff).default(1).describe('What chance draws from.'),
    length: z.number().min(0.1).max(drillLimits.length).describe('Seconds.'),
    actors: z
      .array(
        z.strictObject({
          id: identifier().describe('The id of this body within the drill.'),
          label: z.string().min(1).max(80).optional().describe('What people read; its actor’s label, when left out.'),
          actor: identifier().describe('Which actor of the project it is.'),
          place: placeOfDrill().describe('Where it stands.'),
          facing: z
            .union([z.literal(1), z.literal(-1)])
            .default(1)
            .describe('1 to the right, −1 to the left.'),
          health: z.number().min(0.001).max(ruleLimits.points).optional().describe('Points that it begins with, when not its actor’s own.'),
          rank: z
            .number()
            .int()
            .min(1)
            .max(zoneLimits.ranks)
            .optional()
            .describe('Which of its sizes, from the least; the largest, when left out.'),
        }),
      )
      .max(drillLimits.actors)
      .describe('Who takes part.'),
    script: z
      .array(
        z.strictObject({
          at: timeOfDrill(),
          event: identifier().describe('What is raised.'),
          source: identifier().optional().describe('Who does it.'),
          target: identifier().optional().describe('On whom.'),
          place: placeOfDrill().optional().describe('Where, if on nobody.'),
          payload: payloadValues().optional().describe('What it does not say has its default.'),
          repeat: z
            .strictObject({
              count: z.number().int().min(1).max(drillLimits.repeats).describe('How often.'),
              every: z.number().min(0.001).max(drillLimits.length).describe('Seconds from one to the next.'),
            })
            .optional(),
        }),
      )
      .max(drillLimits.script)
      .describe('What is raised; at one instant in this order.'),
    acts: z
      .array(actSchema())
      .max(drillLimits.acts)
      .optional()
      .describe('What those who take part do; at one instant after the script, in this order.'),
    stage: identifier().optional().describe('The project’s stage that it takes place on: its edges hold where it says none.'),
    edges: edgesSchema().optional(),
    expectations: z.array(expectationSchema()).max(drillLimits.expectations).default([]).describe('What must come of it.'),
  }),
);
export type Drill = Omit<z.infer<ReturnType<typeof drillSchema>>, 'expectations'> & { expectations: Expectation[] };
