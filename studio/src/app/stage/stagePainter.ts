import { Container, Graphics, RenderTexture, Sprite, Ticker, type Texture, type WebGLRenderer } from 'pixi.js';
import { usesOfSequence, type ActorFrame, type Place, type Project, type StageSetUp } from '@undatio/core';
import {
  compileContext,
  drawnOrder,
  grounds,
  groundUnder,
  mossLine,
  restingActor,
  skies,
  type AnyFrame,
  type DrillFrame,
} from '@undatio/core/internal';
import { isPixelArt } from '../shared/cellBox';
import { ActorFigure } from './actorFigure';
import { Arena, arenaPictures } from './arena';
import { ArcLayer } from './arcLayer';
import { CellTextures } from './cellTextures';
import type { KeptPicture } from './keptPictures';
import { LensLayer } from './lensLayer';
import { MeterLayer } from './meterLayer';
import { PictureLayers, type Standing } from './pictureLayers';
import { ParticleLayer } from './particleLayer';
import { ReachLayer } from './reachLayer';
import { RibbonLayer } from './ribbonLayer';
import { RingLayer } from './ringLayer';
import { drawsInSoftware } from './softwareDrawing';
import type { StageCanvas } from './stageCanvas';
import type { OnStage } from './stageSetUps';
import { contactPlace, stageScale, type StageBackground } from './stageView';
import { fontOfTexts, TextLayer, warmTexts } from './textLayer';

/** Pictures that are loaded at once while nobody waits for them. */
const fewPictures = 4;

/** A bystander whom no blow has struck. */
const atRest = restingActor();

/** Draws frames with PixiJS. Holds the scene; everything that moves comes from the frame. */
export class StagePainter {
  private readonly world = new Container();
  /** The source, and everybody that can be struck: the target first, then the bystanders. */
  private source: ActorFigure | undefined;
  private readonly targets: (ActorFigure | undefined)[] = [];
  private readonly rings = new RingLayer();
  private readonly arcs = new ArcLayer();
  private readonly ribbons = new RibbonLayer();
  private readonly meters = new MeterLayer();
  private readonly numbers = new TextLayer();
  private readonly captions = new TextLayer();
  private particles: ParticleLayer | undefined;
  private readonly particleSlot = new Container();
  private later: Promise<void> = Promise.resolve();
  private readonly lens = new LensLayer(this.world);
  private pictures: PictureLayers | undefined;
  private readonly plainGround = new Graphics();
  private conventions = { viewWidth: 960, viewHeight: 540 };
  private noGround = false;
  private nearer = 1;
  private own: StageSetUp['background'];
  private backdrop: Sprite | undefined;
  private arena: Arena | undefined;
  private stands: (Standing | undefined)[] = [];
  /** The height at which each body's feet stand, and the order in which the bodies are drawn, by these heights. */
  private depths: number[] = [];
  private readonly order: number[] = [];
  private readonly figures = new Container();
  private readonly reaches = new ReachLayer();
  private asked = false;
  private last: AnyFrame | undefined;
  /** Whether it shows just what the game’s view shows. */
  asGame = false;
  private readonly textures = new Map<string, Texture>();
  private cells: CellTextures | undefined;

  private readonly scene = new Container();
  private destroyed = false;

  private readonly renderer: WebGLRenderer;
  private readonly host: HTMLElement;
  /** Pictures in use, released when the painter is destroyed. */
  private readonly kept: KeptPicture[] = [];

  private constructor(private readonly canvas: StageCanvas) {
    this.renderer = canvas.renderer;
    this.host = canvas.host;
    this.scene.addChild(this.world, this.lens.view);
  }

  /** Creates a painter on a canvas, with the pictures of the project. Holds the canvas until destroyed. Rejects if a picture is missing. */
  static async create(canvas: StageCanvas, { project, setUp }: OnStage, pictureUrl: (asset: string) => string): Promise<StagePainter> {
    const painter = new StagePainter(canvas.hold());
    try {
      await painter.furnish(project, setUp, pictureUrl);
    } catch (error) {
      painter.destroy();
      throw error;
    }
    canvas.resizeToHost();
    return painter;
  }

