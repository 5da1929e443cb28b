import { inject, Injectable } from '@angular/core';
import type { EngineTake } from '@undatio/core/internal';
import { PlaybackService } from './playbackService';
import { FrameService } from './frameService';

/** How long one order to the motors lasts; renewed while it goes on. */
const orderMilliseconds = 80;

/** Lets a controller that is there feel the rumble while it plays. Where there is none, the stage draws it. */
@Injectable({ providedIn: 'root' })
export class HandService {
  private lastOrder = 0;

  constructor() {
    const playback = inject(PlaybackService);
    inject(FrameService).frame$.subscribe(({ stage: { take }, frame }) => {
      if (!take || !playback.current.playing || !this.rumbles(take)) return;
      const { low, high } = frame.rumble;
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
