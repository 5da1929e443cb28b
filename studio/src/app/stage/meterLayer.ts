import { Graphics } from 'pixi.js';
import type { ActorFrame, Frame } from '@undatio/core';

/** px of the rim around a bar, so that it reads on anything. */
const rim = 2;

/** Health bars over bodies, moved with them but neither turned nor squashed. */
export class MeterLayer {
  readonly view = new Graphics();

  /** `bodies` by the frame's party numbers less one: the source, then every target. */
  show({ meters }: Frame, bodies: readonly ActorFrame[]): void {
    this.view.clear();
    for (let i = 0; i < meters.count; i++) {
      const body = bodies[meters.party[i] - 1];
      const width = meters.width[i];
      const height = meters.height[i];
      const left = meters.x[i] + body.x - width / 2;
      const top = meters.y[i] + body.y - height / 2;
      const alpha = meters.alpha[i];
      this.view
        .roundRect(left - rim, top - rim, width + 2 * rim, height + 2 * rim, (height + 2 * rim) / 2)
        .fill({ color: meters.back[i], alpha });
      this.bar(left, top, width * meters.lag[i], height, meters.lagFill[i], alpha);
      this.bar(left, top, width * meters.value[i], height, meters.fill[i], alpha);
    }
  }

  private bar(left: number, top: number, width: number, height: number, color: number, alpha: number): void {
    if (width > 0) this.view.roundRect(left, top, width, height, Math.min(width, height) / 2).fill({ color, alpha });
  }
}
