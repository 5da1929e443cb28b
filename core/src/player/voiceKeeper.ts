import type { Seconds } from '../units.js';

interface Ringing {
  readonly voice: number;
  /** Wall time at which it stops by itself; never, where it has no cut. */
  readonly until: Seconds;
}

interface Played {
  last: Seconds;
  ringing: Ringing[];
}

/**
 * Gap and most voices of each effect of each sequence, across all takes: the same rules as within one. `play` answers with the
 * new voice, or nothing where it comes too soon; `stopped` is told the voices that have to give way.
 */
export class VoiceKeeper {
  private readonly played = new Map<string, Played>();
  private next = 1;

  play(
    key: string,
    cue: { readonly gap: Seconds; readonly voices: number; readonly cut: Seconds },
    at: Seconds,
    stopped: (voice: number) => void,
  ): number | undefined {
    const before = this.played.get(key);
    if (before && at - before.last < cue.gap) return undefined;
    const ringing = (before?.ringing ?? []).filter(({ until }) => until > at);
    const tooMany = Math.max(0, ringing.length - cue.voices + 1);
    for (const { voice } of ringing.splice(0, tooMany)) stopped(voice);
    const voice = this.next++;
    ringing.push({ voice, until: cue.cut > 0 ? at + cue.cut : Infinity });
    this.played.set(key, { last: at, ringing });
    return voice;
  }

  /** A voice was stopped by somebody else. */
  forget(key: string, voice: number): void {
    const played = this.played.get(key);
    if (played) played.ringing = played.ringing.filter((one) => one.voice !== voice);
  }
}
