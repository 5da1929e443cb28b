import * as z from 'zod';
import {
  drillSchema,
  edgesSchema,
  fighterShape,
  harmSchema,
  responseSchema,
  statusSchema,
  type Drill,
  type Response,
} from '../combat/schemas.js';
import type { Effect } from '../effects/registry.js';
import { effectSchema } from '../effects/schemas.js';
import { effectLimit } from '../take/compile.js';
import { poses, wholeBody } from '../take/frame.js';
import { fieldName, identifier, label, note } from './fieldSchema.js';
import { lazySchema } from './lazySchema.js';
import { presetSchema, type Preset } from './preset.js';
import { collectionLimits, listedCollections } from './collections.js';
import { cellCount, cellLimit, sheetCells } from './sheet.js';

/** Rises when a document of an older format would be misread. */
export const projectFormat = 1;

/** One field of an event's payload. */
export const payloadFieldSchema = /* @__PURE__ */ lazySchema(() => {
  const common = { name: fieldName(), label: label() };
  const type = <T extends string>(name: T) => z.literal(name);
  return z.discriminatedUnion('type', [
    z.strictObject({
      type: type('number'),
      ...common,
      min: z.number().describe('Lowest that a person sets; payloads are not clamped to it.'),
      max: z.number().describe('Highest that a person sets; payloads are not clamped to it.'),
      step: z.number().positive().default(1).describe('From one value to the next on the strike pad.'),
      default: z.number().describe('Where a payload leaves it out.'),
      unit: z.string().min(1).max(12).optional().describe('What it is counted in, for people.'),
    }),
    z.strictObject({ type: type('direction'), ...common, default: z.number().min(-360).max(360).describe('Degrees, from +x toward +y.') }),
    z.strictObject({
      type: type('kind'),
      ...common,
      options: z.array(z.string().min(1).max(40)).min(1).max(32).describe('What it may be.'),
      default: z.string().describe('One of the options.'),
    }),
    z.strictObject({ type: type('flag'), ...common, default: z.boolean().describe('Where a payload leaves it out.') }),
    z.strictObject({ type: type('text'), ...common, default: z.string().max(200).describe('Where a payload leaves it out.') }),
  ]);
});
export type PayloadField = z.infer<ReturnType<typeof payloadFieldSchema>>;

export const eventSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      id: identifier(),
      label: label(),
      note: note().optional(),
      fields: z.array(payloadFieldSchema()).max(32).describe('Its payload.'),
      sample: z
        .record(fieldName(), z.union([z.number(), z.string().max(200), z.boolean()]))
        .optional()
        .describe('A payload to try it with; what it leaves out has its default.'),
      harm: harmSchema().optional(),
    })
    .superRefine((event, context) => {
      event.fields.forEach((field, i) => {
        const place = ['fields', i];
        if (event.fields.findIndex((other) => other.name === field.name) !== i) {
          context.addIssue({ code: 'custom', path: [...place, 'name'], message: `expected a name of its own, "${field.name}" is taken` });
        }
        if (field.type === 'number' && !(field.min < field.max && field.min <= field.default && field.default <= field.max)) {
          context.addIssue({ code: 'custom', path: [...place, 'default'], message: 'expected min < max and a default between them' });
        }
        if (field.type === 'kind' && !field.options.includes(field.default)) {
          context.addIssue({ code: 'custom', path: [...place, 'default'], message: `expected one of ${field.options.join(', ')}` });
        }
      });
      for (const [name, value] of Object.entries(event.sample ?? {})) {
        const field = event.fields.find((one) => one.name === name);
        const message = !field
          ? `expected a field of this event (${event.fields.map((one) => one.name).join(', ') || 'it has none'})`
          : typeof value !== typeof field.default
            ? `expected a ${typeof field.default}`
            : field.type === 'kind' && !field.options.includes(String(value))
              ? `expected one of ${field.options.join(', ')}`
              : undefined;
        if (message !== undefined) context.addIssue({ code: 'custom', path: ['sample', name], message });
      }
    }),
);
export type EventType = z.infer<ReturnType<typeof eventSchema>>;

