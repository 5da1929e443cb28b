import type { ArenaActorState, Kit, KitActor, PartPose, PlayerBodyFrame, PoseFrame, ShownCell } from '@undatio/core/runtime';
import { cellPlace } from './cellPlace.js';
import { hex, hideBelowGround } from './drawing.js';

type Pictures = ReadonlyMap<string, HTMLCanvasElement>;

/** px of the scratch canvas for one px of a body, so that it stays sharp. */
const sharpness = 2;
/** Room around a body for parts that a pose moves beyond its edge. */
const margin = 60;
const unknown = { width: 172, height: 130 };

/** Draws a body from its parts as its poses move them, lit by its flash. */
export class BodyPainter {
  private readonly scratch = document.createElement('canvas');

  private readonly shown: ShownCell = { picture: '', cell: 0 };

  /** `state` is what the rules say of it; `now` is how old the clip of a look is. */
  paint(
    context: CanvasRenderingContext2D,
    kit: Kit | undefined,
    pictures: Pictures,
    sharp: ReadonlySet<string>,
    body: PlayerBodyFrame,
    state: ArenaActorState | undefined,
    now: number,
  ): void {
    if (state?.standing === 'gone') return;
    const actor = kit?.actors.find(({ id }) => id === body.actor);
    const { width, height } = actor ?? unknown;
    // What flies in a hop is drawn higher than it stands.
    const lift = state?.lift ?? 0;
    this.scratch.width = (width + 2 * margin) * sharpness;
    this.scratch.height = (height + 2 * margin) * sharpness;
    const ink = this.scratch.getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D;
    ink.setTransform(sharpness, 0, 0, sharpness, this.scratch.width / 2, this.scratch.height / 2);
    let smooth = true;
    if (kit && actor) {
      const shown = kit.shownCell(actor.id, body, this.shown, state?.look, now);
      ink.imageSmoothingEnabled = smooth = !sharp.has(shown.picture);
      this.paintActor(ink, kit, actor, pictures, body, shown);
    } else paintPlain(ink);
    if (body.flash > 0) flood(ink, body);
    context.save();
    context.imageSmoothingEnabled = smooth;
    hideBelowGround(context, body);
    // A body turns and is squashed about the middle of its foot.
    context.translate(body.x, body.y - lift + (height * body.scale) / 2);
    context.rotate((body.rotation * Math.PI) / 180);
    context.scale(body.scaleX * body.scale, body.scaleY * body.scale);
    context.globalAlpha = body.alpha;
    context.drawImage(this.scratch, -width / 2 - margin, -height - margin, width + 2 * margin, height + 2 * margin);
    context.restore();
  }

  /** From the cell of a clip, from its parts, or from its picture; mirrored where it faces the other way than they look. */
  private paintActor(
    ink: CanvasRenderingContext2D,
    kit: Kit,
    actor: KitActor,
    pictures: Pictures,
    body: PlayerBodyFrame,
    shown: ShownCell,
  ): void {
    const { height } = actor;
    const { facing, pose } = body;
    const looks = actor.looks === 'left' ? -1 : 1;
    const whole = moved(actor, 'whole', pose);
    ink.save();
    // The whole body turns about its feet.
    ink.translate(whole.x * facing, height / 2 + whole.y);
    ink.rotate((whole.turn * facing * Math.PI) / 180);
    ink.scale(facing * looks, 1);
    ink.translate(0, -height / 2);
    if (shown.clip === undefined && shown.look === undefined && actor.parts.length > 0) paintParts(ink, actor, pictures, pose, looks);
    else paintCell(ink, kit, actor, pictures, shown);
    ink.restore();
  }
}

function paintParts(ink: CanvasRenderingContext2D, actor: KitActor, pictures: Pictures, pose: PoseFrame, looks: 1 | -1): void {
  const { width, height } = actor;
  for (const { id, picture, pivot } of actor.parts) {
    const image = pictures.get(picture);
    if (!image) continue;
    const part = moved(actor, id, pose);
    ink.save();
    ink.translate(pivot.x + part.x * looks, pivot.y + part.y);
    ink.rotate((part.turn * looks * Math.PI) / 180);
    ink.drawImage(image, -width / 2 - pivot.x, -height / 2 - pivot.y, width, height);
    ink.restore();
  }
}

function paintCell(ink: CanvasRenderingContext2D, kit: Kit, { width, height }: KitActor, pictures: Pictures, shown: ShownCell): void {
  const image = pictures.get(shown.picture);
  if (!image) return;
  const { x, y, width: wide, height: high } = cellPlace(kit, shown.picture, image, shown.cell);
  ink.drawImage(image, x, y, wide, high, -width / 2, -height / 2, width, height);
}

/** The sum of what the poses do to a part. */
function moved({ poses }: KitActor, part: string, pose: PoseFrame): PartPose {
  const sum = { turn: 0, x: 0, y: 0 };
  for (const [name, parts] of Object.entries(poses)) {
    const full = parts[part];
    const amount = pose[name as keyof PoseFrame];
    if (!full || amount === 0) continue;
    sum.turn += amount * full.turn;
    sum.x += amount * full.x;
    sum.y += amount * full.y;
  }
  return sum;
}

/** A body without a picture. */
function paintPlain(ink: CanvasRenderingContext2D): void {
  ink.fillStyle = '#8a6d4a';
  ink.beginPath();
  ink.ellipse(0, 0, unknown.width * 0.45, unknown.height * 0.4, 0, 0, 2 * Math.PI);
  ink.fill();
}

/** Lights what is drawn, alpha kept. */
function flood(ink: CanvasRenderingContext2D, { flash, flashColour, flashMode }: PlayerBodyFrame): void {
  const { width, height } = ink.canvas;
  ink.setTransform(1, 0, 0, 1, 0, 0);
  const copy = flashMode === 'mix' ? undefined : ink.getImageData(0, 0, width, height);
  ink.globalAlpha = flash;
  ink.globalCompositeOperation = flashMode === 'add' ? 'lighter' : flashMode === 'multiply' ? 'multiply' : 'source-atop';
  ink.fillStyle = hex(flashColour);
  ink.fillRect(0, 0, width, height);
  if (!copy) return;
  // Those two composite beyond the picture's edge; its alpha is put back.
  const lit = ink.getImageData(0, 0, width, height);
  for (let i = 3; i < lit.data.length; i += 4) lit.data[i] = copy.data[i];
  ink.putImageData(lit, 0, 0);
}
