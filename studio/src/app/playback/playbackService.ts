import { inject, Injectable } from '@angular/core';
import type { Drill, Payload } from '@undatio/core';
import { BehaviorSubject, Subject } from 'rxjs';
import type { Run } from './stageTake';
import { StrikeService } from './strikeService';

export const speeds = [1, 0.5, 0.25, 0.1] as const;
/** 0 follows the display. */
export const frameRates = [0, 30, 60, 144] as const;

export interface PlaybackSettings {
  readonly playing: boolean;
  readonly loop: boolean;
  readonly speed: number;
  readonly frameRate: number;
  /** Seconds between strikes when they repeat; 0 is once. */
  readonly every: number;
}

/** A stretch of play that sounds can be scheduled against. */
export interface PlayStart {
  readonly take: Run;
  /** Take time at which it starts. */
  readonly from: number;
  readonly speed: number;
}

/** When something begins and ends, in seconds from contact. */
export type Span = Pick<Run, 'start' | 'duration'>;

/** An event as it was raised, and who took part, where more than a sequence was struck. */
export interface Raised {
  readonly event: string;
  readonly payload: Payload;
  readonly source?: Drill['actors'][number] | undefined;
  readonly target?: Drill['actors'][number] | undefined;
}

/** Stillness shown before the earliest wind-up and after the last trace, in seconds. */
const lead = 0.03;
const rest = 0.25;
/** One frame at the rate that steps and snapping go by. */
export const stepSeconds = 1 / 60;

/** Owns the playhead. Time advances with the display's frames; everything else is a function of where it stands. */
@Injectable({ providedIn: 'root' })
export class PlaybackService {
  private readonly strikes = inject(StrikeService);
  private readonly settings = new BehaviorSubject<PlaybackSettings>({ playing: false, loop: false, speed: 1, frameRate: 0, every: 0 });
  private readonly playhead = new BehaviorSubject<number>(0);
  private readonly starts = new Subject<PlayStart>();
  private readonly stops = new Subject<void>();
  private take: Run | undefined;
  private sequence: string | undefined;
  /** Take time and display time from which the present stretch counts. */
  private origin = { take: 0, display: 0 };

  readonly settings$ = this.settings.asObservable();
  /** Seconds from contact of the instant that is shown. */
  readonly playhead$ = this.playhead.asObservable();
  readonly starts$ = this.starts.asObservable();
  readonly stops$ = this.stops.asObservable();
  private readonly struck = new Subject<Raised | undefined>();
  /** Emits with every strike, before it is played. */
  readonly struck$ = this.struck.asObservable();

  constructor() {
    this.strikes.stage$.subscribe(({ sequence, run }) => {
      if (sequence.id !== this.sequence) this.stopAt(0);
      this.sequence = sequence.id;
      this.take = run;
    });
  }

  get time(): number {
    return this.playhead.value;
  }

  get current(): PlaybackSettings {
    return this.settings.value;
  }

  /** Strikes: a new seed unless it is pinned, from the earliest wind-up. */
  strike(raised?: Raised): void {
    this.struck.next(raised);
    this.strikes.nextBlow();
    if (this.take) this.playFrom(this.start < 0 ? this.start - lead : 0);
  }

  togglePlay(): void {
    if (this.current.playing) this.stopAt(this.time);
    else if (this.take) this.playFrom(this.time >= this.end ? Math.min(0, this.start) : this.time);
  }

  /** Shows any instant at once and stays there. */
  scrub(t: number): void {
    this.stopAt(t);
  }

  /** Steps whole frames from where the playhead stands. */
  step(frames: number): void {
    this.stopAt((Math.round(this.time / stepSeconds) + frames) * stepSeconds);
  }

  set(part: Partial<Pick<PlaybackSettings, 'loop' | 'speed' | 'frameRate' | 'every'>>): void {
    this.settings.next({ ...this.current, ...part });
    if (this.current.playing && part.speed !== undefined) this.playFrom(this.time);
  }

  private readonly companions = new Map<object, readonly Span[]>();

  /** Plays on until others that are looked at with the take have ended as well, and from where they begin; `key` is whose they are. */
  accompany(key: object, spans: readonly Span[]): void {
    if (spans.length > 0) this.companions.set(key, spans);
    else this.companions.delete(key);
  }

  private all(): readonly Span[] {
    return [...(this.take ? [this.take] : []), ...[...this.companions.values()].flat()];
  }

  private get start(): number {
    return Math.min(0, ...this.all().map(({ start }) => start));
  }

  private get end(): number {
    return Math.max(0, ...this.all().map(({ duration }) => duration)) + rest;
  }

  private playFrom(t: number): void {
    if (!this.take) return;
    const wasPlaying = this.current.playing;
    this.stops.next();
    this.origin = { take: t, display: performance.now() };
    this.settings.next({ ...this.current, playing: true });
    this.starts.next({ take: this.take, from: t, speed: this.current.speed });
    this.playhead.next(t);
    if (!wasPlaying) requestAnimationFrame(this.tick);
  }

  private stopAt(t: number): void {
    if (this.current.playing) this.settings.next({ ...this.current, playing: false });
    this.stops.next();
    this.playhead.next(t);
  }

  /** Whether the display's frame is being made just now. */
  inFrame = false;

  private readonly tick = (display: number): void => {
    this.inFrame = true;
    this.advance(display);
    this.inFrame = false;
  };

  private advance(display: number): void {
    if (!this.current.playing || !this.take) return;
    const { speed, frameRate, every, loop } = this.current;
    const t = this.origin.take + (Math.max(0, display - this.origin.display) / 1000) * speed;
    const again = every > 0 ? this.start + every * speed : loop ? this.end : Infinity;
    if (t >= again) {
      this.strike();
    } else if (t >= this.end && every === 0) {
      this.stopAt(this.end);
      return;
    } else {
      // The same rounding a game at that frame rate would show; the hair keeps whole frames whole.
      this.playhead.next(frameRate ? Math.floor(t * frameRate + 1e-6) / frameRate : t);
    }
    requestAnimationFrame(this.tick);
  }
}
