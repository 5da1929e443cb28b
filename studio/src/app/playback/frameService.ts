import { inject, Injectable } from '@angular/core';
import type { AnyFrame } from '@undatio/core/internal';
import { combineLatest, filter, map, shareReplay, type Observable } from 'rxjs';
import { PlaybackService } from './playbackService';
import { sampler, type Run, type StageTake } from './stageTake';
import { StrikeService } from './strikeService';

/** The instant that is shown, sampled. The frame is written over by the next. */
export interface ShownFrame {
  readonly stage: StageTake;
  readonly frame: AnyFrame;
}

/** Frames as they are to be drawn; whoever emits them writes over the one before. */
export type ShownFrames = Observable<Pick<ShownFrame, 'frame'>>;

/** Samples what is played at the playhead, once for all who look at it: the stage, the hand and the numbers of the instant. */
@Injectable({ providedIn: 'root' })
export class FrameService {
  private run: Run | undefined;
  private sample: ((t: number) => AnyFrame) | undefined;

  /** Emits with every move of the playhead and every change of what is struck. */
  readonly frame$ = combineLatest([inject(StrikeService).stage$, inject(PlaybackService).playhead$]).pipe(
    map(([stage, t]) => this.at(stage, t)),
    filter((shown) => shown !== undefined),
    // Whoever looks later sees the instant that is shown.
    shareReplay({ bufferSize: 1, refCount: true }),
  );

  private at(stage: StageTake, t: number): ShownFrame | undefined {
    const { run } = stage;
    if (!run) return undefined;
    if (run !== this.run) this.sample = sampler(run);
    this.run = run;
    return this.sample && { stage, frame: this.sample(t) };
  }
}
