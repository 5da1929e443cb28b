import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { DrillTake, filmFrames, fromContactOutward, type FilmFrame } from '@undatio/core/internal';
import { PlaybackService } from '../../playback/playbackService';
import { StrikeService } from '../../playback/strikeService';

/** Frame rates at which a film can be looked at. */
export const filmRates = [24, 30, 60, 144] as const;
/** How much of a frame goes by between contact and the first frame that shows it. */
export const filmPhases = [
  { value: 0, label: 'on its frame' },
  { value: 0.25, label: '¼ before it' },
  { value: 0.5, label: '½ before it' },
  { value: 0.75, label: '¾ before it' },
] as const;

/** Owns the film strip: whether it is shown, at which rate, and which frames it has. */
@Injectable({ providedIn: 'root' })
export class FilmService {
  private readonly stage = toSignal(inject(StrikeService).stage$);
  private readonly player = inject(PlaybackService);
  private readonly playback = toSignal(this.player.settings$, { requireSync: true });

  readonly open = signal(false);
  /** Whether the ways of bodies and view are drawn on the stage. */
  readonly ways = signal(false);
  private readonly asked = signal<number | undefined>(undefined);
  readonly phase = signal(0);
  /** The rate that was chosen here; else the one that is emulated. */
  readonly rate = computed(() => this.asked() ?? (this.playback().frameRate || 60));

  readonly run = computed(() => this.stage()?.run);
  /** What a drill’s film is about: the event that was nearest to the playhead when it was asked for. */
  private readonly lookedAt = signal(0);
  readonly about = computed(() => {
    const [run, t] = [this.run(), this.lookedAt()];
    if (!(run instanceof DrillTake)) return 0;
    return run.run.log.reduce((nearest, { at }) => (Math.abs(at - t) < Math.abs(nearest - t) ? at : nearest), Infinity);
  });
  readonly frames = computed((): readonly FilmFrame[] => {
    const [run, about] = [this.run(), this.about()];
    if (!run) return [];
    const { start, duration } = run;
    return filmFrames({ rate: this.rate(), phase: this.phase(), start, duration, about: Number.isFinite(about) ? about : 0 });
  });
  /** The same in the order in which they are drawn. */
  readonly order = computed(() => fromContactOutward(this.frames()));

  setRate(rate: number): void {
    this.asked.set(rate);
  }

  /** Makes it about the event that is nearest to the playhead. */
  aboutHere(): void {
    this.lookedAt.set(this.player.time);
  }

  toggleWays(): void {
    this.aboutHere();
    this.ways.update((shown) => !shown);
  }

  toggle(): void {
    this.aboutHere();
    this.open.update((open) => !open);
  }
}
