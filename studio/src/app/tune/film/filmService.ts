import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { filmFrames, fromContactOutward, type FilmFrame } from '@undatio/core/internal';
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
  private readonly playback = toSignal(inject(PlaybackService).settings$, { requireSync: true });

  readonly open = signal(false);
  /** Whether the ways of bodies and view are drawn on the stage. */
  readonly ways = signal(false);
  private readonly asked = signal<number | undefined>(undefined);
  readonly phase = signal(0);
  /** The rate that was chosen here; else the one that is emulated. */
  readonly rate = computed(() => this.asked() ?? (this.playback().frameRate || 60));

  readonly run = computed(() => this.stage()?.run);
  readonly frames = computed((): readonly FilmFrame[] => {
    const run = this.run();
    return run ? filmFrames({ rate: this.rate(), phase: this.phase(), start: run.start, duration: run.duration }) : [];
  });
  /** The same in the order in which they are drawn. */
  readonly order = computed(() => fromContactOutward(this.frames()));

  setRate(rate: number): void {
    this.asked.set(rate);
  }

  toggle(): void {
    this.open.update((open) => !open);
  }
}
