import type { Frame, SignalCue, SoundCue, Take } from '../contract.js';
import type { TimeWarp } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import { limitVoices } from './voices.js';
import type { ClockParty, Firing, TimeBend } from './firing.js';
import type { PlacedEffect } from './plan.js';
import { sampleAt, wallTimeOf, type TimedFiring } from './timedFiring.js';
import { capacityNames, createFrame, resetFrame, type FrameCapacity } from './frame.js';

/** An effect with everything drawn but not yet placed. */
export interface Fired {
  readonly effect: PlacedEffect;
  readonly delay: Seconds;
  /** One entry per repeat; undefined where chance said no. */
  readonly firings: readonly (Firing | undefined)[];
  /** The same object in every take in which the same was drawn for them. */
  readonly decided: object;
  /** Muted, or not among the soloed: placed and drawn on its lane, but neither seen nor heard. */
  readonly silent: boolean;
  /** Seconds on its clock from its first start to its last end. */
  readonly span: Seconds;
  /** The signal that starts it, if one does: the place of its effect in the list, which firing, and seconds since that firing began. */
  readonly at?: { readonly index: number; readonly firing: number; readonly age: Seconds };
}

/** What a take was made from, so that the next one need not draw again what has not changed. */
export interface TakeOrigin {
  /** Seed, payload, places and sizes. */
  readonly key: string;
  readonly fired: readonly Fired[];
}

const emptyRoom = Object.fromEntries(capacityNames.map((name) => [name, 0])) as Record<keyof FrameCapacity, number>;

/** Most rooms taken at once by all of `firings`. */
export function roomFor(firings: readonly TimedFiring[]): FrameCapacity {
  const room = { ...emptyRoom };
  for (const { firing } of firings) if (firing.room) for (const name of capacityNames) room[name] += firing.room[name] ?? 0;
  return room;
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

  private readonly wall = new Float64Array(1);

  /** Adds this take's instant `t` to what stands in `frame` already; `wrote` is told of each firing, and how many particles stood before. */
  addTo(frame: Frame, t: Seconds, wrote?: (timed: TimedFiring, particles: number) => void): void {
    const { wall, warps, drawn } = this;
    wall[0] = t;
    frame.source.rate = Math.min(frame.source.rate, warps.source.rateAt(wall));
    frame.target.rate = Math.min(frame.target.rate, warps.target.rateAt(wall));
    // By index, because an iterator would be allocated for every sample.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < drawn.length; i++) {
      const { count } = frame.particles;
      sampleAt(drawn[i], wall, frame);
      wrote?.(drawn[i], count);
    }
  }
}
