import { Container, Sprite, Texture } from 'pixi.js';
import type { Actor, ActorFrame, ShownCell } from '@undatio/core';
import { facingOf, groundHeight, groundOf, posedPart, shownCell, stageFacing, wholeBody, type StandingFrame } from '@undatio/core/internal';
import type { CellTextures } from './cellTextures';
import { FlashFilter } from './flashFilter';
import { GroundMask } from './groundMask';

interface Part {
  readonly id: string;
  readonly sprite: Sprite;
  /** Where the part rests: its pivot, relative to the feet. */
  readonly x: number;
  readonly y: number;
}

/** One actor on the stage, drawn from its parts, or from the cells of a clip. Its flash is its own filter: no other actor shares any of its state. */
export class ActorFigure {
  readonly view = new Container();
  /** Where its foot is, turned and squashed about that. */
  private readonly standing = new Container();
  private readonly mask = new GroundMask(this.standing);
  /** Its parts, with the middle of its foot as their origin: what a body turns and is squashed about. */
  private readonly body = new Container();
  private readonly parts: readonly Part[];
  /** The whole of it in one cell: its own while it has no parts, and those of clips. */
  private readonly whole = new Sprite();
  private readonly flash = new FlashFilter();
  /** How high it hops. */
  private lift = 0;
  /** 1 looks to the right, -1 to the left; poses lean forward either way. */
  private facing: 1 | -1;
  /** The same of its pictures: where they differ, it is mirrored. */
  private looks: 1 | -1;
  /** Whether its pictures, as they come, look as the stage would have it. */
  private readonly mirrored: 1 | -1;
  private readonly shown: ShownCell = { picture: '', cell: 0 };
  /** The look that it wears, and how old that is. */
  private worn = { look: '', seconds: 0 };

  constructor(
    private readonly cells: CellTextures,
    private readonly actor: Actor,
    private restX: number,
    private restY: number,
  ) {
    this.facing = stageFacing(actor);
    this.looks = facingOf(actor);
    this.parts = actor.parts.flatMap(({ id, picture, pivot }) => {
      const [texture] = cells.of(picture);
      if (!texture) return [];
      const sprite = new Sprite(texture);
      sprite.setSize(actor.width, actor.height);
      sprite.anchor.set(0.5 + pivot.x / actor.width, 0.5 + pivot.y / actor.height);
      return [{ id, sprite, x: pivot.x, y: pivot.y - actor.height / 2 }];
    });
    this.whole.anchor.set(0.5, 1);
    this.body.addChild(...this.parts.map(({ sprite }) => sprite), this.whole);
    this.mirrored = this.facing === this.looks ? 1 : -1;
    this.body.scale.x = this.mirrored;
    this.standing.addChild(this.body);
    this.view.addChild(this.standing);
    this.standing.position.set(restX, restY + actor.height / 2);
  }

  /** Distance in px from its middle down to the ground. */
  get ground(): number {
    return groundOf(this.actor);
  }

  /** Its look by its health, and whether it is there at all; for what is posed from then on. */
  wear(look: string, gone: boolean, seconds: number): void {
    this.view.visible = !gone;
    this.worn.look = look;
    this.worn.seconds = seconds;
  }

  /** Where it stands and which way it faces by now, and which way it faced when its pictures were mirrored for that. */
  stand({ x, y, facing, faced, lift }: StandingFrame): void {
    this.restX = x;
    this.restY = y - lift;
    this.lift = lift;
    this.facing = facing;
    this.looks = (this.mirrored * faced) as 1 | -1;
    this.body.scale.x = this.mirrored * faced * facing;
  }

  pose(frame: ActorFrame): void {
    const { standing } = this;
    standing.position.set(this.restX + frame.x, this.restY + this.actor.height / 2 + frame.y);
    standing.angle = frame.rotation;
    standing.scale.set(frame.scaleX, frame.scaleY);
    standing.alpha = frame.alpha;
    this.mask.hideBelow(this.groundY(frame), this.view);
    this.showCell(frame);
    for (const part of this.parts) this.movePart(part, frame);
    const whole = posedPart(this.actor.poses, wholeBody, frame.pose, this.facing);
    this.body.position.set(whole.x, whole.y);
    this.body.angle = whole.turn;
    this.flash.set(frame.flashMode, frame.flashColour, frame.flash);
    const flashing = frame.flash > 0;
    if (flashing !== this.body.filters?.length > 0) this.body.filters = flashing ? [this.flash] : [];
  }

  /** The height of the ground that hides its lower part; undefined while it is not sunk. */
  groundY(frame: ActorFrame): number | undefined {
    return frame.sunk > 0 ? groundHeight(this.restY + this.lift, this.actor, frame, this.facing) : undefined;
  }

  /** A clip or a look takes the place of picture and parts. */
  private showCell(frame: ActorFrame): void {
    const { actor, whole, shown, worn } = this;
    shownCell(actor, frame, shown, worn.look, worn.seconds);
    const inOne = shown.clip !== undefined || shown.look !== undefined || actor.parts.length === 0;
    whole.visible = inOne;
    for (const { sprite } of this.parts) sprite.visible = !inOne;
    if (!inOne) return;
    const texture = this.cells.of(shown.picture)[shown.cell] ?? Texture.EMPTY;
    if (whole.texture === texture) return;
    whole.texture = texture;
    whole.setSize(actor.width, actor.height);
  }

  private movePart({ id, sprite, x, y }: Part, frame: ActorFrame): void {
    const moved = posedPart(this.actor.poses, id, frame.pose, this.looks);
    sprite.position.set(x + moved.x, y + moved.y);
    sprite.angle = moved.turn;
  }
}
