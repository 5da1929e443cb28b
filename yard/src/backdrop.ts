import { hex } from './drawing.js';
import type { KitStage } from './openArchive.js';

type Pictures = ReadonlyMap<string, HTMLCanvasElement>;

/** Height of the ground in the demo's arena. */
const mossLine = 62;
const night = { sky: '#0b1820', ground: '#40592b' };
/** The layers of the demo's arena from far to near. `nearness` is the share of the view's shift that a layer takes. */
const layers = [
  { picture: 'mossy-log-far', nearness: 0.25, front: false },
  { picture: 'mossy-log-middle', nearness: 0.6, front: false },
  { picture: 'mossy-log', nearness: 1, front: false },
  { picture: 'mossy-log-near', nearness: 1.35, front: true },
];

/** The colour behind everything. */
export function skyOf(stage: KitStage | undefined): string {
  return stage?.background?.of === 'colour' ? stage.background.colour : night.sky;
}

/** Paints the backdrop: the stage's own picture or colour, the demo's arena, or plain ground from the bodies' feet down. */
export function paintBackdrop(
  context: CanvasRenderingContext2D,
  pictures: Pictures,
  view: { readonly x: number; readonly y: number },
  { stage, seen, foot }: { readonly stage: KitStage | undefined; readonly seen: string | undefined; readonly foot: number | undefined },
): void {
  const { background } = stage ?? {};
  if (background?.of === 'picture') {
    const picture = pictures.get(background.picture);
    if (!picture) return;
    const height = (background.width * picture.height) / picture.width;
    context.drawImage(picture, background.x - background.width / 2, background.y - height / 2, background.width, height);
    return;
  }
  if (!background && paintLayers(context, pictures, view, false)) return;
  if (seen === 'above' || stage?.ground === false) return;
  context.fillStyle = background ? darker(background.colour) : night.ground;
  context.fillRect(-4000, foot ?? mossLine, 8000, 4000);
}

/** Paints the layers of the demo's arena that lie in front of the bodies. */
export function paintForeground(
  context: CanvasRenderingContext2D,
  pictures: Pictures,
  view: { readonly x: number; readonly y: number },
  stage: KitStage | undefined,
): void {
  if (!stage?.background) paintLayers(context, pictures, view, true);
}

/** Paints the layers in front of the bodies, or those behind them. Returns whether the kit has any. */
function paintLayers(
  context: CanvasRenderingContext2D,
  pictures: Pictures,
  { x, y }: { readonly x: number; readonly y: number },
  front: boolean,
): boolean {
  let isDrawn = false;
  for (const layer of layers) {
    const picture = layer.front === front ? pictures.get(layer.picture) : undefined;
    if (!picture) continue;
    isDrawn = true;
    const far = 1 - layer.nearness;
    context.drawImage(picture, x * far - picture.width * 0.4, mossLine + 12 + y * far - picture.height * 0.6);
  }
  return isDrawn;
}

/** The ground before a sky of one colour: the same, a quarter darker. */
function darker(colour: string): string {
  const sky = parseInt(colour.slice(1), 16);
  const part = (shift: number): number => Math.round(((sky >> shift) & 255) * 0.75) << shift;
  return hex(part(16) | part(8) | part(0));
}