const placeSchema = /* @__PURE__ */ lazySchema(() =>
  z
    .strictObject({
      x: z.number().min(-4000).max(4000).describe('px to the right.'),
      y: z.number().min(-4000).max(4000).describe('px down.'),
    })
    .meta({ id: 'place', description: 'A place, in px from what it is relative to.' }),
);

/** How a part of a body is moved by a pose, in full. */
const partPoseSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    turn: z.number().min(-360).max(360).default(0).describe('Degrees about its pivot.'),
    x: z.number().min(-1000).max(1000).default(0).describe('px forward: toward where the body looks.'),
    y: z.number().min(-1000).max(1000).default(0).describe('px down.'),
  }),
);

/** Which of a picture's cells. */
const cell = /* @__PURE__ */ lazySchema(() =>
  z
    .number()
    .int()
    .min(0)
    .max(cellLimit - 1),
);

const clipSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    picture: identifier().describe('The picture asset that its cells are cut from.'),
    cells: z.array(cell()).min(1).max(cellLimit).describe('In order, from 0.'),
    rate: z.number().min(0.1).max(240).describe('Cells a second.'),
    loop: z.boolean().describe('Whether it begins again; its last cell stays otherwise.'),
  }),
);
export type ActorClip = z.infer<ReturnType<typeof clipSchema>>;

export const actorSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    role: z
      .enum(['source', 'target', 'bystander', 'none'])
      .describe('Its role on the stage; `none`: it stands only on stages that list it among their bodies.'),
    picture: identifier().describe('A picture asset.'),
    cell: cell().optional().describe('Which cell of it; the first when left out.'),
    looks: z.enum(['right', 'left']).optional().describe('Where its pictures look; it is mirrored when it faces the other way.'),
    width: z.number().min(1).max(2000).describe('px at zoom 1'),
    height: z.number().min(1).max(2000).describe('px at zoom 1'),
    place: placeSchema().optional().describe('Where it rests, relative to the contact point.'),
    spots: z
      .record(identifier(), placeSchema())
      .default({})
      .describe('Its spots by name, relative to its middle; those every body has need be named only off the edges of its size.'),
    parts: z
      .array(
        z.strictObject({
          id: identifier(),
          picture: identifier().describe('A picture asset of the whole body’s size that shows this part alone.'),
          pivot: placeSchema().describe('What it turns about, relative to the body’s middle.'),
        }),
      )
      .max(40)
      .default([])
      .describe('What the body is drawn from, back to front; its picture alone when there are none.'),
    poses: z
      .partialRecord(z.enum(poses), z.record(identifier(), partPoseSchema()))
      .default({})
      .describe(`How each pose moves its parts by their ids, and the body by “${wholeBody}”.`),
    clips: z.array(clipSchema()).max(64).optional().describe('Runs of cells by name.'),
    poseClips: z.partialRecord(z.enum(poses), identifier()).optional().describe('Clips shown for the body while in a pose.'),
    ...fighterShape(),
  }),
);
export type Actor = z.infer<ReturnType<typeof actorSchema>>;

/** A relative path of plain names: it can never leave the folder it is resolved in. */
const assetFile = /* @__PURE__ */ lazySchema(() =>
  z
    .string()
    .max(200)
    .regex(
      /^(?:[A-Za-z0-9_-][A-Za-z0-9._-]*\/)*[A-Za-z0-9_-][A-Za-z0-9._-]*$/,
      'expected a relative path of plain names, such as "sounds/crack.wav"',
    )
    // In a folder and in an archive, these are the documents of assets.
    .refine((file) => !/\.json$/i.test(file), 'expected the file of a sound or a picture, found a name that ends in .json'),
);

