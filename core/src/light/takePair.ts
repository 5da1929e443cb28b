import type { Frame } from '../contract.js';
import { contrastRatio } from '../maths/luminance.js';
import type { EngineTake } from '../take/take.js';
import type { Fraction, Seconds } from '../units.js';
import { LightCanvas } from './lightCanvas.js';
import { LightPainter } from './lightPainter.js';
import type { LitStage } from './litStage.js';

/** px about the contact point that are looked at, in cells small enough for a spark. */
const window = { width: 720, height: 405, columns: 120 };

/** By how much two pictures differ. */
export interface Apart {
  /** In all, in cells of full luminance. */
  readonly light: number;
  /** The largest contrast of any cell, after WCAG 2.2. */
  readonly contrast: number;
  /** The largest difference of any channel. */
  readonly channel: Fraction;
}

/** Draws two takes at the same instant, and tells how they differ. */
export class TakePair {
  private readonly painter: LightPainter;
  /** The first of two, while the second is drawn; and how light each is. */
  private readonly first: LightCanvas;
  private readonly luminances: readonly [Float32Array, Float32Array];
  private readonly frames = new WeakMap<EngineTake, Frame>();

  constructor(stage: LitStage) {
    this.painter = new LightPainter(stage, window);
    const { columns, rows } = this.painter.canvas;
    this.first = new LightCanvas(columns, rows);
    this.luminances = [new Float32Array(columns * rows), new Float32Array(columns * rows)];
  }

  compare(one: EngineTake, other: EngineTake, t: Seconds): Apart {
    const { first } = this;
    const [luminance, otherLuminance] = this.luminances;
    first.copy(this.paint(one, t));
    const second = this.paint(other, t);
    first.luminanceInto(luminance);
    second.luminanceInto(otherLuminance);
    let [light, contrast, channel] = [0, 1, 0];
    for (let i = 0; i < luminance.length; i++) {
      light += Math.abs(luminance[i] - otherLuminance[i]);
      contrast = Math.max(contrast, contrastRatio(luminance[i], otherLuminance[i]));
      channel = Math.max(
        channel,
        Math.abs(first.r[i] - second.r[i]),
        Math.abs(first.g[i] - second.g[i]),
        Math.abs(first.b[i] - second.b[i]),
      );
    }
    return { light, contrast, channel };
  }

  /** Of the whole picture. */
  meanLuminance(take: EngineTake, t: Seconds): Fraction {
    const [luminance] = this.luminances;
    this.paint(take, t).luminanceInto(luminance);
    return luminance.reduce((sum, one) => sum + one, 0) / luminance.length;
  }

  private paint(take: EngineTake, t: Seconds): LightCanvas {
    const frame = this.frames.get(take) ?? take.createFrame();
    this.frames.set(take, frame);
    return this.painter.paint(take.sample(t, frame));
  }
}
