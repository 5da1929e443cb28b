import type { PlayerSignal, PlayerSound } from '../contract.js';
import type { Seconds } from '../units.js';
import type { LiveCue, LiveFiring, LiveTake } from './liveTake.js';
import { VoiceKeeper } from './voiceKeeper.js';

/** A cue that is due, with its instant. */
interface Due {
  readonly take: LiveTake;
  readonly cue: LiveCue;
  readonly wall: Seconds;
}

/** What a game is told of one advance: sounds that begin or have to stop, and signals, in the order of their instants. */
export class CueTeller {
  readonly sounds: PlayerSound[] = [];
  readonly signals: PlayerSignal[] = [];
  private readonly voices = new VoiceKeeper();
  private readonly ringing = new Map<LiveTake, { key: string; voice: number; firing: LiveFiring }[]>();
  private readonly due: Due[] = [];
  /** Voices that are to stop, told with the next advance. */
  private readonly stops: number[] = [];

  /** Forgets what was told, and tells what was stopped since. */
  begin(): void {
    this.sounds.length = 0;
    this.signals.length = 0;
    for (const voice of this.stops) this.sounds.push({ type: 'stop', voice, at: 0 });
    this.stops.length = 0;
  }

  /** Tells every cue that is due by `now`; instants are counted `from` the beginning of the advance. */
  tell(takes: readonly LiveTake[], from: Seconds, now: Seconds): void {
    const { due } = this;
    for (const take of takes) {
      for (let i = take.cues.length - 1; i >= 0; i--) {
        const cue = take.cues[i];
        const wall = cue.firing.wallAt(cue.age);
        if (wall > now) continue;
        take.cues.splice(i, 1);
        due.push({ take, cue, wall });
      }
    }
    if (due.length === 0) return;
    due.sort((a, b) => a.wall - b.wall || a.take.serial - b.take.serial || a.cue.order - b.cue.order || a.cue.age - b.cue.age);
    for (const one of due) this.tellOne(one, from);
    due.length = 0;
  }

  /** Stops what still rings of a take, or of one of its firings. */
  stop(take: LiveTake, of?: LiveFiring): void {
    for (const { key, voice, firing } of this.ringing.get(take) ?? []) {
      if (of && of !== firing) continue;
      this.stops.push(voice);
      this.voices.forget(key, voice);
    }
  }

  forget(take: LiveTake): void {
    this.ringing.delete(take);
  }

  private tellOne({ take, cue, wall }: Due, from: Seconds): void {
    const at = Math.max(0, wall - from);
    const { sequence, parties } = take;
    const { effect } = cue.firing.timed;
    const { sound, signal } = cue;
    if (signal) {
      const { name, parameters } = signal;
      this.signals.push({ name, sequence, effect, parameters, source: parties.source.id, target: parties.target.id, at });
    }
    if (!sound) return;
    const key = `${sequence} ${effect}`;
    const voice = this.voices.play(key, sound, wall, (stopped) => this.sounds.push({ type: 'stop', voice: stopped, at }));
    if (voice === undefined) return;
    const { clip, gain, rate, pan, cut } = sound;
    this.sounds.push({ type: 'start', voice, sequence, effect, clip, gain, rate, pan, cut, at });
    const ringing = this.ringing.get(take) ?? [];
    ringing.push({ key, voice, firing: cue.firing });
    this.ringing.set(take, ringing);
  }
}