  private async furnish(project: Project, setUp: StageSetUp | undefined, pictureUrl: (asset: string) => string): Promise<void> {
    const { actors, assets } = project;
    this.conventions = project.conventions;
    this.noGround = project.seen === 'above' || setUp?.ground === false;
    this.nearer = setUp?.zoom ?? 1;
    this.own = setUp?.background;
    const pictures = assets.filter((asset) => asset.type === 'picture');
    const { textures } = this;
    const load = async (ids: Iterable<string>): Promise<void> => {
      await Promise.all(
        [...ids].map(async (id) => {
          const kept = this.canvas.pictures.use(pictureUrl(id));
          this.kept.push(kept);
          const texture = await kept.texture;
          if (this.destroyed) return;
          texture.source.scaleMode = isPixelArt(assets.find((asset) => asset.id === id)) ? 'nearest' : 'linear';
          textures.set(id, texture);
        }),
      );
    };
    // Bodies and the arena first: they are the first picture. What effects draw comes while it is looked at.
    const first = new Set([
      ...actors.flatMap(({ picture, parts, clips = [], healthLooks = [] }) => [
        ...(parts.length > 0 ? parts.map((part) => part.picture) : [picture]),
        ...(healthLooks.some((look) => look.cell !== undefined) ? [picture] : []),
        ...clips.map((clip) => clip.picture),
        ...healthLooks.flatMap((look) => look.picture ?? []),
      ]),
      ...(setUp?.background?.of === 'picture' ? [setUp.background.picture] : setUp?.background ? [] : arenaPictures),
    ]);
    const known = new Set(pictures.map(({ id }) => id));
    await load([...first].filter((id) => known.has(id)));
    // What effects draw, while it is looked at; then, a few at a time, what they might be given.
    const used = new Set(
      project.sequences.flatMap((sequence) => usesOfSequence(sequence).flatMap(({ need, id }) => (need === 'picture' ? [id] : []))),
    );
    this.later = load([...used].filter((id) => known.has(id) && !first.has(id)));
    const rest = [...known].filter((id) => !first.has(id) && !used.has(id));
    void this.later.then(
      async () => {
        for (let i = 0; i < rest.length && !this.destroyed; i += fewPictures) {
          // One that is missing is told where it is used.
          await load(rest.slice(i, i + fewPictures)).catch(() => undefined);
        }
      },
      () => undefined,
    );
    this.pictures = new PictureLayers(textures);
    this.backdrop = backdropOf(setUp?.background, textures);
    if (this.backdrop) this.world.addChild(this.backdrop);
    this.world.addChild(this.plainGround);
    this.arena = new Arena(setUp?.background ? new Map() : textures);
    this.world.addChild(this.arena.behind, this.pictures.ground, this.pictures.behind);
    const cells = new CellTextures(assets, textures);
    this.cells = cells;
    const { places } = compileContext(project).standing;
    const figure = (actor: (typeof actors)[number] | undefined, place: Place): ActorFigure | undefined =>
      actor && new ActorFigure(cells, actor, place.x, place.y);
    this.source = figure(
      actors.find(({ role }) => role === 'source'),
      places.source,
    );
    const bystanders = actors.filter(({ role }) => role === 'bystander');
    this.targets.push(
      figure(
        actors.find(({ role }) => role === 'target'),
        places.target,
      ),
      ...bystanders.map((actor, i) => figure(actor, places.others[i])),
    );
    const standing = (actor: (typeof actors)[number] | undefined, { x, y }: Place): Standing | undefined =>
      actor && { x, y, foot: y + actor.height / 2, halfHeight: actor.height / 2 };
    this.stands = [
      standing(
        actors.find(({ role }) => role === 'source'),
        places.source,
      ),
      standing(
        actors.find(({ role }) => role === 'target'),
        places.target,
      ),
      ...bystanders.map((actor, i) => standing(actor, places.others[i])),
    ];
    const feet = this.stands.flatMap((stand) => (stand ? [stand.foot] : []));
    const line = this.arena.drawn || feet.length === 0 ? mossLine : Math.max(...feet);
    this.plainGround.rect(-4000, line, 8000, 4000).fill(0xffffff);
    this.depths = this.bodies.map((body, i) => (this.stands[i]?.y ?? 0) + (body ? body.ground : 0));
    this.world.addChild(
      this.ribbons.behind,
      this.figures,
      this.pictures.over,
      this.arcs.view,
      this.reaches.view,
      this.ribbons.over,
      this.rings.view,
      this.particleSlot,
    );
    this.sortFigures();
    this.world.addChild(this.arena.front, this.meters.view, this.numbers.view, this.captions.view);
  }

