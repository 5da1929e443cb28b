import { Container, Sprite, type Texture } from 'pixi.js';
import type { Actor, ActorFrame } from '@undatio/core';
import { FlashFilter } from './flashFilter';

/** One actor on the stage. Its flash is its own filter: no other actor shares any of its state. */
export class ActorFigure {
  readonly view = new Container();
  private readonly sprite: Sprite;
  private readonly flash = new FlashFilter();

  constructor(
    picture: Texture,
    actor: Actor,
    private readonly restX: number,
    private readonly restY: number,
  ) {
    this.sprite = new Sprite(picture);
    this.sprite.setSize(actor.width, actor.height);
    // Squash is felt at the feet, so the figure stands on its place.
    this.sprite.anchor.set(0.5, 1);
    this.sprite.position.set(0, actor.height / 2);
    this.view.addChild(this.sprite);
    this.view.position.set(restX, restY);
  }

  pose(frame: ActorFrame): void {
    this.view.position.set(this.restX + frame.x, this.restY + frame.y);
    this.view.angle = frame.rotation;
    this.view.scale.set(frame.scaleX, frame.scaleY);
    this.view.alpha = frame.alpha;
    this.flash.set(frame.flashMode, frame.flashColour, frame.flash);
    const flashing = frame.flash > 0;
    if (flashing !== this.sprite.filters?.length > 0) this.sprite.filters = flashing ? [this.flash] : [];
  }
}
