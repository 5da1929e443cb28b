import { Container, Sprite, type Texture } from 'pixi.js';
import type { ActorFrame, Frame } from '@undatio/core';
import { GroundMask } from './groundMask';

/** Where a body stands: the middle of its foot when it is at rest. */
export interface Standing {
  readonly x: number;
  /** Height of its middle. */
  readonly y: number;
  readonly foot: number;
  readonly halfHeight: number;
}

/** Sprites that are kept besides those that are shown. */
const spare = 16;

/** Pictures on the ground, behind bodies and over them. Sprites are kept and reused from frame to frame. */
export class PictureLayers {
  readonly ground = new Container();
  readonly behind = new Container();
  readonly over = new Container();
  private readonly kept: { readonly sprite: Sprite; readonly mask: GroundMask }[] = [];
  private used = 0;

  constructor(private readonly textures: ReadonlyMap<string, Texture>) {}

  /**
   * `bodies`, where they stand and how high the ground is that hides them (undefined while they are not sunk), by the frame's party
   * numbers less one: the source, then every target.
   */
  show(
    frame: Frame,
    bodies: readonly ActorFrame[],
    stands: readonly (Standing | undefined)[],
    grounds: readonly (number | undefined)[] = [],
  ): void {
    this.used = 0;
    // Pictures that cover lie under those that add.
    for (const blend of [0, 1]) this.showThose(blend, frame, bodies, stands, grounds);
    for (const { sprite, mask } of this.kept.slice(this.used)) {
      sprite.visible = false;
      mask.hideBelow(undefined, this.over);
    }
    // What a crowded frame needed is not kept for ever.
    if (this.kept.length > 2 * this.used + spare) for (const { sprite } of this.kept.splice(this.used + spare)) sprite.destroy();
  }

  /** How many sprites are kept, shown or not. */
  get size(): number {
    return this.kept.length;
  }

  private keep(): { readonly sprite: Sprite; readonly mask: GroundMask } {
    const sprite = new Sprite({ anchor: 0.5 });
    return { sprite, mask: new GroundMask(sprite) };
  }

  private showThose(
    blend: number,
    { pictures }: Frame,
    bodies: readonly ActorFrame[],
    stands: readonly (Standing | undefined)[],
    grounds: readonly (number | undefined)[],
  ): void {
    const layers = [this.ground, this.behind, this.over];
    for (let i = 0; i < pictures.count; i++) {
      if (pictures.blend[i] !== blend) continue;
      const texture = this.textures.get(pictures.picture[i]);
      const { sprite, mask } = (this.kept[this.used++] ??= this.keep());
      sprite.visible = texture !== undefined;
      if (!texture) continue;
      sprite.texture = texture;
      const scale = pictures.size[i] / texture.width;
      const party = pictures.party[i];
      place(
        sprite,
        pictures.x[i],
        pictures.y[i],
        scale,
        pictures.rotation[i],
        party === 0 ? undefined : bodies[party - 1],
        stands[party - 1],
      );
      sprite.alpha = pictures.alpha[i];
      sprite.tint = pictures.tint[i];
      sprite.blendMode = pictures.blend[i] === 1 ? 'add' : 'normal';
      // Added in the frame's order: later pictures lie over earlier ones.
      const layer = layers[pictures.layer[i]];
      layer.addChild(sprite);
      mask.hideBelow(party === 0 ? undefined : grounds[party - 1], layer);
    }
  }
}

/** Puts a sprite in its place: on a body it is moved, turned and squashed with it, about the middle of its foot. */
function place(sprite: Sprite, x: number, y: number, scale: number, turn: number, body?: ActorFrame, stand?: Standing): void {
  if (!body || !stand) {
    sprite.position.set(x, y);
    sprite.scale.set(scale);
    sprite.angle = turn;
    return;
  }
  const radians = (body.rotation * Math.PI) / 180;
  const dx = (x - stand.x) * body.scaleX;
  const dy = (y - stand.foot) * body.scaleY;
  sprite.position.set(
    stand.x + body.x + dx * Math.cos(radians) - dy * Math.sin(radians),
    stand.foot + body.y + dx * Math.sin(radians) + dy * Math.cos(radians),
  );
  sprite.scale.set(scale * body.scaleX, scale * body.scaleY);
  sprite.angle = turn + body.rotation;
}