  /** Resolves when everything that effects draw is there; rejects with the address of what is missing. */
  async complete(): Promise<void> {
    await this.later;
    if (this.destroyed) return;
    if (!this.cells) return;
    this.particles = new ParticleLayer(this.cells);
    this.particleSlot.addChild(this.particles.view);
    if (this.last) this.paint(this.last);
    await fontOfTexts();
    if (!this.destroyed) warmTexts(this.renderer);
  }

  /** `own` is the stage's own, where it has one. */
  setBackground(background: StageBackground): void {
    if (this.destroyed) return;
    const plain = background === 'own' ? 'dark' : background;
    const isOwn = background === 'own' && this.own !== undefined;
    this.renderer.background.color = isOwn && this.own?.of === 'colour' ? this.own.colour : skies[plain];
    this.plainGround.tint = grounds[plain];
    const night = plain === 'dark' && this.arena?.drawn === true;
    if (this.backdrop) this.backdrop.visible = isOwn;
    // A colour of the stage's own stands on ground of that colour, darker.
    if (isOwn && this.own?.of === 'colour') this.plainGround.tint = groundUnder(parseInt(this.own.colour.slice(1), 16));
    this.plainGround.visible = !night && !this.noGround && !(isOwn && this.own?.of === 'picture');
    this.arena?.show(night);
    this.request();
  }

  /** Lays the picture out anew in a window of another size. */
  resize(): void {
    if (this.destroyed || !this.canvas.resizeToHost()) return;
    if (this.last) this.paint(this.last, true);
  }

  /** Shows one frame: at once when a display's frame is being made, with the next one otherwise. */
  paint(frame: AnyFrame, now = false): void {
    // What gives the stage back while its screen goes shows one more frame.
    if (this.destroyed) return;
    this.last = frame;
    this.lay(frame, this.renderer.screen);
    if (now) this.draw();
    else this.request();
  }

  /** Puts everything where it is at one frame, in a window of so many px. */
  private lay(frame: AnyFrame, { width, height }: { readonly width: number; readonly height: number }): void {
    const { view } = frame;
    const sight = 'sight' in frame ? frame.sight : undefined;
    const { conventions, nearer, asGame } = this;
    const scale = stageScale({ conventions, width, height, zoom: nearer, sight, asGame });
    // Stage px for one world px, for tests that measure on the stage.
    if (this.host.dataset['scale'] !== String(scale)) this.host.dataset['scale'] = String(scale);
    const zoom = scale * view.zoom;
    this.world.position.set(width * contactPlace.x, height * contactPlace.y);
    this.world.pivot.set(view.x, view.y);
    this.world.scale.set(zoom);
    this.world.angle = -view.roll;
    this.arena?.follow(view);
    const targets = 'targets' in frame ? frame.targets : [frame.target];
    const bodies: readonly ActorFrame[] = [frame.source, ...targets];
    if ('looks' in frame) this.follow(frame);
    this.source?.pose(frame.source);
    this.targets.forEach((figure, i) => figure?.pose(targets[i] ?? atRest));
    const grounds = this.bodies.map((figure, i) => figure?.groundY(bodies[i] ?? atRest));
    this.pictures?.show(frame, bodies, this.stands, grounds);
    this.arcs.show(frame.arcs);
    this.ribbons.show(frame.ribbons);
    this.rings.show(frame.rings);
    this.particles?.show(frame.particles);
    this.meters.show(frame, bodies);
    this.numbers.show(frame.numbers);
    this.captions.show(frame.glyphs);
    this.lens.show(view, width, height, zoom);
  }

