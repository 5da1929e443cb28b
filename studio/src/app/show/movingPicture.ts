import { inject, Injectable, signal } from '@angular/core';
import { PlaybackService } from '../playback/playbackService';
import { sampler, type Run } from '../playback/stageTake';
import { ProjectApi } from '../project/projectApi';
import { saveBlob } from '../shared/saveBlob';
import { CellPainter } from '../stage/cellPainter';
import type { OnStage } from '../stage/stageSetUps';
import type { StageBackground } from '../stage/stageView';
import { animatedPng, type Picture } from './animatedPng';

/** px of each picture, and how many there are at most: about half a minute of work without a graphics card. */
const size = { width: 480, height: 270 };
const most = 120;
/** Seconds shown before the earliest wind-up, and after the last trace. */
const around = 0.1;
/** How much of the work is the drawing. */
const drawing = 0.7;

/** What is to be shown to others: what is on the stage, before which background, at how many pictures a second. */
export interface Moving {
  readonly run: Run;
  readonly on: OnStage;
  readonly background: StageBackground;
  readonly rate: number;
  readonly name: string;
}

class Stopped extends Error {}

/** Makes moving pictures of what is on the stage, one at a time; each can be broken off. */
@Injectable({ providedIn: 'root' })
export class MovingPicture {
  private readonly playback = inject(PlaybackService);
  private readonly api = inject(ProjectApi);
  /** How much of the one that is being made is done, 0 to 1; undefined while none is. */
  readonly progress = signal<number | undefined>(undefined);
  private stops = false;

  /** Breaks off what is being made. */
  stop(): void {
    this.stops = true;
  }

  /**
   * Draws a take from a little before its wind-up at the speed of the transport, and hands it to the browser as an animated PNG.
   * Rejects where it cannot be drawn; ends without a word when it is broken off.
   */
  async save({ run, on, background, rate, name }: Moving): Promise<void> {
    if (this.progress() !== undefined) return;
    this.stops = false;
    this.progress.set(0);
    const host = document.body;
    try {
      const painter = await CellPainter.create(host, on, background, size, (asset) => this.api.assetUrl(on.project, asset));
      try {
        const pictures = await this.draw(painter, run, this.playback.current.speed / rate);
        const blob = await animatedPng(pictures, 1000 / rate, (share) => this.tell(drawing + (1 - drawing) * share));
        saveBlob(blob, `${name}.png`);
      } finally {
        painter.destroy();
      }
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
    } finally {
      this.progress.set(undefined);
    }
  }

  private tell(share: number): void {
    if (this.stops) throw new Stopped();
    this.progress.set(share);
  }

  private async draw(painter: CellPainter, run: Run, step: number): Promise<Picture[]> {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [size.width, size.height];
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('this browser has no 2D canvas');
    const sample = sampler(run);
    const from = Math.min(0, run.start) - around;
    const count = Math.min(most, Math.ceil((run.duration + around - from) / step) + 1);
    const pictures: Picture[] = [];
    for (let i = 0; i < count; i++) {
      painter.paint(sample(from + i * step), context);
      pictures.push(context.getImageData(0, 0, size.width, size.height));
      this.tell((drawing * (i + 1)) / count);
      // The page goes on meanwhile.
      await new Promise((done) => requestAnimationFrame(done));
    }
    return pictures;
  }
}
