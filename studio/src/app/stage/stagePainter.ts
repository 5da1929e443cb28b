import 'pixi.js/unsafe-eval';
import { Application, Container, Graphics, Sprite, type Texture } from 'pixi.js';
import type { Actor, Frame, Project } from '@undatio/core';
import { ActorFigure } from './actorFigure';
import { LensLayer } from './lensLayer';
import { loadPicture } from './loadPicture';
import { NumberLayer } from './numberLayer';
import { PictureLayers } from './pictureLayers';
import { ParticleLayer } from './particleLayer';
import { RingLayer } from './ringLayer';

/** Stage px for one world px. */
const scale = 1.2;
/** Where the contact point lies in the window, as fractions of its size. */
const contactPlace = { x: 0.42, y: 0.6 };
/** Where each role rests, in world px from the contact point. */
const restingPlaces = { source: { x: -80, y: 0 }, target: { x: 80, y: 0 }, bystander: { x: 262, y: 34 } } as const;
/** World height at which the log's moss begins, under the actors' feet. */
const ground = 62;

/** Behind the actors: the arena by night, or plain sky and ground, to judge an effect on grey and on bright. */
const skies = { dark: 0x0b1820, mid: 0x76878a, bright: 0xe9eee2 } as const;
const grounds = { dark: 0x40592b, mid: 0x5d6f49, bright: 0xb3c58e } as const;

/** Draws frames with PixiJS. Holds the scene; everything that moves comes from the frame. */
export class StagePainter {
  private readonly world = new Container();
  private readonly figures: Record<Actor['role'], ActorFigure[]> = { source: [], target: [], bystander: [] };
  private readonly particles = new ParticleLayer();
  private readonly rings = new RingLayer();
  private readonly numbers = new NumberLayer();
  private readonly lens = new LensLayer(this.world);
  private pictures: PictureLayers | undefined;
  private readonly plainGround = new Graphics().rect(-4000, ground, 8000, 4000).fill(0xffffff);
  private arena: Sprite | undefined;
  private asked = false;

  private constructor(private readonly app: Application) {
    app.stage.addChild(this.world, this.lens.view);
  }

  /** Makes the painter inside `host`, with the project’s own pictures. Rejects when there is no WebGL or a picture is missing. */
  static async create(host: HTMLElement, project: Project, pictureUrl: (asset: string) => string): Promise<StagePainter> {
    const app = new Application();
    await app.init({
      preference: 'webgl',
      background: skies.dark,
      resizeTo: host,
      antialias: true,
      autoStart: false,
      resolution: Math.min(2, window.devicePixelRatio),
      autoDensity: true,
    });
    const painter = new StagePainter(app);
    host.append(app.canvas);
    await painter.furnish(project, pictureUrl);
    // The application resizes itself with a delay; drawing again then keeps the picture whole.
    app.renderer.on('resize', () => painter.request());
    return painter;
  }

  private async furnish({ actors, assets }: Project, pictureUrl: (asset: string) => string): Promise<void> {
    const pictures = assets.filter((asset) => asset.type === 'picture');
    const loaded = await Promise.all(pictures.map(async ({ id }): Promise<[string, Texture]> => [id, await loadPicture(pictureUrl(id))]));
    const textures = new Map(loaded);
    this.pictures = new PictureLayers(textures);
    this.world.addChild(this.plainGround);
    const arena = textures.get('mossy-log');
    if (arena) {
      this.arena = new Sprite({ texture: arena, anchor: { x: 0.4, y: 0.6 } });
      this.arena.position.set(0, ground + 12);
      this.world.addChild(this.arena);
    }
    this.world.addChild(this.pictures.ground, this.pictures.behind);
    for (const actor of actors) this.enter(actor, textures.get(actor.picture));
    this.world.addChild(this.pictures.over, this.rings.view, this.particles.view, this.numbers.view);
  }

  private enter(actor: Actor, picture: Texture | undefined): void {
    if (!picture) return;
    const place = restingPlaces[actor.role];
    const figure = new ActorFigure(picture, actor, place.x, place.y);
    this.figures[actor.role].push(figure);
    this.world.addChild(figure.view);
  }

  setBackground(background: keyof typeof skies): void {
    this.app.renderer.background.color = skies[background];
    this.plainGround.tint = grounds[background];
    const night = background === 'dark' && this.arena !== undefined;
    this.plainGround.visible = !night;
    if (this.arena) this.arena.visible = night;
    this.request();
  }

  /** Shows one frame. */
  paint(frame: Frame): void {
    const { width, height } = this.app.screen;
    const { view } = frame;
    const zoom = scale * view.zoom;
    this.world.position.set(width * contactPlace.x, height * contactPlace.y);
    this.world.pivot.set(view.x, view.y);
    this.world.scale.set(zoom);
    this.world.angle = -view.roll;
    for (const figure of this.figures.source) figure.pose(frame.source);
    for (const figure of this.figures.target) figure.pose(frame.target);
    this.pictures?.show(frame);
    this.rings.show(frame.rings);
    this.particles.show(frame.particles);
    this.numbers.show(frame.numbers);
    this.lens.show(view, width, height, zoom);
    this.request();
  }

  /** Draws with the display's next frame, once however often it is asked. */
  private request(): void {
    if (this.asked) return;
    this.asked = true;
    requestAnimationFrame(() => {
      this.asked = false;
      if (this.app.renderer) this.app.render();
    });
  }

  destroy(): void {
    this.app.destroy(true, { children: true });
  }
}
