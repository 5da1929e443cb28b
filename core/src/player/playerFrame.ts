import type { Frame, Owned, PlayerBodyFrame, PlayerFrame } from '../contract.js';
import { capacityNames, createFrame, type FrameCapacity } from '../take/frame.js';

/** The frame that takes are sampled into: its parties are changed over from take to take. */
export type OpenFrame = Frame & { source: Frame['source']; target: Frame['target'] };

/** A frame with room for so much, seen by the engine and by the game: the same buffers. */
export class Buffers {
  readonly open: OpenFrame;
  readonly shown: PlayerFrame & { t: number; worldRate: number };
  readonly room: FrameCapacity;

  constructor(room: FrameCapacity, bodies: readonly { readonly shown: PlayerBodyFrame }[]) {
    this.room = room;
    const frame = createFrame(room);
    const owned = <T extends object>(list: T, length: number): T & Owned => Object.assign(list, { body: new Int16Array(length) });
    this.open = frame;
    this.shown = {
      t: 0,
      bodies: bodies.map(({ shown }) => shown),
      worldRate: 1,
      view: frame.view,
      rumble: frame.rumble,
      particles: owned(frame.particles, room.particles),
      rings: owned(frame.rings, room.rings),
      numbers: owned(frame.numbers, room.numbers),
      pictures: owned(frame.pictures, room.pictures),
      arcs: owned(frame.arcs, room.arcs),
      ribbons: owned(frame.ribbons, room.ribbons),
      glyphs: owned(frame.glyphs, room.glyphs),
      meters: owned(frame.meters, room.meters),
    };
  }
}

export const noRoom = Object.fromEntries(capacityNames.map((name) => [name, 0])) as unknown as FrameCapacity;

export function sumOfRooms(a: FrameCapacity, b: FrameCapacity, sign: 1 | -1 = 1): FrameCapacity {
  const sum = { ...a };
  for (const name of capacityNames) sum[name] = a[name] + sign * b[name];
  return sum;
}

/** Room for all that is needed, doubled as often as it takes, so that buffers grow seldom. */
export function grown(room: FrameCapacity, needed: FrameCapacity): FrameCapacity | undefined {
  if (capacityNames.every((name) => needed[name] <= room[name])) return undefined;
  return Object.fromEntries(
    capacityNames.map((name) => [name, needed[name] <= room[name] ? room[name] : Math.max(needed[name], 2 * room[name])]),
  ) as unknown as FrameCapacity;
}

/** How much of each list stands in a frame already. */
export interface Marks {
  particles: number;
  rings: number;
  numbers: number;
  pictures: number;
  arcs: number;
  ribbons: number;
  ribbonNodes: number;
  glyphs: number;
  meters: number;
}

export function noMarks(): Marks {
  return { particles: 0, rings: 0, numbers: 0, pictures: 0, arcs: 0, ribbons: 0, ribbonNodes: 0, glyphs: 0, meters: 0 };
}

export function mark(marks: Marks, frame: Frame): void {
  marks.particles = frame.particles.count;
  marks.rings = frame.rings.count;
  marks.numbers = frame.numbers.count;
  marks.pictures = frame.pictures.count;
  marks.arcs = frame.arcs.count;
  marks.ribbons = frame.ribbons.count;
  marks.ribbonNodes = frame.ribbons.nodeCount;
  marks.glyphs = frame.glyphs.count;
  marks.meters = frame.meters.count;
}

/** Says whose everything is that was added since the marks. Written out, because asking each list by its name costs more. */
export function own(marks: Marks, frame: PlayerFrame, body: number): void {
  const { particles, rings, numbers, pictures, arcs, ribbons, glyphs, meters } = frame;
  if (particles.count > marks.particles) particles.body.fill(body, marks.particles, particles.count);
  if (rings.count > marks.rings) rings.body.fill(body, marks.rings, rings.count);
  if (numbers.count > marks.numbers) numbers.body.fill(body, marks.numbers, numbers.count);
  if (pictures.count > marks.pictures) pictures.body.fill(body, marks.pictures, pictures.count);
  if (arcs.count > marks.arcs) arcs.body.fill(body, marks.arcs, arcs.count);
  if (ribbons.count > marks.ribbons) ribbons.body.fill(body, marks.ribbons, ribbons.count);
  if (glyphs.count > marks.glyphs) glyphs.body.fill(body, marks.glyphs, glyphs.count);
  if (meters.count > marks.meters) meters.body.fill(body, marks.meters, meters.count);
}

/** Brings everything that was added since the marks from a take's own px to the game's: `scale` times as large, about (x, y). */
export function placeSince(marks: Marks, frame: Frame, x: number, y: number, scale: number): void {
  const { particles, rings, numbers, pictures, arcs, ribbons, glyphs, meters } = frame;
  lay(particles, marks.particles, particles.count, x, y, scale);
  lay(rings, marks.rings, rings.count, x, y, scale);
  lay(numbers, marks.numbers, numbers.count, x, y, scale);
  lay(pictures, marks.pictures, pictures.count, x, y, scale);
  lay(arcs, marks.arcs, arcs.count, x, y, scale);
  lay(glyphs, marks.glyphs, glyphs.count, x, y, scale);
  lay(meters, marks.meters, meters.count, x, y, scale);
  lay(ribbons, marks.ribbonNodes, ribbons.nodeCount, x, y, scale);
  if (scale === 1) return;
  multiply(particles.size, marks.particles, particles.count, scale);
  multiply(rings.radius, marks.rings, rings.count, scale);
  multiply(rings.width, marks.rings, rings.count, scale);
  multiply(numbers.size, marks.numbers, numbers.count, scale);
  multiply(pictures.size, marks.pictures, pictures.count, scale);
  multiply(arcs.inner, marks.arcs, arcs.count, scale);
  multiply(arcs.outer, marks.arcs, arcs.count, scale);
  multiply(arcs.reach, marks.arcs, arcs.count, scale);
  multiply(glyphs.size, marks.glyphs, glyphs.count, scale);
  multiply(meters.width, marks.meters, meters.count, scale);
  multiply(meters.height, marks.meters, meters.count, scale);
  multiply(ribbons.width, marks.ribbonNodes, ribbons.nodeCount, scale);
}

function lay(
  { x, y }: { readonly x: Float32Array; readonly y: Float32Array },
  from: number,
  to: number,
  dx: number,
  dy: number,
  scale: number,
): void {
  for (let i = from; i < to; i++) {
    x[i] = dx + x[i] * scale;
    y[i] = dy + y[i] * scale;
  }
}

function multiply(values: Float32Array, from: number, to: number, factor: number): void {
  for (let i = from; i < to; i++) values[i] *= factor;
}
