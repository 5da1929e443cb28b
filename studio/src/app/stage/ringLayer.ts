import { Container, Graphics } from 'pixi.js';
import type { RingFrame } from '@undatio/core';

/** Every ring of a frame. Rings are few: each is drawn anew as it widens. */
export class RingLayer {
  readonly view = new Container();
  private readonly normal = new Graphics();
  private readonly additive = new Graphics();

  constructor() {
    this.additive.blendMode = 'add';
    this.view.addChild(this.normal, this.additive);
  }

  show(frame: RingFrame): void {
    this.normal.clear();
    this.additive.clear();
    for (let i = 0; i < frame.count; i++) {
      const color = (Math.round(frame.r[i] * 255) << 16) | (Math.round(frame.g[i] * 255) << 8) | Math.round(frame.b[i] * 255);
      const graphics = frame.blend[i] === 1 ? this.additive : this.normal;
      graphics.circle(frame.x[i], frame.y[i], frame.radius[i]).stroke({ width: frame.width[i], color, alpha: frame.a[i] });
    }
  }
}
