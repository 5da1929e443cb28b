import type { ActorFrame, Frame, SignalCue, SoundCue } from '../contract.js';
import type { Px, Seconds } from '../units.js';
import { capacityNames, createFrame, resetActor, resetFrame, restingActor, type FrameCapacity } from './frame.js';
import type { EngineTake } from './take.js';
import { limitVoices } from './voices.js';

/** One blow among many: a take that begins `at` seconds, on one of several targets. */
export interface Blow {
  readonly take: EngineTake;
  readonly at: Seconds;
  /** Which target it falls on, from 0. */
  readonly target: number;
  /** Where its contact point lies from the first target's. */
  readonly x: Px;
  readonly y: Px;
}

/** A frame in which several targets stand; `target` is the first of them. */
export interface RapidFrame extends Frame {
  readonly targets: readonly ActorFrame[];
}

/** The same frame while its target is changed over from blow to blow. */
interface OpenFrame extends Frame {
  target: ActorFrame;
}

/**
 * Blows that overlap, seen together: each take is added to one frame, on its own target and at its own contact point.
 * As pure as a take: any instant may be sampled in any order. Costs as much as its takes together.
 */
export class RapidFire {
  readonly start: Seconds;
  readonly duration: Seconds;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];

  constructor(
    readonly blows: readonly Blow[],
    private readonly targetCount: number,
  ) {
    this.start = blows.reduce((earliest, { take, at }) => Math.min(earliest, at + take.start), 0);
    this.duration = blows.reduce((latest, { take, at }) => Math.max(latest, at + take.duration), 0);
    const later = <C extends { start: Seconds }>(cues: readonly C[], at: Seconds): C[] =>
      cues.map((cue) => ({ ...cue, start: cue.start + at }));
    const inOrder = (a: { start: Seconds }, b: { start: Seconds }): number => a.start - b.start;
    this.sounds = limitVoices(blows.flatMap(({ take, at }) => later(take.sounds, at)).sort(inOrder));
    this.signals = blows.flatMap(({ take, at }) => later(take.signals, at)).sort(inOrder);
  }

  createFrame(): RapidFrame {
    const rooms = this.blows.map(({ take }) => take.room);
    const room = Object.fromEntries(
      capacityNames.map((name) => [name, rooms.reduce((sum, one) => sum + one[name], 0)]),
    ) as unknown as FrameCapacity;
    const frame = createFrame(room);
    return { ...frame, targets: Array.from({ length: this.targetCount }, (_, i) => (i === 0 ? frame.target : restingActor())) };
  }

  /** Writes the instant `t` into `frame` and returns it. */
  sample(t: Seconds, frame: RapidFrame): RapidFrame {
    resetFrame(frame, t);
    for (let i = 1; i < frame.targets.length; i++) resetActor(frame.targets[i]);
    const open: OpenFrame = frame;
    for (const { take, at, target, x, y } of this.blows) {
      const marks = marksOf(frame);
      open.target = frame.targets[target];
      take.addTo(frame, t - at);
      moveFrom(marks, frame, target, x, y);
    }
    open.target = frame.targets[0];
    return frame;
  }
}

/** How much of each thing stands in a frame already. */
type Marks = ReturnType<typeof marksOf>;

function marksOf({ particles, rings, numbers, pictures, arcs, ribbons, glyphs, meters }: Frame) {
  return {
    particles: particles.count,
    rings: rings.count,
    numbers: numbers.count,
    pictures: pictures.count,
    arcs: arcs.count,
    ribbons: ribbons.nodeCount,
    glyphs: glyphs.count,
    meters: meters.count,
  };
}

/** Brings what one blow has added to its own contact point, and on its own target. */
function moveFrom(marks: Marks, frame: Frame, target: number, x: Px, y: Px): void {
  const { particles, rings, numbers, pictures, arcs, ribbons, glyphs, meters } = frame;
  shift(particles, marks.particles, particles.count, x, y);
  shift(rings, marks.rings, rings.count, x, y);
  shift(numbers, marks.numbers, numbers.count, x, y);
  shift(pictures, marks.pictures, pictures.count, x, y);
  shift(arcs, marks.arcs, arcs.count, x, y);
  shift(ribbons, marks.ribbons, ribbons.nodeCount, x, y);
  shift(glyphs, marks.glyphs, glyphs.count, x, y);
  shift(meters, marks.meters, meters.count, x, y);
  hand(pictures.party, marks.pictures, pictures.count, target);
  hand(meters.party, marks.meters, meters.count, target);
}

function shift({ x, y }: { readonly x: Float32Array; readonly y: Float32Array }, from: number, to: number, dx: Px, dy: Px): void {
  for (let i = from; i < to; i++) {
    x[i] += dx;
    y[i] += dy;
  }
}

/** The target's number among parties: 2 for the first, then on. */
function hand(party: Uint8Array, from: number, to: number, target: number): void {
  for (let i = from; i < to; i++) if (party[i] === 2) party[i] += target;
}
