import type { ActorFrame, Frame, Payload, SignalCue, SoundCue, StrikeOptions } from '../../contract.js';
import { hexOf } from '../../maths/colour.js';
import { createFrame } from '../../take/frame.js';
import type { Conventions } from '../../model/project.js';

/** A strike of one sequence, asked for. */
export interface VectorCase {
  /** What it shows. */
  readonly about: string;
  /** Effects with only the fields that are not as their kind's defaults; anchors, repeats and `muted` likewise. */
  readonly effects: readonly Readonly<Record<string, unknown>>[];
  readonly event?: 'hit' | 'bare';
  readonly payload?: Payload;
  readonly options?: StrikeOptions;
  readonly conventions?: Partial<Conventions>;
  /** Wall seconds of the instants; without them some are taken from its first to its last. */
  readonly at?: readonly number[];
}

/** A case with what it must give. */
export interface Vector extends Omit<VectorCase, 'at'> {
  readonly start: number;
  readonly duration: number;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];
  readonly frames: readonly VectorFrame[];
}

/** One file: what a port must be able to do for it, and the cases that show it. */
export interface VectorFile {
  readonly name: string;
  readonly about: string;
  /** The kinds of effects that it uses. */
  readonly kinds: readonly string[];
  readonly vectors: readonly Vector[];
}

/**
 * One instant. Bodies, the view and the rumble have only what is not at rest; of everything that is drawn there are rows,
 * whose columns `columns` names. What is not there at all is at rest, or not drawn.
 */
export type VectorFrame = Readonly<Record<string, unknown>> & { readonly t: number };

/** The columns of what is drawn, in the order of the rows. */
export const columns = {
  particles: ['x', 'y', 'size', 'rotation', 'r', 'g', 'b', 'a', 'picture', 'cell', 'blend'],
  rings: ['x', 'y', 'radius', 'width', 'r', 'g', 'b', 'a', 'blend'],
  numbers: ['text', 'x', 'y', 'size', 'alpha', 'colour', 'outline'],
  pictures: ['picture', 'layer', 'party', 'x', 'y', 'size', 'rotation', 'alpha', 'tint', 'blend'],
  arcs: ['x', 'y', 'inner', 'outer', 'from', 'to', 'reach', 'live', 'r', 'g', 'b', 'a', 'blend'],
  ribbons: ['nodes', 'layer', 'blend'],
  nodes: ['x', 'y', 'width', 'r', 'g', 'b', 'a'],
  glyphs: ['text', 'x', 'y', 'size', 'rotation', 'alpha', 'colour', 'outline'],
  meters: ['party', 'x', 'y', 'width', 'height', 'value', 'lag', 'alpha', 'fill', 'lagFill', 'back'],
} as const;

const colours = new Set(['colour', 'outline', 'tint', 'fill', 'lagFill', 'back', 'flashColour']);
/** Of many rows only the first ones and the last two are written. */
const mostRows = 6;

/** Ten digits tell a number to 1e-9 of it. */
function rounded(value: unknown): unknown {
  return typeof value === 'number' ? Number(value.toPrecision(10)) : value;
}

/** Eight digits are as much as a 32-bit float holds. */
function shown(name: string, value: unknown): unknown {
  if (colours.has(name)) return hexOf(Number(value));
  return typeof value === 'number' ? Number(value.toPrecision(8)) : value;
}

function moved(now: object, rest: object): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(now)
      .filter(([name, value]) => value !== (rest as Record<string, unknown>)[name])
      .map(([name, value]) => [name, colours.has(name) ? hexOf(Number(value)) : rounded(value)]),
  );
}

export function movedBody({ pose, poseAge, ...body }: ActorFrame, resting: ActorFrame): Record<string, unknown> {
  const { pose: restingPose, poseAge: restingAge, ...rest } = resting;
  const posed = { pose: moved(pose, restingPose), poseAge: moved(poseAge, restingAge) };
  return { ...moved(body, rest), ...Object.fromEntries(Object.entries(posed).filter(([, poses]) => Object.keys(poses).length > 0)) };
}

type Column = ArrayLike<number> | readonly string[];

function rowsOf(part: object, names: readonly string[], first: number, count: number): unknown[][] {
  const row = (i: number): unknown[] => names.map((name) => shown(name, (part as Record<string, Column>)[name][first + i]));
  const places = Array.from({ length: count }, (_, i) => i).filter((i) => i < mostRows - 2 || i >= count - 2);
  return places.map(row);
}

/** The rows of one list of a frame. */
export function drawnRows(list: object, names: readonly string[], count: number): unknown[][] {
  return rowsOf(list, names, 0, count);
}

/** View and rumble without what is at rest. */
export function movedParts({ view, rumble }: Pick<Frame, 'view' | 'rumble'>): Record<string, unknown> {
  const rest = createFrame({});
  const parts = { view: moved(view, rest.view), rumble: moved(rumble, rest.rumble) };
  return Object.fromEntries(Object.entries(parts).filter(([, part]) => Object.keys(part).length > 0));
}

/** A frame as vectors write it; `rest` is one at rest. */
export function vectorFrame(frame: Frame, rest: Frame): VectorFrame {
  const { particles, ribbons } = frame;
  const drawn: [keyof typeof columns, object, number][] = [
    ['particles', particles, particles.count],
    ['rings', frame.rings, frame.rings.count],
    ['numbers', frame.numbers, frame.numbers.count],
    ['pictures', frame.pictures, frame.pictures.count],
    ['arcs', frame.arcs, frame.arcs.count],
    ['ribbons', ribbons, ribbons.count],
    ['nodes', ribbons, ribbons.nodeCount],
    ['glyphs', frame.glyphs, frame.glyphs.count],
    ['meters', frame.meters, frame.meters.count],
  ];
  const parts: [string, unknown][] = [
    ['source', movedBody(frame.source, rest.source)],
    ['target', movedBody(frame.target, rest.target)],
    ['view', moved(frame.view, rest.view)],
    ['rumble', moved(frame.rumble, rest.rumble)],
    ...drawn.flatMap(([name, part, count]): [string, unknown][] =>
      count > 0 ? [[name, { count, rows: rowsOf(part, columns[name], 0, count) }]] : [],
    ),
  ];
  return { t: rounded(frame.t) as number, ...Object.fromEntries(parts.filter(([, part]) => Object.keys(part as object).length > 0)) };
}

/** Cues with their numbers as vectors write them. */
export function roundedCues<C extends object>(cues: readonly C[]): C[] {
  return cues.map((cue) => Object.fromEntries(Object.entries(cue).map(([name, value]) => [name, rounded(value)])) as C);
}

const tolerance = 1e-6;

/** Where what was found is not what was expected: the first place, or undefined. */
export function difference(found: unknown, expected: unknown, path: string): string | undefined {
  if (typeof expected === 'number') {
    const near = typeof found === 'number' && Math.abs(found - expected) <= tolerance * Math.max(1, Math.abs(expected));
    return near ? undefined : `${path}: expected ${expected}, found ${String(found)}`;
  }
  if (typeof expected !== 'object' || expected === null)
    return found === expected ? undefined : `${path}: expected ${String(expected)}, found ${String(found)}`;
  const names = new Set([...Object.keys(expected), ...Object.keys((found ?? {}) as object)]);
  for (const name of names) {
    const [a, b] = [found, expected].map((side) => (side as Record<string, unknown> | undefined)?.[name]);
    if (a === undefined && b === undefined) continue;
    const first = difference(a, b, `${path}.${name}`);
    if (first !== undefined) return first;
  }
  return undefined;
}
