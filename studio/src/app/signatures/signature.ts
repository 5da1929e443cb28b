import type { Family } from '@undatio/core/internal';
import { ageOf, type EngineTake, type TimedFiring } from '@undatio/core/internal';
import { TimeAxis } from '../tune/strip/timeAxis';

/** What is seen stands above the contact line, what is heard and felt below it. */
export const seenFamilies = ['view', 'body', 'space', 'words'] as const satisfies readonly Family[];
export const feltFamilies = ['ear', 'hand', 'logic'] as const satisfies readonly Family[];

/** A sequence as its strength over time: for each family how much of it there is at each place of the axis. */
export interface Signature {
  readonly amounts: ReadonlyMap<Family, Float32Array>;
  /** Where clocks stand still, as px from and to. */
  readonly stops: readonly (readonly [number, number])[];
  /** Most that stands on either side at one place. */
  readonly peak: number;
}

/** px of a tile's picture. */
export const tileWidth = 112;
/** The same stretch of time on every tile, so that tiles can be compared at a glance. */
export const tileAxis = new TimeAxis(-0.25, 1.2, tileWidth, true);
/** px above the contact's line for what is seen, below it for what is heard and felt. */
export const tileRoom = { base: 30, above: 29, below: 12 };
export const tileHeight = tileRoom.base + tileRoom.below + 1;
/** A project whose strongest blow is weaker than this is not drawn as if it were heavy. */
const leastScale = 3;
/** Scales rise by steps, so that a small change of the strongest blow does not draw every tile anew. */
const scaleStep = 1.1;

/** What fills a tile: the strongest of all, so that light is seen to be small beside heavy. */
export function tileScale(peaks: Iterable<number>): number {
  const strongest = Math.max(leastScale, ...peaks);
  return scaleStep ** Math.ceil(Math.log(strongest) / Math.log(scaleStep) - 1e-9);
}

/** One firing counts no more than this, however strong: it must leave room for the others. */
const most = 1.6;
/** Seconds up to which a firing counts in full. What lasts is there, but says less of how hard the blow is. */
const brief = 0.3;
const least = 0.15;

/** Outline of a clip by its id, 0..1 over its length. */
export type Outlines = (clip: string) => readonly number[];

/** Measures a take along an axis, one place for each px. Every firing counts by its channel against what reads as strong. */
export function signatureOf(take: EngineTake, axis: TimeAxis, outlines: Outlines): Signature {
  const width = Math.ceil(axis.width);
  const amounts = new Map<Family, Float32Array>();
  for (const timed of take.active) {
    const { family } = timed.kind;
    if (family === 'time') continue;
    let sums = amounts.get(family);
    if (!sums) amounts.set(family, (sums = new Float32Array(width)));
    addFiring(sums, timed, axis, outlines);
  }
  const halted = take.bends.flatMap(({ windows }) => windows.filter(({ rate }) => rate === 0));
  const stops = halted.map(({ start, end }) => [axis.x(start), Math.max(axis.x(start) + 2, axis.x(end))] as const);
  const side = (families: readonly Family[]): number => Math.max(0, ...stacked(amounts, families, width).top);
  return { amounts, stops, peak: Math.max(side(seenFamilies), side(feltFamilies)) };
}

function addFiring(sums: Float32Array, timed: TimedFiring, axis: TimeAxis, outlines: Outlines): void {
  const { full } = timed.kind.channel;
  const cue = timed.firing.sound?.(timed.start);
  const outline = cue && outlines(cue.clip);
  const weight = Math.max(least, Math.min(1, brief / (timed.end - timed.start)));
  const first = Math.max(0, Math.floor(axis.x(timed.start)));
  // A moment is drawn as well, as a px of it.
  const last = Math.min(sums.length - 1, Math.max(first, Math.ceil(axis.x(timed.end)) - 1));
  for (let x = first; x <= last; x++) {
    const t = Math.min(Math.max(axis.t(x + 0.5), timed.start), timed.start + (timed.end - timed.start) * 0.9999);
    const value = outline
      ? outlineAt(outline, (t - timed.start) / (timed.end - timed.start)) * (cue?.gain ?? 1)
      : timed.firing.channel(Math.max(0, ageOf(timed, t)));
    sums[x] += weight * Math.min(most, Math.abs(value) / full);
  }
}

function outlineAt(outline: readonly number[], u: number): number {
  return outline[Math.min(outline.length - 1, Math.max(0, Math.floor(u * outline.length)))] ?? 0;
}

/** Families on one another: for each where it begins and ends, and the top of all. */
function stacked(amounts: Signature['amounts'], families: readonly Family[], width: number) {
  const top = new Float32Array(width);
  const layers: { family: Family; from: Float32Array; to: Float32Array }[] = [];
  for (const family of families) {
    const own = amounts.get(family);
    if (!own) continue;
    const from = top.slice();
    for (let x = 0; x < width; x++) top[x] += own[x];
    layers.push({ family, from, to: top.slice() });
  }
  return { top, layers };
}

export interface SignatureDrawing {
  readonly inks: readonly { readonly family: Family; readonly path: string }[];
  readonly notches: readonly { readonly x: number; readonly width: number }[];
}

/** How high a stack is drawn: as high as it is strong, because which blow is heavier is what a tile is asked. */
function heightOf(amount: number, scale: number, room: number): number {
  return room * Math.min(1, amount / scale);
}

/**
 * Draws a signature: what is seen above the line at `base`, what is heard and felt below it, on one `scale` for all
 * tiles of a project. `above` and `below` are the px on either side.
 */
export function drawSignature(
  { amounts, stops }: Signature,
  scale: number,
  { base, above, below }: { base: number; above: number; below: number },
): SignatureDrawing {
  const width = Math.max(0, ...[...amounts.values()].map(({ length }) => length));
  const side = (families: readonly Family[], room: number, sign: 1 | -1) =>
    stacked(amounts, families, width).layers.map(({ family, from, to }) => {
      const y = (amount: number): number => Math.round((base - sign * heightOf(amount, scale, room)) * 10) / 10;
      const there: string[] = [];
      const back: string[] = [];
      for (let x = 0; x < width; x++) {
        there.push(`${x} ${y(to[x])}`);
        back.push(`${x} ${y(from[x])}`);
      }
      return { family, path: `M${there.join('L')}L${back.reverse().join('L')}Z` };
    });
  return {
    inks: [...side(seenFamilies, above, 1), ...side(feltFamilies, below, -1)],
    notches: stops.map(([from, to]) => ({ x: from, width: to - from })),
  };
}
