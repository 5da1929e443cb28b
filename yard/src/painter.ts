import type { Kit, PlayerFrame } from '@undatio/core/runtime';
import { paintBackdrop, paintForeground, skyOf } from './backdrop.js';
import { BodyPainter } from './bodyPainter.js';
import type { Bout } from './bout.js';
import { cellPlace } from './cellPlace.js';
import { blends, hex, hideBelowGround, paintArcs, paintMeters, paintRibbons, paintRings, paintText } from './drawing.js';
import { paintLens, Splitter } from './lens.js';
import type { KitStage, OpenedKit } from './openArchive.js';
import { drawParticlePictures } from './particlePictures.js';

/** Where the contact point lies in the view, as shares of its size. */
const contactPlace = { x: 0.42, y: 0.6 };
const stillView = { x: 0, y: 0, roll: 0, zoom: 1, split: 0, vignette: 0, flash: 0, flashColour: 0xffffff };
/** Tinted copies of pictures that are kept. */
const mostTints = 600;
/** Greatest height in px of a cell that is pixel art, in a raster picture. */
const pixelArt = 128;

/** Draws what goes on on a 2D canvas, the plainest way there is: everything that moves comes from the frames. */
export class Painter {
  private readonly context: CanvasRenderingContext2D;
  private readonly bodies = new BodyPainter();
  private readonly splitter = new Splitter();
  private pictures = new Map<string, HTMLCanvasElement>();
  /** Ids of pixel art: it is drawn without smoothing. */
  private sharp = new Set<string>();
  private readonly tints = new Map<string, HTMLCanvasElement>();
  private readonly own = drawParticlePictures();

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly opened: () => Pick<OpenedKit, 'played' | 'stages' | 'seen' | 'view'> | undefined,
  ) {
    const context = canvas.getContext('2d', { alpha: false });
    if (!context) throw new Error('this browser has no 2D canvas');
    this.context = context;
  }

  setPictures(pictures: Map<string, HTMLImageElement>, isVector: (id: string) => boolean, kit: Kit): void {
    // Drawn once: a vector picture costs its whole drawing again in every frame.
    this.tints.clear();
    this.pictures = new Map([...pictures].map(([id, picture]) => [id, raster(picture)]));
    this.sharp = new Set(
      [...this.pictures].flatMap(([id, picture]) => (!isVector(id) && cellPlace(kit, id, picture, 0).height <= pixelArt ? [id] : [])),
    );
  }

  paint(bout: Bout | undefined): void {
    const { context, canvas } = this;
    const opened = this.opened();
    const scale = window.devicePixelRatio;
    const { clientWidth, clientHeight } = canvas;
    if (canvas.width !== clientWidth * scale || canvas.height !== clientHeight * scale) {
      canvas.width = clientWidth * scale;
      canvas.height = clientHeight * scale;
    }
    const stage = this.stageOf(bout);
    const frame = bout?.frame;
    const view = frame?.view ?? stillView;
    context.setTransform(scale, 0, 0, scale, 0, 0);
    context.fillStyle = skyOf(stage);
    context.fillRect(0, 0, clientWidth, clientHeight);
    context.translate(clientWidth * contactPlace.x, clientHeight * contactPlace.y);
    const zoom = this.zoomOf(clientWidth, clientHeight);
    context.scale(zoom, zoom);
    context.rotate((-view.roll * Math.PI) / 180);
    context.scale(view.zoom, view.zoom);
    context.translate(-view.x, -view.y);
    paintBackdrop(context, this.pictures, view, { stage, seen: opened?.seen, foot: this.footOf(frame) });
    if (!bout || !frame) return;
    this.paintPictures(frame, 0);
    this.paintPictures(frame, 1);
    paintRibbons(context, frame, 0);
    this.paintBodies(bout, frame);
    this.paintPictures(frame, 2);
    paintArcs(context, frame);
    paintRibbons(context, frame, 1);
    paintRings(context, frame);
    this.paintParticles(frame);
    paintForeground(context, this.pictures, view, stage);
    paintMeters(context, frame);
    paintText(context, frame.numbers);
    paintText(context, frame.glyphs);
    context.setTransform(scale, 0, 0, scale, 0, 0);
    if (view.split > 0.01) this.splitter.split(context, view.split * zoom * view.zoom * scale);
    paintLens(context, view, clientWidth, clientHeight);
  }

  private stageOf(bout: Bout | undefined): KitStage | undefined {
    const stages = this.opened()?.stages ?? [];
    return stages.find(({ id }) => id === bout?.stage) ?? stages.at(0);
  }

  /** Canvas px for one world px: the whole view of the game fits, unless `data-zoom` of the canvas gives another number. */
  private zoomOf(width: number, height: number): number {
    const said = Number(this.canvas.dataset['zoom']);
    if (said > 0) return said;
    const { view = { width: 960, height: 540 } } = this.opened() ?? {};
    return Math.min(width / view.width, height / view.height);
  }

  /** Paints bodies from back to front, by depth. At equal depth the first in the list is in front. */
  private paintBodies(bout: Bout, { bodies }: PlayerFrame): void {
    const kit = this.opened()?.played;
    const order = bodies.map((_, i) => i).sort((a, b) => bodies[a].depth - bodies[b].depth || b - a);
    for (const i of order) {
      const body = bodies[i];
      this.bodies.paint(this.context, kit, this.pictures, this.sharp, body, bout.state(body.id), bout.now);
    }
  }

  /** Pictures of one layer; those on a body are where it is already. */
  private paintPictures({ pictures, bodies }: PlayerFrame, layer: number): void {
    const { context } = this;
    for (const i of blends(pictures)) {
      const id = pictures.picture[i];
      const picture = this.pictures.get(id);
      if (pictures.layer[i] !== layer || !picture) continue;
      context.save();
      if (pictures.party[i] !== 0) hideBelowGround(context, bodies.at(pictures.body[i]));
      context.imageSmoothingEnabled = !this.sharp.has(id);
      context.globalAlpha = pictures.alpha[i];
      context.globalCompositeOperation = pictures.blend[i] === 1 ? 'lighter' : 'source-over';
      context.translate(pictures.x[i], pictures.y[i]);
      context.rotate((pictures.rotation[i] * Math.PI) / 180);
      const width = pictures.size[i];
      const height = (width * picture.height) / picture.width;
      context.drawImage(this.tinted(id, picture, pictures.tint[i]), -width / 2, -height / 2, width, height);
      context.restore();
    }
  }

  private paintParticles({ particles }: PlayerFrame): void {
    const { context } = this;
    const kit = this.opened()?.played;
    if (!kit) return;
    for (const i of blends(particles)) {
      const name = kit.particlePictures[particles.picture[i]] ?? 'dot';
      const picture = this.pictures.get(name) ?? this.own.get(name);
      if (!picture) continue;
      context.save();
      context.imageSmoothingEnabled = !this.sharp.has(name);
      context.globalCompositeOperation = particles.blend[i] === 1 ? 'lighter' : 'source-over';
      context.globalAlpha = particles.a[i];
      context.translate(particles.x[i], particles.y[i]);
      context.rotate((particles.rotation[i] * Math.PI) / 180);
      const { x, y, width, height } = this.own.has(name)
        ? { x: 0, y: 0, width: picture.width, height: picture.height }
        : cellPlace(kit, name, picture, particles.cell[i]);
      const size = particles.size[i];
      const high = (size * height) / width;
      context.drawImage(this.tinted(name, picture, steppedTint(particles, i)), x, y, width, height, -size / 2, -high / 2, size, high);
      context.restore();
    }
  }

  /** The picture multiplied by a tint, made once for each of the tints that were used last. */
  private tinted(id: string, picture: HTMLCanvasElement, tint: number): HTMLCanvasElement {
    if (tint === 0xffffff) return picture;
    const key = `${id} ${tint}`;
    const known = this.tints.get(key);
    if (known) return known;
    const [oldest] = this.tints.keys();
    if (this.tints.size >= mostTints) this.tints.delete(oldest);
    const canvas = document.createElement('canvas');
    canvas.width = picture.width;
    canvas.height = picture.height;
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    context.drawImage(picture, 0, 0);
    context.globalCompositeOperation = 'multiply';
    context.fillStyle = hex(tint);
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.globalCompositeOperation = 'destination-in';
    context.drawImage(picture, 0, 0);
    this.tints.set(key, canvas);
    return canvas;
  }

  /** Height at which plain ground begins: that of the lowest feet. */
  private footOf(frame: PlayerFrame | undefined): number | undefined {
    const feet = (frame?.bodies ?? []).map(({ depth }) => depth);
    return feet.length > 0 ? Math.max(...feet) : undefined;
  }
}

/** A particle's colour in steps, so that few tinted copies are made. */
function steppedTint({ r, g, b }: PlayerFrame['particles'], i: number): number {
  const step = (channel: number): number => Math.round(channel * 31) * (255 / 31);
  return (Math.round(step(r[i])) << 16) | (Math.round(step(g[i])) << 8) | Math.round(step(b[i]));
}

function raster(picture: HTMLImageElement): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = picture.naturalWidth;
  canvas.height = picture.naturalHeight;
  canvas.getContext('2d')?.drawImage(picture, 0, 0);
  return canvas;
}
