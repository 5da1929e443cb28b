import type { ActorFrame, Frame, SoundCue } from '../contract.js';
import { poses } from '../take/frame.js';
import type { EngineTake } from '../take/take.js';
import type { Asset } from '../model/project.js';
import type { Px, Seconds } from '../units.js';

/** What the comparison is held against. */
export interface NoticedOptions {
  /** What the game’s view shows at zoom 1. */
  readonly view?: { readonly width: Px; readonly height: Px };
  /** For how long sounds last. */
  readonly assets?: readonly Asset[];
}

/** How finely two takes are looked at, and how far at most: what is argued about lies near contact. */
const step: Seconds = 1 / 120;
const longest: Seconds = 6;
const defaultView = { width: 960, height: 540 };

/**
 * By how much each thing must change until one begins to notice it: 1 in the sum. Lengths are shares of the view’s width, areas
 * of the view. Set by judgement, not by an experiment: they order a list, and are never shown as a score.
 */
const noticeable = {
  bodyShift: 0.01,
  viewShift: 0.005,
  bodyTurn: 2,
  viewTurn: 0.5,
  scale: 0.02,
  zoom: 0.01,
  amount: 0.05,
  colour: 0.05,
  ink: 0.001,
  inkShift: 0.01,
  rumble: 0.1,
  gain: 0.12,
} as const;

/** What is drawn of one kind of thing, as one blot of ink: its area, its middle, its mean colour. */
interface Blot {
  area: number;
  x: number;
  y: number;
  r: number;
  g: number;
  b: number;
}

/** Instants that are looked at between two pauses. */
const together = 12;

/**
 * How different two takes look, sound and feel: for each instant the sum of all that differs, each in steps that one begins to
 * notice; summed over time, in step-seconds. 0 exactly for takes that are the same. It orders differences by how much of them
 * comes through, and says nothing else.
 */
export function noticed(one: EngineTake, other: EngineTake, options?: NoticedOptions): number {
  const steps = noticing(one, other, options);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same in pieces, for where a long take must not hold up whoever waits: it yields after every few instants. */
export function* noticing(
  one: EngineTake,
  other: EngineTake,
  { view = defaultView, assets = [] }: NoticedOptions = {},
): Generator<undefined, number> {
  const from = Math.min(one.start, other.start);
  const to = Math.min(Math.max(one.duration, other.duration), from + longest);
  const [a, b] = [one.createFrame(), other.createFrame()];
  let sum = 0;
  for (let i = 0; from + i * step <= to; i++) {
    const t = from + i * step;
    sum += frameDifference(one.sample(t, a), other.sample(t, b), view) * step;
    if (i % together === together - 1) yield undefined;
  }
  return sum + soundDifference(one.sounds, other.sounds, assets);
}

function frameDifference(a: Frame, b: Frame, view: { readonly width: Px; readonly height: Px }): number {
  const { width } = view;
  return (
    actorDifference(a.source, b.source, width) +
    actorDifference(a.target, b.target, width) +
    Math.hypot(a.view.x - b.view.x, a.view.y - b.view.y) / (noticeable.viewShift * width) +
    Math.abs(a.view.roll - b.view.roll) / noticeable.viewTurn +
    Math.abs(a.view.zoom - b.view.zoom) / noticeable.zoom +
    Math.abs(a.view.split - b.view.split) +
    Math.abs(a.view.vignette - b.view.vignette) / noticeable.amount +
    litDifference(a.view.flash, a.view.flashColour, b.view.flash, b.view.flashColour) +
    (Math.abs(a.rumble.low - b.rumble.low) + Math.abs(a.rumble.high - b.rumble.high)) / noticeable.rumble +
    inkDifference(a, b, view)
  );
}

function actorDifference(a: ActorFrame, b: ActorFrame, width: Px): number {
  let sum =
    Math.hypot(a.x - b.x, a.y - b.y) / (noticeable.bodyShift * width) +
    Math.abs(a.rotation - b.rotation) / noticeable.bodyTurn +
    (Math.abs(a.scaleX - b.scaleX) + Math.abs(a.scaleY - b.scaleY)) / noticeable.scale +
    Math.abs(Math.max(0, a.sunk) - Math.max(0, b.sunk)) / (noticeable.bodyShift * width) +
    Math.abs(a.alpha - b.alpha) / noticeable.amount +
    litDifference(a.flash, a.flashColour, b.flash, b.flashColour);
  if (a.flash > 0 && b.flash > 0 && a.flashMode !== b.flashMode) sum += Math.min(a.flash, b.flash) / noticeable.amount;
  for (const pose of poses) sum += Math.abs(a.pose[pose] - b.pose[pose]) / noticeable.amount;
  return sum;
}

/** Two flashes: by how much of them there is, and by their colours as far as both are there. */
function litDifference(one: number, colour: number, other: number, otherColour: number): number {
  const parted = colour === otherColour ? 0 : colourDistance(channels(colour), channels(otherColour));
  return Math.abs(one - other) / noticeable.amount + (Math.min(one, other) * parted) / noticeable.colour;
}

const channels = (packed: number): [number, number, number] => [(packed >> 16) / 255, ((packed >> 8) & 255) / 255, (packed & 255) / 255];

/** Mean distance of the encoded channels, 0..1. */
function colourDistance(a: readonly number[], b: readonly number[]): number {
  return (Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) + Math.abs(a[2] - b[2])) / 3;
}

const blotOf = (): Blot => ({ area: 0, x: 0, y: 0, r: 0, g: 0, b: 0 });

function add(blot: Blot, area: number, x: number, y: number, r: number, g: number, b: number): void {
  if (!(area > 0)) return;
  blot.area += area;
  blot.x += area * x;
  blot.y += area * y;
  blot.r += area * r;
  blot.g += area * g;
  blot.b += area * b;
}

