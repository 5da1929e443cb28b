import { inject, Injectable, signal } from '@angular/core';
import { PlaybackService } from '../playback/playbackService';
import { sampler, type Run } from '../playback/stageTake';
import { ProjectApi } from '../project/projectApi';
import { saveBlob } from '../shared/saveBlob';
import { CellPainter } from '../stage/cellPainter';
import type { OnStage } from '../stage/stageSetUps';
import type { StageBackground } from '../stage/stageView';
import { firstValueFrom } from 'rxjs';
import { MixService } from '../mix/mixService';
import { Clip } from './clip';
import { animatedPng, type Picture } from './animatedPng';

/** px of each picture, how many an animated PNG has at most, and a clip. Without a graphics card 120 are half a minute of work. */
const size = { width: 480, height: 270 };
const most = { png: 120, webm: 3600 } as const;
/** Seconds shown before the earliest wind-up, and after the last trace. */
const around = 0.1;
/** How much of the work is the drawing, where the pictures are put together after it. */
const drawing = 0.7;

/** Pictures alone, or with their sound. */
export type MovingKind = keyof typeof most;

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
  /** Which that is. */
  readonly kind = signal<MovingKind>('png');
  private readonly mixes = inject(MixService);
  private stops = false;

  /** Breaks off what is being made. */
  stop(): void {
    this.stops = true;
  }

  /**
   * Draws a take from a little before its wind-up at the speed of the transport, and hands it to the browser: as an animated PNG, or
   * as WebM with its sound. Rejects where it cannot be drawn, and with NoEncoder where the browser cannot make WebM; ends without a
   * word when it is broken off.
   */
  async save(moving: Moving, kind: MovingKind): Promise<void> {
    if (this.progress() !== undefined) return;
    const { on, background, name } = moving;
    this.stops = false;
    this.kind.set(kind);
    this.progress.set(0);
    try {
      const painter = await CellPainter.create(document.body, on, background, size, (asset) => this.api.assetUrl(on.project, asset));
      try {
        const blob = kind === 'png' ? await this.png(painter, moving) : await this.webm(painter, moving);
        saveBlob(blob, `${name}.${kind}`);
      } finally {
        painter.destroy();
      }
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
    } finally {
      this.progress.set(undefined);
    }
  }

  private async png(painter: CellPainter, { run, rate }: Moving): Promise<Blob> {
    const pictures: Picture[] = [];
    const context = canvasContext();
    await this.draw(painter, context, this.plan(run, rate, 'png'), () => {
      pictures.push(context.getImageData(0, 0, size.width, size.height));
    });
    return animatedPng(pictures, 1000 / rate, (share) => this.tell(drawing + (1 - drawing) * share));
  }

  private async webm(painter: CellPainter, { run, rate, on }: Moving): Promise<Blob> {
    const plan = this.plan(run, rate, 'webm');
    const context = canvasContext();
    const { speed } = this.playback.current;
    const mix = await firstValueFrom(this.mixes.mix(on.project, run));
    const sound = { left: mix.left, right: mix.right, sampleRate: mix.sampleRate, from: (mix.from - plan.from) / speed, speed };
    const clip = await Clip.begin(context.canvas, rate, plan.count / rate, mix.left.length > 0 ? sound : undefined);
    try {
      await this.draw(painter, context, plan, (i) => clip.add(i));
    } catch (error) {
      await clip.cancel();
      throw error;
    }
    return clip.end();
  }

  /** Which instants are drawn, at the speed of the transport. */
  private plan(run: Run, rate: number, kind: MovingKind): Drawn {
    const step = this.playback.current.speed / rate;
    const from = Math.min(0, run.start) - around;
    const count = Math.min(most[kind], Math.ceil((run.duration + around - from) / step) + 1);
    return { run, from, step, count, share: kind === 'png' ? drawing : 1 };
  }

  private tell(share: number): void {
    if (this.stops) throw new Stopped();
    this.progress.set(share);
  }

  private async draw(
    painter: CellPainter,
    context: CanvasRenderingContext2D,
    { run, from, step, count, share }: Drawn,
    each: (i: number) => void | Promise<void>,
  ): Promise<void> {
    const sample = sampler(run);
    for (let i = 0; i < count; i++) {
      painter.paint(sample(from + i * step), context);
      await each(i);
      this.tell((share * (i + 1)) / count);
      // The page goes on meanwhile.
      await new Promise((done) => requestAnimationFrame(done));
    }
  }
}

/** What is drawn: so many instants from one on, and how much of the work that is. */
interface Drawn {
  readonly run: Run;
  readonly from: number;
  readonly step: number;
  readonly count: number;
  readonly share: number;
}

function canvasContext(): CanvasRenderingContext2D {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [size.width, size.height];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('this browser has no 2D canvas');
  return context;
}