const cellPlaceSchema = /* @__PURE__ */ lazySchema(() => {
  const px = (): z.ZodNumber => z.number().int().min(0).max(16384);
  return z.strictObject({ x: px(), y: px(), width: px().min(1), height: px().min(1) }).meta({ id: 'cell', description: 'px of the file.' });
});
const framesSchema = /* @__PURE__ */ lazySchema(() => z.array(cellPlaceSchema()).min(1).max(cellLimit));

/** How a picture is cut: by a grid, or by a list of rectangles. */
export const sheetSchema = /* @__PURE__ */ lazySchema(() => {
  const px = (): z.ZodNumber => z.number().int().min(0).max(16384);
  const count = (): z.ZodNumber => z.number().int().min(1).max(cellLimit);
  return z.discriminatedUnion('by', [
    z
      .strictObject({
        by: z.literal('grid').describe('Equal cells in columns and rows.'),
        columns: count(),
        rows: count(),
        width: px().min(1).describe('px of a cell.'),
        height: px().min(1).describe('px of a cell.'),
        left: px().default(0).describe('px before the first column.'),
        top: px().default(0).describe('px above the first row.'),
        gapX: px().default(0).describe('px between columns.'),
        gapY: px().default(0).describe('px between rows.'),
        empty: z.array(z.number().int().min(0)).max(1024).optional().describe('Places without a cell, row by row from 0.'),
      })
      .superRefine((grid, context) => {
        const cells = grid.columns * grid.rows > 1024 ? grid.columns * grid.rows : sheetCells(grid).length;
        if (cells < 1 || cells > cellLimit)
          context.addIssue({ code: 'custom', path: ['empty'], message: `expected 1 to ${cellLimit} cells, found ${cells}` });
      }),
    z.strictObject({ by: z.literal('frames').describe('A rectangle for each cell.'), frames: framesSchema() }),
  ]);
});

/** `cut`: how documents of a kind say where the cells of a picture lie. */
function assetSchemaWith<P extends z.ZodRawShape>(cut: P) {
  const common = {
    id: identifier(),
    label: label(),
    file: assetFile().describe('Where its file lies: in a kit, under assets/.'),
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'expected 64 hexadecimal digits')
      .describe('Of the file’s bytes; what the store finds it by.'),
    tags: z.array(z.string().min(1).max(40)).max(32).default([]).describe('What people find it by.'),
  };
  return z.discriminatedUnion('type', [
    z.strictObject({
      type: z.literal('sound').describe('A sound.'),
      ...common,
      duration: z.number().min(0).max(600).describe('Seconds.'),
      peaks: z.array(z.number().min(0).max(1)).max(512).default([]).describe('Its outline, for drawing.'),
      loudness: z.number().min(-200).max(20).optional().describe('LUFS after ITU-R BS.1770; left out where it is silent or not measured.'),
      lead: z.number().min(0).max(600).optional().describe('Seconds of silence before it begins.'),
    }),
    z.strictObject({
      type: z.literal('picture').describe('A picture.'),
      ...common,
      cells: z.number().int().min(1).max(256).default(1).describe('Equal cells side by side, when it is an animated strip.'),
      width: z.number().int().min(1).max(16384).optional().describe('px of the file.'),
      height: z.number().int().min(1).max(16384).optional().describe('px of the file.'),
      ...cut,
    }),
  ]);
}

export const assetSchema = /* @__PURE__ */ lazySchema(() =>
  assetSchemaWith({ sheet: sheetSchema().optional().describe('Where its cells lie, when not equal and side by side.') }),
);

/** An asset as kits have it: with every cell's place written out. */
export const kitAssetSchema = /* @__PURE__ */ lazySchema(() =>
  assetSchemaWith({ frames: framesSchema().optional().describe('Where its cells lie, when not equal and side by side.') }),
);
export type KitAssetDocument = z.infer<ReturnType<typeof kitAssetSchema>>;

