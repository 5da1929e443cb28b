import type { Kit, PlayerFrame } from '@undatio/core/runtime';
import { BodyPainter } from './bodyPainter.js';
import { cellPlace } from './cellPlace.js';
import { hex, paintArcs, paintMeters, paintRibbons, paintText } from './drawing.js';
import type { Bout } from './bout.js';

const zoom = 1.35;
const ground = 62;
const stillView = { x: 0, y: 0, roll: 0, zoom: 1, vignette: 0, flash: 0, flashColour: 0xffffff };
/** Tinted copies of pictures that are kept. */
const mostTints = 300;

/** Draws what goes on on a 2D canvas, the plainest way there is: everything that moves comes from the frames. */
export class Painter {
  private readonly context: CanvasRenderingContext2D;
  private readonly bodies = new BodyPainter();
  private pictures = new Map<string, HTMLCanvasElement>();
  private readonly tints = new Map<string, HTMLCanvasElement>();
  /** What puffs and dots are tinted from. */
  private readonly soft = softDisc();

  constructor(
    private readonly canvas: HTMLCanvasElement,
    private readonly kit: () => Kit | undefined,
  ) {
    const context = canvas.getContext('2d');
    if (!context) throw new Error('this browser has no 2D canvas');
    this.context = context;
  }

  setPictures(pictures: Map<string, HTMLImageElement>): void {
    // Drawn once: a vector picture costs its whole drawing again in every frame.
    this.tints.clear();
    this.pictures = new Map([...pictures].map(([id, picture]) => [id, raster(picture)]));
  }

  paint(bout: Bout | undefined): void {
    const { context, canvas } = this;
    const scale = window.devicePixelRatio;
    const { clientWidth, clientHeight } = canvas;
    if (canvas.width !== clientWidth * scale || canvas.height !== clientHeight * scale) {
      canvas.width = clientWidth * scale;
      canvas.height = clientHeight * scale;
    }
    context.setTransform(scale, 0, 0, scale, 0, 0);
    context.fillStyle = '#0b1820';
    context.fillRect(0, 0, clientWidth, clientHeight);
    context.translate(clientWidth * 0.5, clientHeight * 0.6);
    context.scale(zoom, zoom);
    const frame = bout?.frame;
    const view = frame?.view ?? stillView;
    context.rotate((-view.roll * Math.PI) / 180);
    context.scale(view.zoom, view.zoom);
    context.translate(-view.x, -view.y);
    this.paintArena();
    if (!bout || !frame) return;
    this.paintPictures(frame, 0);
    this.paintPictures(frame, 1);
    paintRibbons(context, frame, 0);
    for (const body of frame.bodies) this.bodies.paint(context, this.kit(), this.pictures, body, bout.state(body.id), bout.now);
    this.paintPictures(frame, 2);
    paintArcs(context, frame);
    paintRibbons(context, frame, 1);
    this.paintRings(frame);
    this.paintParticles(frame);
    paintMeters(context, frame);
    paintText(context, frame.numbers);
    paintText(context, frame.glyphs);
    context.setTransform(scale, 0, 0, scale, 0, 0);
    this.paintLens(view, clientWidth, clientHeight);
  }

  /** Pictures of one layer; those on a body are where it is already. */
  private paintPictures({ pictures }: PlayerFrame, layer: number): void {
    const { context } = this;
    for (let i = 0; i < pictures.count; i++) {
      const picture = this.pictures.get(pictures.picture[i]);
      if (pictures.layer[i] !== layer || !picture) continue;
      context.save();
      context.globalAlpha = pictures.alpha[i];
      context.globalCompositeOperation = pictures.blend[i] === 1 ? 'lighter' : 'source-over';
      context.translate(pictures.x[i], pictures.y[i]);
      context.rotate((pictures.rotation[i] * Math.PI) / 180);
      const width = pictures.size[i];
      const height = (width * picture.height) / picture.width;
      context.drawImage(this.tinted(pictures.picture[i], picture, pictures.tint[i]), -width / 2, -height / 2, width, height);
      context.restore();
    }
  }

