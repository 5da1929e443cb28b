import { Container, Sprite, type Texture } from 'pixi.js';
import type { ViewFrame } from '@undatio/core';

/** The arena's pictures from far to near, and how much of the view's shift each takes: what is far hardly moves. */
const layers = [
  { picture: 'mossy-log-far', nearness: 0.25, front: false },
  { picture: 'mossy-log-middle', nearness: 0.6, front: false },
  { picture: 'mossy-log', nearness: 1, front: false },
  { picture: 'mossy-log-near', nearness: 1.35, front: true },
] as const;

/** The pictures that the arena is made of. */
export const arenaPictures = layers.map(({ picture }) => picture);

/** The log with its depth: layers that follow the view each by its own share. */
export class Arena {
  readonly behind = new Container();
  readonly front = new Container();
  private readonly sprites: readonly { sprite: Sprite; nearness: number }[];

  /** `y` is the world height of the pictures' ground line. */
  constructor(
    textures: ReadonlyMap<string, Texture>,
    private readonly y: number,
  ) {
    this.sprites = layers.flatMap(({ picture, nearness, front }) => {
      const texture = textures.get(picture);
      if (!texture) return [];
      const sprite = new Sprite({ texture, anchor: { x: 0.4, y: 0.6 } });
      (front ? this.front : this.behind).addChild(sprite);
      return [{ sprite, nearness }];
    });
    this.follow({ x: 0, y: 0 });
  }

  get drawn(): boolean {
    return this.sprites.length > 0;
  }

  show(visible: boolean): void {
    this.behind.visible = visible;
    this.front.visible = visible;
  }

  /** Shifts each layer by what it does not take of the view's own shift. */
  follow({ x, y }: Pick<ViewFrame, 'x' | 'y'>): void {
    for (const { sprite, nearness } of this.sprites) sprite.position.set(x * (1 - nearness), this.y + y * (1 - nearness));
  }
}
