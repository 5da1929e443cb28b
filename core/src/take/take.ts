import type { Frame, SignalCue, SoundCue, Take } from '../contract.js';
import type { ClockParty, EffectKind, Firing, TimeBend } from '../effects/effect.js';
import type { TimeWarp } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import { limitVoices } from './voices.js';
import type { TakeOrigin } from './strike.js';
import { capacityNames, createFrame, resetFrame, type FrameCapacity } from './frame.js';

/** A firing with its place in wall time. */
export interface TimedFiring {
  readonly effect: string;
  readonly kind: EffectKind;
  readonly firing: Firing;
  /** Neither seen nor heard, only drawn on its lane. */
  readonly silent: boolean;
  /** The game clock its age is read from; absent on the wall clock. */
  readonly warp: TimeWarp | undefined;
  readonly start: Seconds;
  readonly end: Seconds;
}

/** Age of a firing on its own clock at wall time `t`. */
export function ageOf(timed: TimedFiring, t: Seconds): Seconds {
  return timed.warp ? timed.warp.tau(t) - timed.warp.tau(timed.start) : t - timed.start;
}

/** Writes a firing's part of the frame at wall time `t`. */
export function sampleAt(timed: TimedFiring, t: Seconds, frame: Frame): void {
  if (t < timed.start) return;
  const { firing } = timed;
  if (t >= timed.end) {
    if (firing.lasting) firing.sample?.(firing.extent, frame);
    return;
  }
  const age = ageOf(timed, t);
  if (age < firing.extent) firing.sample?.(age, frame);
}

/** Wall time at which a firing is `age` seconds old on its own clock. */
export function wallTimeOf(timed: TimedFiring, age: Seconds): Seconds {
  return timed.warp ? timed.warp.wallTime(timed.warp.tau(timed.start) + age) : timed.start + age;
}

/** Most rooms taken at once by all of `firings`. */
export function roomFor(firings: readonly TimedFiring[]): FrameCapacity {
  const most = (name: keyof FrameCapacity): number => firings.reduce((sum, { firing }) => sum + (firing.room?.[name] ?? 0), 0);
  return Object.fromEntries(capacityNames.map((name) => [name, most(name)])) as unknown as FrameCapacity;
}

/** The engine's Take: all choices made, any instant to be had at the same cost. */
export class EngineTake implements Take {
  readonly duration: Seconds;
  readonly start: Seconds;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];
  /** Firings that are seen, heard or felt. */
  readonly active: readonly TimedFiring[];
  private readonly drawn: readonly TimedFiring[];

  constructor(
    readonly sequence: string,
    readonly seed: number,
    readonly warps: Readonly<Record<ClockParty, TimeWarp>>,
    /** What halts or slows which clocks, by start. */
    readonly bends: readonly TimeBend[],
    readonly firings: readonly TimedFiring[],
    /** What it was made from, for the take that follows it. */
    readonly origin?: TakeOrigin,
  ) {
    this.active = firings.filter((timed) => !timed.silent);
    this.duration = this.active.reduce((latest, timed) => Math.max(latest, timed.end), 0);
    this.start = this.active.reduce((earliest, timed) => Math.min(earliest, timed.start), 0);
    // The view first: what keeps its size on the screen must know the zoom.
    const drawn = this.active.filter((timed) => timed.firing.sample !== undefined);
    const ofView = ({ kind }: TimedFiring): boolean => kind.family === 'view';
    this.drawn = [...drawn.filter(ofView), ...drawn.filter((timed) => !ofView(timed))];
    const cues = this.active.flatMap(({ effect, firing, start }) => {
      const cue = firing.sound?.(start);
      return cue ? [{ effect, ...cue }] : [];
    });
    this.sounds = limitVoices(cues.sort((a, b) => a.start - b.start));
    this.signals = this.active
      .flatMap((timed) =>
        (timed.firing.signals?.((age) => wallTimeOf(timed, age)) ?? []).map((signal) => ({ effect: timed.effect, ...signal })),
      )
      .sort((a, b) => a.start - b.start);
  }

  createFrame(): Frame {
    return createFrame(this.room);
  }

  /** Most of each thing that it can show at once. */
  get room(): FrameCapacity {
    return roomFor(this.drawn);
  }

  sample(t: Seconds, frame: Frame): Frame {
    resetFrame(frame, t);
    this.addTo(frame, t);
    return frame;
  }

  /** Adds this take's instant `t` to what stands in `frame` already. */
  addTo(frame: Frame, t: Seconds): void {
    frame.source.rate = Math.min(frame.source.rate, this.warps.source.rate(t));
    frame.target.rate = Math.min(frame.target.rate, this.warps.target.rate(t));
    // By index, because an iterator would be allocated for every sample.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < this.drawn.length; i++) sampleAt(this.drawn[i], t, frame);
  }
}