function addPacked(blot: Blot, area: number, x: number, y: number, colour: number): void {
  const [r, g, b] = channels(colour);
  add(blot, area, x, y, r, g, b);
}

/** Everything that is drawn besides bodies, kind by kind. */
function blotsOf({ particles, rings, numbers, glyphs, pictures, arcs, ribbons, meters }: Frame): Blot[] {
  const blots = Array.from({ length: 8 }, blotOf);
  const [ofParticles, ofRings, ofNumbers, ofGlyphs, ofPictures, ofArcs, ofRibbons, ofMeters] = blots;
  const disc = Math.PI / 4;
  for (let i = 0; i < particles.count; i++) {
    const { x, y, size, r, g, b, a } = particles;
    add(ofParticles, disc * size[i] * size[i] * a[i], x[i], y[i], r[i], g[i], b[i]);
  }
  for (let i = 0; i < rings.count; i++) {
    const { x, y, radius, width, r, g, b, a } = rings;
    add(ofRings, 2 * Math.PI * radius[i] * width[i] * a[i], x[i], y[i], r[i], g[i], b[i]);
  }
  for (const [letters, blot] of [
    [numbers, ofNumbers],
    [glyphs, ofGlyphs],
  ] as const) {
    for (let i = 0; i < letters.count; i++) {
      const { text, x, y, size, alpha, colour } = letters;
      addPacked(blot, 0.6 * text[i].length * size[i] * size[i] * alpha[i], x[i], y[i], colour[i]);
    }
  }
  for (let i = 0; i < pictures.count; i++) {
    const { x, y, size, alpha, tint } = pictures;
    addPacked(ofPictures, size[i] * size[i] * alpha[i], x[i], y[i], tint[i]);
  }
  for (let i = 0; i < arcs.count; i++) {
    const { x, y, inner, outer, from, to, r, g, b, a } = arcs;
    const radians = (Math.abs(to[i] - from[i]) * Math.PI) / 180;
    const middle = ((from[i] + to[i]) * Math.PI) / 360;
    const radius = (inner[i] + outer[i]) / 2;
    const band = (radians / 2) * (outer[i] * outer[i] - inner[i] * inner[i]);
    add(ofArcs, band * a[i], x[i] + Math.cos(middle) * radius, y[i] + Math.sin(middle) * radius, r[i], g[i], b[i]);
  }
  for (let i = 0; i < ribbons.count; i++) {
    const { first, nodes, x, y, width, r, g, b, a } = ribbons;
    for (let n = first[i] + 1; n < first[i] + nodes[i]; n++)
      add(ofRibbons, Math.hypot(x[n] - x[n - 1], y[n] - y[n - 1]) * width[n] * a[n], x[n], y[n], r[n], g[n], b[n]);
  }
  for (let i = 0; i < meters.count; i++) {
    const { x, y, width, height, value, alpha, fill } = meters;
    addPacked(ofMeters, width[i] * height[i] * value[i] * alpha[i], x[i], y[i], fill[i]);
  }
  return blots;
}

function inkDifference(a: Frame, b: Frame, { width, height }: { readonly width: Px; readonly height: Px }): number {
  const unit = noticeable.ink * width * height;
  const others = blotsOf(b);
  return blotsOf(a).reduce((sum, one, i) => {
    const other = others[i];
    if (one.area === 0 && other.area === 0) return sum;
    const apart = Math.abs(one.area - other.area) / unit;
    const shared = Math.min(one.area, other.area);
    if (shared === 0) return sum + apart;
    const moved = Math.hypot(one.x / one.area - other.x / other.area, one.y / one.area - other.y / other.area);
    const mean = (blot: Blot): number[] => [blot.r / blot.area, blot.g / blot.area, blot.b / blot.area];
    // Where, and in what colour, counts as far as both are there.
    const weight = Math.min(1, shared / unit);
    return sum + apart + weight * (moved / (noticeable.inkShift * width) + colourDistance(mean(one), mean(other)) / noticeable.colour);
  }, 0);
}

/** Sounds clip by clip: what rings in one and not in the other, by its gain and for as long as it does. */
function soundDifference(a: readonly SoundCue[], b: readonly SoundCue[], assets: readonly Asset[]): number {
  if (a.length === 0 && b.length === 0) return 0;
  const lengths = new Map(assets.flatMap((asset) => (asset.type === 'sound' ? [[asset.id, asset.duration] as const] : [])));
  const ends = (cue: SoundCue): number => {
    const ring = (lengths.get(cue.clip) ?? 0.5) / cue.rate;
    return cue.start + (cue.cut > 0 ? Math.min(cue.cut, ring) : ring);
  };
  // A clip at another rate is another sound; only where it differs by less than an ear tells is it the same.
  const nameOf = ({ clip, rate }: SoundCue): string => `${clip} ${Math.round(Math.log2(rate) * 48)}`;
  const changes = [...a.map((cue) => ({ cue, sign: 1 })), ...b.map((cue) => ({ cue, sign: -1 }))].flatMap(({ cue, sign }) => [
    { at: cue.start, name: nameOf(cue), by: sign * cue.gain },
    { at: ends(cue), name: nameOf(cue), by: -sign * cue.gain },
  ]);
  changes.sort((one, other) => one.at - other.at);
  const levels = new Map<string, number>();
  let [sum, before] = [0, changes[0].at];
  for (const { at, name, by } of changes) {
    for (const level of levels.values()) sum += (Math.abs(level) / noticeable.gain) * (at - before);
    const level = (levels.get(name) ?? 0) + by;
    // The dust of sums that come to nothing is nothing.
    if (Math.abs(level) < 1e-9) levels.delete(name);
    else levels.set(name, level);
    before = at;
  }
  return sum;
}
