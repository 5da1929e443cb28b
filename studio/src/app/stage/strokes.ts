import { Container, Graphics } from 'pixi.js';

/** Two drawings, the normal one under the additive one, that are drawn anew in every frame. */
export class Strokes {
  readonly view = new Container();
  private readonly drawings: readonly [Graphics, Graphics] = [new Graphics(), new Graphics()];

  constructor() {
    this.drawings[1].blendMode = 'add';
    this.view.addChild(...this.drawings);
  }

  clear(): void {
    for (const drawing of this.drawings) drawing.clear();
  }

  /** The drawing for a blend: 0 normal, 1 additive. */
  of(blend: number): Graphics {
    return this.drawings[blend === 1 ? 1 : 0];
  }
}

/** Encoded channels 0..1 as 0xrrggbb. */
export function packed(r: number, g: number, b: number): number {
  return (Math.round(r * 255) << 16) | (Math.round(g * 255) << 8) | Math.round(b * 255);
}
