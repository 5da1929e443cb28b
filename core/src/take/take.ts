import type { Frame, SignalCue, SoundCue, Take } from '../contract.js';
import type { ClockParty, EffectKind, Firing, TimeBend } from '../effects/effect.js';
import type { TimeWarp } from '../maths/timeWarp.js';
import type { Seconds } from '../units.js';
import { createFrame, resetFrame } from './frame.js';

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
  ) {
    this.active = firings.filter((timed) => !timed.silent);
    this.duration = this.active.reduce((latest, timed) => Math.max(latest, timed.end), 0);
    this.start = this.active.reduce((earliest, timed) => Math.min(earliest, timed.start), 0);
    this.drawn = this.active.filter((timed) => timed.firing.sample !== undefined);
    this.sounds = this.active
      .flatMap(({ effect, firing, start }) => {
        const cue = firing.sound?.(start);
        return cue ? [{ effect, ...cue }] : [];
      })
      .sort((a, b) => a.start - b.start);
    this.signals = this.active
      .flatMap(({ effect, firing, start }) => (firing.signal ? [{ effect, ...firing.signal(start) }] : []))
      .sort((a, b) => a.start - b.start);
  }

  createFrame(): Frame {
    const most = (limit: 'particleLimit' | 'ringLimit' | 'numberLimit' | 'pictureLimit'): number =>
      this.drawn.reduce((sum, { firing }) => sum + (firing[limit] ?? 0), 0);
    return createFrame({
      particles: most('particleLimit'),
      rings: most('ringLimit'),
      numbers: most('numberLimit'),
      pictures: most('pictureLimit'),
    });
  }

  sample(t: Seconds, frame: Frame): Frame {
    resetFrame(frame, t);
    frame.source.rate = this.warps.source.rate(t);
    frame.target.rate = this.warps.target.rate(t);
    // By index, because an iterator would be allocated for every sample.
    // eslint-disable-next-line @typescript-eslint/prefer-for-of
    for (let i = 0; i < this.drawn.length; i++) {
      const timed = this.drawn[i];
      if (t < timed.start) continue;
      const { firing } = timed;
      if (t >= timed.end) {
        if (firing.lasting) firing.sample?.(firing.extent, frame);
        continue;
      }
      const age = ageOf(timed, t);
      if (age < firing.extent) firing.sample?.(age, frame);
    }
    return frame;
  }
}
