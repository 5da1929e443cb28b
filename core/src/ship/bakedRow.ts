import type { ActorFrame, Frame } from '../contract.js';
import { hexOf } from '../maths/colour.js';

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
] as const;

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

/** One live particle as a record. */
export type BakedParticle = Record<'x' | 'y' | 'size' | 'rotation' | 'r' | 'g' | 'b' | 'a' | 'picture' | 'blend', number>;

/** The frame's live particles, at most `limit` of them. */
export function bakedParticles({ particles }: Frame, limit = Infinity): BakedParticle[] {
  return Array.from({ length: Math.min(limit, particles.count) }, (_, i) => ({
    x: particles.x[i],
    y: particles.y[i],
    size: particles.size[i],
    rotation: particles.rotation[i],
    r: particles.r[i],
    g: particles.g[i],
    b: particles.b[i],
    a: particles.a[i],
    picture: particles.picture[i],
    blend: particles.blend[i],
  }));
}

/** One ring as a record. */
export type BakedRing = Record<'x' | 'y' | 'radius' | 'width' | 'r' | 'g' | 'b' | 'a' | 'blend', number>;

export function bakedRings({ rings }: Frame): BakedRing[] {
  return Array.from({ length: rings.count }, (_, i) => ({
    x: rings.x[i],
    y: rings.y[i],
    radius: rings.radius[i],
    width: rings.width[i],
    r: rings.r[i],
    g: rings.g[i],
    b: rings.b[i],
    a: rings.a[i],
    blend: rings.blend[i],
  }));
}

/** One number in flight as a record. */
export interface BakedNumber {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly alpha: number;
  readonly colour: string;
  readonly outline: string;
}

export function bakedNumbers({ numbers }: Frame): BakedNumber[] {
  return Array.from({ length: numbers.count }, (_, i) => ({
    text: numbers.text[i],
    x: numbers.x[i],
    y: numbers.y[i],
    size: numbers.size[i],
    alpha: numbers.alpha[i],
    colour: hexOf(numbers.colour[i]),
    outline: hexOf(numbers.outline[i]),
  }));
}

/** One picture as a record. */
export interface BakedPicture {
  readonly picture: string;
  readonly layer: number;
  readonly party: number;
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly rotation: number;
  readonly alpha: number;
  readonly tint: string;
  readonly blend: number;
}

export function bakedPictures({ pictures }: Frame): BakedPicture[] {
  return Array.from({ length: pictures.count }, (_, i) => ({
    picture: pictures.picture[i],
    layer: pictures.layer[i],
    party: pictures.party[i],
    x: pictures.x[i],
    y: pictures.y[i],
    size: pictures.size[i],
    rotation: pictures.rotation[i],
    alpha: pictures.alpha[i],
    tint: hexOf(pictures.tint[i]),
    blend: pictures.blend[i],
  }));
}

/** Everything of a frame that a table with particles, rings, numbers and pictures holds. */
export function bakedFrame(frame: Frame, particleLimit = Infinity) {
  return {
    row: bakedRow(frame),
    particles: bakedParticles(frame, particleLimit),
    rings: bakedRings(frame),
    numbers: bakedNumbers(frame),
    pictures: bakedPictures(frame),
  };
}

export type BakedFrame = ReturnType<typeof bakedFrame>;
