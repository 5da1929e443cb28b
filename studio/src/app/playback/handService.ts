import { inject, Injectable } from '@angular/core';
import type { Frame } from '@undatio/core';
import type { EngineTake } from '@undatio/core/internal';
import { combineLatest } from 'rxjs';
import { PlaybackService } from './playbackService';
import { sampler, StrikeService, type Run } from './strikeService';

/** How long one order to the motors lasts; renewed while it goes on. */
const orderMilliseconds = 80;

/** Lets a controller that is there feel the rumble while it plays. Where there is none, the stage draws it. */
@Injectable({ providedIn: 'root' })
export class HandService {
  private lastOrder = 0;
  private run: Run | undefined;
  private sample: ((t: number) => Frame) | undefined;

  constructor() {
    const playback = inject(PlaybackService);
    combineLatest([inject(StrikeService).stage$, playback.playhead$]).subscribe(([{ take, run }, t]) => {
      if (!take || !run || !playback.current.playing) return;
      if (run !== this.run) this.sample = sampler(run);
      this.run = run;
      if (!this.sample || !this.rumbles(take)) return;
      const { low, high } = this.sample(t).rumble;
      if (low > 0 || high > 0) this.feel(low, high);
    });
  }

  private rumbles(take: EngineTake): boolean {
    return take.active.some(({ kind }) => kind.family === 'hand');
  }

  private feel(low: number, high: number): void {
    const now = performance.now();
    if (now - this.lastOrder < orderMilliseconds / 2) return;
    this.lastOrder = now;
    for (const pad of navigator.getGamepads?.() ?? []) {
      void pad?.vibrationActuator?.playEffect('dual-rumble', { duration: orderMilliseconds, strongMagnitude: low, weakMagnitude: high });
    }
  }
}
