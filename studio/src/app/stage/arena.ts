import { Container, Sprite, type Texture } from 'pixi.js';
import type { ViewFrame } from '@undatio/core';
import { arenaAnchor, arenaLayers, mossLine } from '@undatio/core/internal';

/** The pictures that the arena is made of. */
export const arenaPictures = arenaLayers.map(({ picture }) => picture);

/** The log with its depth: layers that follow the view each by its own share. */
export class Arena {
  readonly behind = new Container();
  readonly front = new Container();
  private readonly sprites: readonly { sprite: Sprite; nearness: number }[];

  /** The world height of the pictures’ ground line. */
  private readonly y = mossLine + arenaAnchor.below;

  constructor(textures: ReadonlyMap<string, Texture>) {
    this.sprites = arenaLayers.flatMap(({ picture, nearness, front }) => {
      const texture = textures.get(picture);
      if (!texture) return [];
      const sprite = new Sprite({ texture, anchor: { x: arenaAnchor.x, y: arenaAnchor.y } });
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