  /** One cell of a picture of the project, multiplied by the particle's colour. */
  private paintCell(kit: Kit, name: string, picture: HTMLCanvasElement, particles: PlayerFrame['particles'], i: number): void {
    const { x, y, width, height } = cellPlace(kit, name, picture, particles.cell[i]);
    const size = particles.size[i];
    const high = (size * height) / width;
    const source = this.tinted(name, picture, steppedTint(particles, i));
    this.context.drawImage(source, x, y, width, height, -size / 2, -high / 2, size, high);
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

  private paintRings({ rings }: PlayerFrame): void {
    const { context } = this;
    for (let i = 0; i < rings.count; i++) {
      context.globalCompositeOperation = rings.blend[i] === 1 ? 'lighter' : 'source-over';
      context.strokeStyle = `rgb(${rings.r[i] * 255} ${rings.g[i] * 255} ${rings.b[i] * 255} / ${rings.a[i]})`;
      context.lineWidth = rings.width[i];
      context.beginPath();
      context.arc(rings.x[i], rings.y[i], rings.radius[i], 0, 2 * Math.PI);
      context.stroke();
    }
    context.globalCompositeOperation = 'source-over';
  }

  private paintLens(view: { vignette: number; flash: number; flashColour: number }, width: number, height: number): void {
    const { context } = this;
    if (view.vignette > 0) {
      const dark = context.createRadialGradient(width / 2, height / 2, height * 0.35, width / 2, height / 2, width * 0.62);
      dark.addColorStop(0, 'rgb(4 10 16 / 0)');
      dark.addColorStop(1, `rgb(4 10 16 / ${view.vignette})`);
      context.fillStyle = dark;
      context.fillRect(0, 0, width, height);
    }
    context.globalAlpha = view.flash;
    context.fillStyle = hex(view.flashColour);
    if (view.flash > 0) context.fillRect(0, 0, width, height);
    context.globalAlpha = 1;
  }

  private paintArena(): void {
    const { context } = this;
    const layers = ['mossy-log-far', 'mossy-log-middle', 'mossy-log'].flatMap((id) => this.pictures.get(id) ?? []);
    for (const layer of layers) context.drawImage(layer, -640, ground + 12 - 480, 1600, 800);
    if (layers.length === 0) {
      context.fillStyle = '#40592b';
      context.fillRect(-2000, this.foot(), 4000, 600);
    }
  }

  /** Where the kit's own bodies stand. */
  private foot(): number {
    const feet = (this.kit()?.actors ?? []).flatMap(({ role, height, place }) =>
      role === 'bystander' ? [] : [(place?.y ?? 0) + height / 2],
    );
    return feet.length > 0 ? Math.max(...feet) : ground;
  }

  private paintParticles({ particles }: PlayerFrame): void {
    const { context } = this;
    const kit = this.kit();
    for (let i = 0; i < particles.count; i++) {
      context.save();
      context.globalCompositeOperation = particles.blend[i] === 1 ? 'lighter' : 'source-over';
      context.globalAlpha = particles.a[i];
      context.fillStyle = `rgb(${particles.r[i] * 255} ${particles.g[i] * 255} ${particles.b[i] * 255})`;
      context.translate(particles.x[i], particles.y[i]);
      context.rotate((particles.rotation[i] * Math.PI) / 180);
      const half = particles.size[i] / 2;
      const picture = kit?.particlePictures[particles.picture[i]] ?? 'dot';
      const own = this.pictures.get(picture);
      if (kit && own) {
        this.paintCell(kit, picture, own, particles, i);
        context.restore();
        continue;
      }
      if (picture === 'puff' || picture === 'dot') {
        context.drawImage(this.tinted('soft', this.soft, steppedTint(particles, i)), -half, -half, 2 * half, 2 * half);
        context.restore();
        continue;
      }
      context.beginPath();
      if (picture === 'chip') context.rect(-half * 0.8, -half * 0.6, half * 1.6, half * 1.2);
      else context.ellipse(0, 0, half, picture === 'spark' ? half * 0.24 : half, 0, 0, 2 * Math.PI);
      context.fill();
      context.restore();
    }
  }
}

/** A particle's colour in steps, so that few tinted copies are made. */
function steppedTint({ r, g, b }: PlayerFrame['particles'], i: number): number {
  const step = (channel: number): number => Math.round(channel * 15) * 17;
  return (step(r[i]) << 16) | (step(g[i]) << 8) | step(b[i]);
}

/** A white disc that fades toward its rim. */
function softDisc(): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 64;
  const context = canvas.getContext('2d') as CanvasRenderingContext2D;
  const gradient = context.createRadialGradient(32, 32, 0, 32, 32, 32);
  gradient.addColorStop(0, 'rgb(255 255 255 / 1)');
  gradient.addColorStop(0.5, 'rgb(255 255 255 / 0.6)');
  gradient.addColorStop(1, 'rgb(255 255 255 / 0)');
  context.fillStyle = gradient;
  context.fillRect(0, 0, 64, 64);
  return canvas;
}

function raster(picture: HTMLImageElement): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = picture.naturalWidth;
  canvas.height = picture.naturalHeight;
  canvas.getContext('2d')?.drawImage(picture, 0, 0);
  return canvas;
}
