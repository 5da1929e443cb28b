import { Graphics, type Container } from 'pixi.js';

/** Farther than any view shows, in px. */
const far = 100_000;

/** Hides the part of one thing that is below the ground. */
export class GroundMask {
  private above: Graphics | undefined;

  constructor(private readonly masked: Container) {}

  /** Hides what is lower than `y`, or nothing if that is undefined. The mask is put into `layer`, in whose px `y` is. */
  hideBelow(y: number | undefined, layer: Container): void {
    if (y === undefined) {
      if (!this.above) return;
      this.masked.mask = null;
      this.above.destroy();
      this.above = undefined;
      return;
    }
    if (!this.above) {
      this.above = new Graphics().rect(-far, -far, 2 * far, far).fill(0xffffff);
      this.masked.mask = this.above;
    }
    if (this.above.parent !== layer) layer.addChild(this.above);
    this.above.y = y;
  }
}
