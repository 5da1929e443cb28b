import { Container, Sprite, type Texture } from 'pixi.js';
import type { ActorFrame, Frame } from '@undatio/core';

/** World height of the actors' feet below their middles: what a squash presses toward. */
const feet = 64;

/** Pictures on the ground, behind bodies and over them. Sprites are kept and reused from frame to frame. */
export class PictureLayers {
  readonly ground = new Container();
  readonly behind = new Container();
  readonly over = new Container();
  private readonly kept: Sprite[] = [];

  constructor(private readonly textures: ReadonlyMap<string, Texture>) {}

  /** `bodies` by the frame's party numbers less one: the source, then every target. */
  show({ pictures }: Frame, bodies: readonly ActorFrame[]): void {
    const layers = [this.ground, this.behind, this.over];
    for (let i = 0; i < pictures.count; i++) {
      const texture = this.textures.get(pictures.picture[i]);
      const sprite = (this.kept[i] ??= new Sprite({ anchor: 0.5 }));
      sprite.visible = texture !== undefined;
      if (!texture) continue;
      sprite.texture = texture;
      const scale = pictures.size[i] / texture.width;
      const party = pictures.party[i];
      place(sprite, pictures.x[i], pictures.y[i], scale, pictures.rotation[i], party === 0 ? undefined : bodies[party - 1]);
      sprite.alpha = pictures.alpha[i];
      sprite.tint = pictures.tint[i];
      sprite.blendMode = pictures.blend[i] === 1 ? 'add' : 'normal';
      layers[pictures.layer[i]].addChild(sprite);
    }
    for (let i = pictures.count; i < this.kept.length; i++) this.kept[i].visible = false;
  }
}

/** Puts a sprite in its place, moved, turned and squashed with the body it is on. */
function place(sprite: Sprite, x: number, y: number, scale: number, turn: number, body: ActorFrame | undefined): void {
  if (!body) {
    sprite.position.set(x, y);
    sprite.scale.set(scale);
    sprite.angle = turn;
    return;
  }
  sprite.position.set(x + body.x, feet + (y - feet) * body.scaleY + body.y);
  sprite.scale.set(scale * body.scaleX, scale * body.scaleY);
  sprite.angle = turn + body.rotation;
}