/** An asset as its kit has it, its file under assets/. */
export function kitAssetOf(asset: Asset): KitAssetDocument {
  const file = kitPath(asset.file);
  if (asset.type === 'sound') return { ...asset, file };
  const { sheet, ...others } = asset;
  return { ...others, file, cells: cellCount(asset), ...(sheet && { frames: [...sheetCells(sheet)] }) };
}

/** Where an asset's file lies inside a kit. */
export function kitPath(file: string): string {
  return file.startsWith('assets/') ? file : `assets/${file}`;
}

export type Asset = z.infer<ReturnType<typeof assetSchema>>;

export const sequenceSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    event: identifier().describe('The event whose payload drives it.'),
    note: z.string().max(2000).default('').describe('For people.'),
    tags: z.array(z.string().min(1).max(40)).max(32).optional().describe('What people find it by.'),
    effects: z.array(effectSchema()).max(effectLimit).describe('What happens, in the order of its lanes.'),
  }),
);
/** Effects are named rather than inferred through the list, to keep the compiler's errors readable. */
export type Sequence = Omit<z.infer<ReturnType<typeof sequenceSchema>>, 'effects'> & { effects: Effect[] };

/** How the receiving game measures; applied by the runtime at the very end. */
export const conventionsSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    axis: z.enum(['down', 'up']).default('down').describe('Which way +y points.'),
    angles: z.enum(['degrees', 'radians']).default('degrees').describe('How angles are measured; with +y up they run the other way.'),
    unitsPerPixel: z.number().positive().max(1000).default(1).describe('World units for one px.'),
    viewWidth: z
      .number()
      .positive()
      .max(20000)
      .default(960)
      .describe('px that the view shows across at zoom 1; readings are held against it.'),
    viewHeight: z.number().positive().max(20000).default(540).describe('px that the view shows from top to foot at zoom 1.'),
    frameRate: z.number().int().min(1).max(1000).default(60).describe('Of baked tables.'),
  }),
);
export type Conventions = z.infer<ReturnType<typeof conventionsSchema>>;

/** How much standing still a body is spared. */
export const stopBudgetSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    seconds: z.number().min(0).max(60).describe('At most so many,'),
    within: z.number().min(0.05).max(60).describe('in so many seconds.'),
  }),
);
export type StopBudget = z.infer<ReturnType<typeof stopBudgetSchema>>;
const stopBudget = /* @__PURE__ */ lazySchema(() =>
  stopBudgetSchema().optional().describe('Most hit-stop in any stretch of time, for each body and the world; any, when left out.'),
);

/** Somebody on a stage; what it does not say is as its actor has it. */
const stageBodySchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    actor: identifier().describe('Who.'),
    role: z.enum(['source', 'target', 'bystander']).optional().describe('As what it stands there.'),
    place: placeSchema().optional().describe('Where it rests, relative to the contact point.'),
    scale: z.number().min(0.05).max(20).optional().describe('How much larger than its actor.'),
  }),
);
export type StageBody = z.infer<ReturnType<typeof stageBodySchema>>;

/** A stage to strike on in the studio: who stands where, and before what. */
export const stageSetUpSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    bodies: z.array(stageBodySchema()).max(40).optional().describe('Who stands on it; every actor as it is, when left out.'),
    background: z
      .discriminatedUnion('of', [
        z.strictObject({
          of: z.literal('colour').describe('One colour.'),
          colour: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'expected "#rrggbb"'),
        }),
        z.strictObject({
          of: z.literal('picture').describe('A picture, such as of the game itself.'),
          picture: identifier().describe('A picture asset.'),
          x: z.number().min(-4000).max(4000).default(0).describe('px to the right of the contact point, of its middle.'),
          y: z.number().min(-4000).max(4000).default(0).describe('px below it.'),
          width: z.number().min(1).max(20000).describe('px that it is wide at zoom 1.'),
        }),
      ])
      .optional()
      .describe('What is behind everything; the studio’s own arena or plain grounds, when left out.'),
    ground: z.boolean().default(true).describe('Whether plain ground is drawn from the bodies’ feet down.'),
    zoom: z.number().min(0.1).max(10).default(1).describe('How much nearer it is looked at.'),
    edges: edgesSchema().optional(),
  }),
);
export type StageSetUp = z.infer<ReturnType<typeof stageSetUpSchema>>;

