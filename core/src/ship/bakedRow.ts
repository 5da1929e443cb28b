import type { ActorFrame, Frame } from '../contract.js';
import { hexOf } from '../maths/colour.js';
import { poses } from '../take/frame.js';

/** The columns of a baked table, in order. They only ever grow at the end. */
export const bakedColumns = [
  't',
  ...actorColumns('target'),
  ...actorColumns('source'),
  'view.x',
  'view.y',
  'view.roll',
  'view.zoom',
  'rumble.low',
  'rumble.high',
  'particles',
  'target.flashMode',
  'source.flashMode',
  'view.split',
  'view.vignette',
  'view.flash',
  'view.flashColour',
  'rings',
  'numbers',
  'pictures',
  ...poseColumns('target'),
  ...poseColumns('source'),
  'arcs',
  'ribbons',
  'glyphs',
  'meters',
  'meter',
  'target.sunk',
  'source.sunk',
] as const;

function poseColumns<P extends string>(party: P) {
  return [`${party}.hurt`, `${party}.lunge`, `${party}.guard`, `${party}.fall`] as const;
}

function actorColumns<P extends string>(party: P) {
  return [
    `${party}.x`,
    `${party}.y`,
    `${party}.rotation`,
    `${party}.scaleX`,
    `${party}.scaleY`,
    `${party}.flash`,
    `${party}.flashColour`,
    `${party}.rate`,
  ] as const;
}

export type BakedColumn = (typeof bakedColumns)[number];
export type BakedRow = Record<BakedColumn, number | string>;

/** One frame as a row of the baked table. */
export function bakedRow(frame: Frame): BakedRow {
  return {
    t: frame.t,
    ...actorCells('target', frame.target),
    ...actorCells('source', frame.source),
    'view.x': frame.view.x,
    'view.y': frame.view.y,
    'view.roll': frame.view.roll,
    'view.zoom': frame.view.zoom,
    'rumble.low': frame.rumble.low,
    'rumble.high': frame.rumble.high,
    particles: frame.particles.count,
    'target.flashMode': frame.target.flashMode,
    'source.flashMode': frame.source.flashMode,
    'view.split': frame.view.split,
    'view.vignette': frame.view.vignette,
    'view.flash': frame.view.flash,
    'view.flashColour': hexOf(frame.view.flashColour),
    rings: frame.rings.count,
    numbers: frame.numbers.count,
    pictures: frame.pictures.count,
    ...poseCells('target', frame.target),
    ...poseCells('source', frame.source),
    arcs: frame.arcs.count,
    ribbons: frame.ribbons.count,
    glyphs: frame.glyphs.count,
    meters: frame.meters.count,
    meter: frame.meters.count > 0 ? frame.meters.value[0] : '',
    'target.sunk': frame.target.sunk,
    'source.sunk': frame.source.sunk,
  } as BakedRow;
}

function actorCells(party: string, actor: ActorFrame): Record<string, number | string> {
  return {
    [`${party}.x`]: actor.x,
    [`${party}.y`]: actor.y,
    [`${party}.rotation`]: actor.rotation,
    [`${party}.scaleX`]: actor.scaleX,
    [`${party}.scaleY`]: actor.scaleY,
    [`${party}.flash`]: actor.flash,
    [`${party}.flashColour`]: hexOf(actor.flashColour),
    [`${party}.rate`]: actor.rate,
  };
}

function poseCells(party: string, { pose }: ActorFrame): Record<string, number> {
  return Object.fromEntries(poses.map((name) => [`${party}.${name}`, pose[name]]));
}

type Columns = Float32Array | Uint8Array | Uint32Array | readonly string[];

/** The names of a frame part's columns, whose entries belong together by their index. */
type ColumnsOf<T> = { [K in keyof T]: T[K] extends Columns ? K : never }[keyof T];

/** Columns that hold colours as 0xrrggbb; they are written out as `#rrggbb`. */
const colourColumns = ['colour', 'outline', 'tint', 'fill', 'lagFill', 'back'] as const;

type EntryOf<T, K extends ColumnsOf<T>> = {
  [N in K]: N extends (typeof colourColumns)[number] ? string : T[N] extends readonly string[] ? string : number;
};

/** Entry `i` of some columns as a record. */
function entry<T, K extends ColumnsOf<T>>(part: T, names: readonly K[], i: number): EntryOf<T, K> {
  const cells = names.map((name) => {
    const value = (part[name] as Columns)[i];
    return [name, colourColumns.includes(name as never) ? hexOf(Number(value)) : value] as const;
  });
  return Object.fromEntries(cells) as EntryOf<T, K>;
}

function entries<T extends { count: number }, K extends ColumnsOf<T>>(part: T, limit: number, ...names: K[]): EntryOf<T, K>[] {
  return Array.from({ length: Math.min(limit, part.count) }, (_, i) => entry(part, names, i));
}

/** One ribbon with its nodes from head to tail. */
export interface BakedRibbon {
  readonly blend: number;
  readonly layer: number;
  readonly nodes: readonly Record<'x' | 'y' | 'width' | 'r' | 'g' | 'b' | 'a', number>[];
}

function bakedRibbons({ ribbons }: Frame): BakedRibbon[] {
  return Array.from({ length: ribbons.count }, (_, i) => ({
    blend: ribbons.blend[i],
    layer: ribbons.layer[i],
    nodes: Array.from({ length: ribbons.nodes[i] }, (_, n) =>
      entry(ribbons, ['x', 'y', 'width', 'r', 'g', 'b', 'a'], ribbons.first[i] + n),
    ),
  }));
}

/** The frame's live particles, at most `limit` of them. */
export function bakedParticles({ particles }: Frame, limit = Infinity) {
  return entries(particles, limit, 'x', 'y', 'size', 'rotation', 'r', 'g', 'b', 'a', 'picture', 'cell', 'blend', 'item');
}

/** Everything of a frame that a table with particles, numbers and all else that is drawn holds. */
export function bakedFrame(frame: Frame, particleLimit = Infinity) {
  const all = Infinity;
  return {
    row: bakedRow(frame),
    particles: bakedParticles(frame, particleLimit),
    rings: entries(frame.rings, all, 'x', 'y', 'radius', 'width', 'r', 'g', 'b', 'a', 'blend'),
    numbers: entries(frame.numbers, all, 'text', 'x', 'y', 'size', 'alpha', 'colour', 'outline'),
    pictures: entries(frame.pictures, all, 'picture', 'layer', 'party', 'x', 'y', 'size', 'rotation', 'alpha', 'tint', 'blend'),
    arcs: entries(frame.arcs, all, 'x', 'y', 'inner', 'outer', 'from', 'to', 'reach', 'live', 'r', 'g', 'b', 'a', 'blend'),
    ribbons: bakedRibbons(frame),
    glyphs: entries(frame.glyphs, all, 'text', 'x', 'y', 'size', 'rotation', 'alpha', 'colour', 'outline'),
    meters: entries(frame.meters, all, 'party', 'x', 'y', 'width', 'height', 'value', 'lag', 'alpha', 'fill', 'lagFill', 'back'),
  };
}

export type BakedFrame = ReturnType<typeof bakedFrame>;
