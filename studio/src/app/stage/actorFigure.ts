import { Container, Sprite, type Texture } from 'pixi.js';
import { wholeBody, type Actor, type ActorFrame } from '@undatio/core';
import { poses } from '@undatio/core/internal';
import { FlashFilter } from './flashFilter';

interface Part {
  readonly id: string;
  readonly sprite: Sprite;
  /** Where the part rests: its pivot, relative to the feet. */
  readonly x: number;
  readonly y: number;
}

const atRest = { x: 0, y: 0, turn: 0 };

/** One actor on the stage, drawn from its parts. Its flash is its own filter: no other actor shares any of its state. */
export class ActorFigure {
  readonly view = new Container();
  /** Its parts, with the middle of its foot as their origin: what a body turns and is squashed about. */
  private readonly body = new Container();
  private readonly parts: readonly Part[];
  private readonly flash = new FlashFilter();
  /** 1 looks to the right, -1 to the left; poses lean forward either way. */
  private readonly facing: 1 | -1;

  constructor(
    textures: ReadonlyMap<string, Texture>,
    private readonly actor: Actor,
    private readonly restX: number,
    private readonly restY: number,
  ) {
    this.facing = actor.role === 'source' ? 1 : -1;
    const drawn = actor.parts.length > 0 ? actor.parts : [{ id: wholeBody, picture: actor.picture, pivot: { x: 0, y: 0 } }];
    this.parts = drawn.flatMap(({ id, picture, pivot }) => {
      const texture = textures.get(picture);
      if (!texture) return [];
      const sprite = new Sprite(texture);
      sprite.setSize(actor.width, actor.height);
      sprite.anchor.set(0.5 + pivot.x / actor.width, 0.5 + pivot.y / actor.height);
      return [{ id, sprite, x: pivot.x, y: pivot.y - actor.height / 2 }];
    });
    this.body.addChild(...this.parts.map(({ sprite }) => sprite));
    this.view.addChild(this.body);
    this.view.position.set(restX, restY + actor.height / 2);
  }

  pose(frame: ActorFrame): void {
    this.view.position.set(this.restX + frame.x, this.restY + this.actor.height / 2 + frame.y);
    this.view.angle = frame.rotation;
    this.view.scale.set(frame.scaleX, frame.scaleY);
    this.view.alpha = frame.alpha;
    for (const part of this.parts) this.movePart(part, frame);
    const whole = this.moved(wholeBody, frame);
    this.body.position.set(whole.x, whole.y);
    this.body.angle = whole.turn;
    this.flash.set(frame.flashMode, frame.flashColour, frame.flash);
    const flashing = frame.flash > 0;
    if (flashing !== this.body.filters?.length > 0) this.body.filters = flashing ? [this.flash] : [];
  }

  private movePart({ id, sprite, x, y }: Part, frame: ActorFrame): void {
    // A body of one part moves as the whole does, and not once more by itself.
    const moved = id === wholeBody ? atRest : this.moved(id, frame);
    sprite.position.set(x + moved.x, y + moved.y);
    sprite.angle = moved.turn;
  }

  /** The sum of what the poses do to a part; forward is where the body looks. */
  private moved(part: string, { pose }: ActorFrame): { x: number; y: number; turn: number } {
    const sum = { x: 0, y: 0, turn: 0 };
    for (const name of poses) {
      const amount = pose[name];
      const full = amount > 0 ? this.actor.poses[name]?.[part] : undefined;
      if (!full) continue;
      sum.x += amount * full.x * this.facing;
      sum.y += amount * full.y;
      sum.turn += amount * full.turn * this.facing;
    }
    return sum;
  }
}