/** What a project has besides its entities. */
export const settingsSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    id: identifier(),
    label: label(),
    seen: z.enum(['side', 'above']).optional().describe('From where the game is looked at, for the stage; from the side when left out.'),
    conventions: conventionsSchema().default(() => conventionsSchema().parse({})),
    stopBudget: stopBudget(),
    stages: z.array(stageSetUpSchema()).max(32).optional().describe('Stages to strike on in the studio; the first is the usual one.'),
    idsInUse: z.boolean().optional().describe('True once a game uses the ids: they stay when names change.'),
  }),
);
export type Settings = z.infer<ReturnType<typeof settingsSchema>>;

export const projectSchema = /* @__PURE__ */ lazySchema(() =>
  z.strictObject({
    format: z.literal(projectFormat),
    ...settingsSchema().shape,
    events: z.array(eventSchema()).max(collectionLimits.events),
    actors: z.array(actorSchema()).max(collectionLimits.actors),
    assets: z.array(assetSchema()).max(collectionLimits.assets),
    sequences: z.array(sequenceSchema()).max(collectionLimits.sequences),
    statuses: z.array(statusSchema()).max(collectionLimits.statuses).default([]),
    responses: z.array(responseSchema()).max(collectionLimits.responses).default([]),
    drills: z.array(drillSchema()).max(collectionLimits.drills).default([]),
    presets: z.array(presetSchema()).max(collectionLimits.presets).default([]),
  }),
);
export type Project = Omit<z.infer<ReturnType<typeof projectSchema>>, 'sequences' | 'responses' | 'drills' | 'presets'> & {
  sequences: Sequence[];
  responses: Response[];
  drills: Drill[];
  presets: Preset[];
};
export type { Preset } from './preset.js';
export type { Drill, DrillAct, Move, Response, Rung, Status } from '../combat/schemas.js';

/** The order of a project's entities by their ids. */
const orderSchema = /* @__PURE__ */ lazySchema(() => {
  const ids = z.array(identifier()).max(2000).optional();
  return z.strictObject({
    events: ids,
    actors: ids,
    assets: ids,
    sequences: ids,
    statuses: ids,
    responses: ids,
    drills: ids,
    presets: ids,
  });
});
export type Order = z.infer<ReturnType<typeof orderSchema>>;

/** Settings as they are stored beside their entities, which they put in order. */
export const storedSettingsSchema = /* @__PURE__ */ lazySchema(() =>
  settingsSchema().extend({ order: orderSchema().optional().describe('Entities it does not name come after those it names.') }),
);
export type StoredSettings = z.infer<ReturnType<typeof storedSettingsSchema>>;

/** The schema of each kind of document, as it is stored. */
export const documentSchemas = {
  settings: storedSettingsSchema,
  events: eventSchema,
  actors: actorSchema,
  assets: assetSchema,
  sequences: sequenceSchema,
  statuses: statusSchema,
  responses: responseSchema,
  drills: drillSchema,
  presets: presetSchema,
} as const;

/** A project's settings as they are stored. */
export function storedSettingsOf(project: Project): StoredSettings {
  const ids = (list: readonly { readonly id: string }[]): string[] => list.map(({ id }) => id);
  return { ...settingsOf(project), order: Object.fromEntries(listedCollections.map((name) => [name, ids(project[name])])) };
}

/** A project's settings alone. */
export function settingsOf({ id, label, seen, conventions, stopBudget, stages, idsInUse }: Project): Settings {
  return {
    id,
    label,
    ...(seen && { seen }),
    conventions,
    ...(stopBudget && { stopBudget }),
    ...(stages && { stages }),
    ...(idsInUse !== undefined && { idsInUse }),
  };
}
