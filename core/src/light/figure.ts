import type { ActorFrame, ShownCell } from '../contract.js';
import { flashChannel } from '../maths/colour.js';
import type { Actor } from '../model/project.js';
import type { StandingFrame } from '../player/drillTake.js';
import { facingOf, stageFacing } from '../player/drillBodies.js';
import { groundHeight, posedPart } from '../player/posedPart.js';
import { groundOf } from '../take/compileReferences.js';
import { wholeBody } from '../take/frame.js';
import { shownCell } from '../take/shownCell.js';
import { placed, within, type Affine } from './affine.js';
import type { Ink } from './ink.js';
import type { LightCanvas, Recolour } from './lightCanvas.js';
import type { PictureLight } from './pictureLight.js';

/** One body as it is drawn: from its parts, or from one cell, by docs/drawing.md. */
export class Figure {
  /** 1 looks to the right, -1 to the left; and the same of its pictures. */
  private facing: 1 | -1;
  private looks: 1 | -1;
  /** Whether its pictures are mirrored: as the stage would have it, and as it stands by now. */
  private readonly mirrored: 1 | -1;
  private mirror: 1 | -1;
  private readonly shown: ShownCell = { picture: '', cell: 0 };
  private x: number;
  private y: number;
  /** Where it stands, however high it hops. */
  private depthY: number;
  private worn = { look: '', gone: false, seconds: 0 };

  constructor(
    private readonly actor: Actor,
    private readonly pictures: ReadonlyMap<string, PictureLight>,
    { x, y }: { readonly x: number; readonly y: number },
  ) {
    this.x = x;
    this.y = this.depthY = y;
    this.facing = stageFacing(actor);
    this.looks = facingOf(actor);
    this.mirrored = this.mirror = this.facing === this.looks ? 1 : -1;
  }

  /** The middle of its foot as it stands. */
  get stand(): { readonly x: number; readonly foot: number } {
    return { x: this.x, foot: this.y + this.actor.height / 2 };
  }

  /** How far down the view its feet stand: who stands lower is drawn in front. */
  get depth(): number {
    return this.depthY + groundOf(this.actor);
  }

  wear(look: string, gone: boolean, seconds: number): void {
    this.worn = { look, gone, seconds };
  }

  /** Where it stands and which way it faces by now. */
  standAt({ x, y, facing, faced, lift }: StandingFrame): void {
    this.x = x;
    this.y = y - lift;
    this.depthY = y;
    this.facing = facing;
    this.looks = (this.mirrored * faced) as 1 | -1;
    this.mirror = (this.mirrored * faced * facing) as 1 | -1;
  }

  /** Height of the ground below which nothing of it is drawn while it is sunk. */
  groundY(frame: ActorFrame): number {
    return groundHeight(this.depthY, this.actor, frame, this.facing);
  }

  /** `toCanvas` takes world px to the canvas. */
  draw(canvas: LightCanvas, toCanvas: Affine, frame: ActorFrame): void {
    if (this.worn.gone) return;
    if (frame.sunk > 0) canvas.above(toCanvas, this.groundY(frame), () => this.drawWhole(canvas, toCanvas, frame));
    else this.drawWhole(canvas, toCanvas, frame);
  }

  private drawWhole(canvas: LightCanvas, toCanvas: Affine, frame: ActorFrame): void {
    const { actor, worn, shown } = this;
    const foot = placed(this.x + frame.x, this.y + actor.height / 2 + frame.y, frame.rotation, frame.scaleX, frame.scaleY);
    const whole = posedPart(actor.poses, wholeBody, frame.pose, this.facing);
    const body = within(within(toCanvas, foot), placed(whole.x, whole.y, whole.turn, this.mirror, 1));
    const ink: Ink = { r: 1, g: 1, b: 1, a: frame.alpha };
    const flash = flashOf(frame);
    shownCell(actor, frame, shown, worn.look, worn.seconds);
    if (shown.clip !== undefined || shown.look !== undefined || actor.parts.length === 0) {
      const square = placed(-actor.width / 2, -actor.height, 0, actor.width, actor.height);
      this.cell(canvas, within(body, square), shown.picture, shown.cell, ink, flash);
      return;
    }
    for (const { id, picture, pivot } of actor.parts) {
      const moved = posedPart(actor.poses, id, frame.pose, this.looks);
      const part = within(body, placed(pivot.x + moved.x, pivot.y - actor.height / 2 + moved.y, moved.turn));
      const square = placed(-actor.width / 2 - pivot.x, -actor.height / 2 - pivot.y, 0, actor.width, actor.height);
      this.cell(canvas, within(part, square), picture, 0, ink, flash);
    }
  }

  private cell(canvas: LightCanvas, m: Affine, picture: string, cell: number, ink: Ink, flash: Recolour | undefined): void {
    const light = this.pictures.get(picture)?.cells.at(cell);
    if (light) canvas.picture(m, light, ink, flash);
  }
}

function flashOf({ flash, flashColour, flashMode }: ActorFrame): Recolour | undefined {
  if (flash <= 0) return undefined;
  const colour = [(flashColour >> 16) / 255, ((flashColour >> 8) & 255) / 255, (flashColour & 255) / 255];
  return (rgb) => {
    for (let k = 0; k < 3; k++) rgb[k] = flashChannel(flashMode, rgb[k], colour[k], flash);
  };
}