  /** Shows one frame at once, and copies the picture into `context`, as large as that is. */
  paintInto(frame: AnyFrame, context: CanvasRenderingContext2D): void {
    if (this.destroyed) return;
    this.paint(frame, true);
    this.copyInto(context);
  }

  /** In the task in which it was drawn: the picture is only there until the browser shows it. */
  private copyInto(context: CanvasRenderingContext2D): void {
    context.drawImage(this.renderer.canvas, 0, 0, context.canvas.width, context.canvas.height);
  }

  /** A texture that frames can be drawn onto, of so many px. */
  textureOf(width: number, height: number): RenderTexture {
    return RenderTexture.create({ width, height, resolution: this.renderer.resolution, antialias: !drawsInSoftware() });
  }

  /** Draws one frame as it is seen in a window of a texture's size, onto that. */
  paintOnto(frame: AnyFrame, target: RenderTexture): void {
    if (this.destroyed) return;
    this.lay(frame, target);
    this.renderer.render({ container: this.scene, target, clearColor: this.renderer.background.colorRgba });
  }

  /** Shows something else in the stage's place at once, and copies the picture into `context`. */
  showInstead(view: Container, context: CanvasRenderingContext2D): void {
    if (this.destroyed) return;
    this.renderer.render({ container: view });
    Ticker.system.update();
    this.copyInto(context);
  }

  /** Those of a drill as they look and as they have gone by now, and what they reach. */
  private follow({ looks, gone, stands, reaches, t }: DrillFrame): void {
    [this.source, ...this.targets].forEach((figure, i) => {
      figure?.wear(looks[i] ?? '', gone[i] ?? false, t);
      const stand = stands.at(i);
      const before = this.stands.at(i);
      if (!stand || !before) return;
      figure?.stand(stand);
      this.stands[i] = { ...before, x: stand.x, y: stand.y, foot: stand.y + before.halfHeight };
      this.depths[i] = stand.y + (figure?.ground ?? 0);
    });
    this.sortFigures();
    this.reaches.show(reaches);
  }

  private get bodies(): readonly (ActorFigure | undefined)[] {
    return [this.source, ...this.targets];
  }

  /** Puts the figures in order, from back to front. */
  private sortFigures(): void {
    const { figures, bodies } = this;
    drawnOrder(this.depths, this.order).forEach((which, i) => {
      const view = bodies[which]?.view;
      if (view && figures.children.at(i) !== view) figures.addChildAt(view, Math.min(i, figures.children.length));
    });
  }

  /** Draws with the display's next frame, once however often it is asked. */
  private request(): void {
    if (this.asked) return;
    this.asked = true;
    requestAnimationFrame(() => {
      this.asked = false;
      if (!this.destroyed) this.draw();
    });
  }

  private draw(): void {
    this.renderer.render({ container: this.scene });
    Ticker.system.update();
  }

  destroy(): void {
    if (this.destroyed) return;
    this.destroyed = true;
    this.scene.destroy({ children: true });
    this.particles?.destroy();
    this.cells?.destroy();
    for (const picture of this.kept) this.canvas.pictures.drop(picture);
    this.canvas.release();
  }
}

/** A picture of the game behind everything, in its place; none where its picture is gone. */
function backdropOf(background: StageSetUp['background'], textures: ReadonlyMap<string, Texture>): Sprite | undefined {
  const texture = background?.of === 'picture' ? textures.get(background.picture) : undefined;
  if (!texture || background?.of !== 'picture') return undefined;
  const sprite = new Sprite({ texture, anchor: 0.5, x: background.x, y: background.y });
  sprite.scale.set(background.width / texture.width);
  return sprite;
}
