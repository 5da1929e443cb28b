import type { ActorFrame, ArcFrame, Frame, GlyphFrame, NumberFrame, PictureFrame, RibbonFrame, RingFrame } from '../contract.js';
import { particlePictures } from '../effects/parts/particlePictures.js';
import { advanceOf } from '../maths/letterWidths.js';
import type { Actor, Project, StageSetUp } from '../model/project.js';
import type { DrillFrame } from '../player/drillTake.js';
import type { RapidFrame } from '../player/rapidFire.js';
import { compileActors, standingOf } from '../take/compileReferences.js';
import { restingActor } from '../take/frame.js';
import type { Px } from '../units.js';
import { placed, within, type Affine } from './affine.js';
import { Figure } from './figure.js';
import { LightCanvas, type Ink } from './lightCanvas.js';
import type { PictureLight } from './pictureLight.js';
import { arenaAnchor, arenaLayers, contactPlace, grounds, groundUnder, mossLine, skies, type StageBackground } from './stageGrounds.js';

/** Who stands where, and before what. */
export interface LitStage {
  /** The project as it stands on the stage. */
  readonly project: Pick<Project, 'actors' | 'assets' | 'conventions' | 'seen'>;
  readonly setUp: Pick<StageSetUp, 'background' | 'ground'> | undefined;
  readonly background: StageBackground;
  /** How light its pictures are; one that is not among them is not drawn. */
  readonly pictures: ReadonlyMap<string, PictureLight>;
}

/** What is looked at: a window so many world px wide and high about the contact point. */
export interface LightWindow {
  readonly width: Px;
  readonly height: Px;
  /** Cells across; as many down as make them square. */
  readonly columns: number;
}

/** Whatever the stage shows. */
export type AnyFrame = Frame | RapidFrame | DrillFrame;

const white: Ink = { r: 1, g: 1, b: 1, a: 1 };
const inkOf = (packed: number, a = 1, adds = false): Ink => ({
  r: (packed >> 16) / 255,
  g: ((packed >> 8) & 255) / 255,
  b: (packed & 255) / 255,
  a,
  adds,
});
const radians = (degrees: number): number => (degrees * Math.PI) / 180;
/** How far ground reaches to either side and down: beyond anything that is in sight. */
const farOut: Px = 8000;

/** The particles that are drawn without an asset, as docs/drawing.md has them: their alpha from middle to rim, and the mean of it over the disc. */
const profiles = {
  dot: stepped(1, [0, 1], [0.45, 0.95], [0.7, 0.35], [1, 0]),
  puff: stepped(1, [0, 0.75], [0.4, 0.5], [1, 0]),
  spark: stepped(0.24, [0, 1], [0.5, 0.9], [1, 0]),
  // A polygon of a little over a third of its square.
  chip: { alphaAt: () => 1, mean: 1, flat: 0.83, radius: 0.72 },
} as const;

interface Profile {
  readonly alphaAt: (at: number) => number;
  readonly mean: number;
  readonly flat: number;
  /** Of half the particle’s size. */
  readonly radius: number;
}

function stepped(flat: number, ...stops: readonly (readonly [number, number])[]): Profile {
  const alphaAt = (at: number): number => {
    const k = stops.findIndex(([place]) => place >= at);
    if (k <= 0) return stops[0][1];
    const [[a, from], [b, to]] = [stops[k - 1], stops[k]];
    return from + ((to - from) * (at - a)) / (b - a);
  };
  const steps = 200;
  let mean = 0;
  for (let i = 0; i < steps; i++) mean += (alphaAt((i + 0.5) / steps) * (2 * i + 1)) / steps ** 2;
  return { alphaAt, mean, flat, radius: 31 / 32 };
}

/**
 * Draws what a stage shows in cells of a few px, without a browser: for how light it is, not for looking at. By docs/drawing.md;
 * letters are blocks of their fill and their outline.
 */
export class LightPainter {
  readonly canvas: LightCanvas;
  private readonly behind: LightCanvas;
  private behindOf = '';
  private readonly source: Figure | undefined;
  /** The target, then the bystanders. */
  private readonly targets: readonly (Figure | undefined)[];
  private readonly particleLights: readonly (PictureLight | undefined)[];
  private readonly groundLine: Px;
  private readonly night: boolean;

  constructor(
    private readonly stage: LitStage,
    private readonly window: LightWindow,
  ) {
    const { project, pictures, setUp, background } = stage;
    const { width, height, columns } = window;
    const rows = Math.max(1, Math.round((columns * height) / width));
    this.canvas = new LightCanvas(columns, rows);
    this.behind = new LightCanvas(columns, rows);
    const { actors } = project;
    const { places } = standingOf(compileActors(actors, ['actors']));
    const figure = (actor: Actor | undefined, place: { x: number; y: number }): Figure | undefined =>
      actor && new Figure(actor, pictures, place);
    this.source = figure(
      actors.find(({ role }) => role === 'source'),
      places.source,
    );
    this.targets = [
      figure(
        actors.find(({ role }) => role === 'target'),
        places.target,
      ),
      ...actors.filter(({ role }) => role === 'bystander').map((actor, i) => figure(actor, places.others[i])),
    ];
    const ids = project.assets.flatMap(({ type, id }) => (type === 'picture' ? [id] : []));
    this.particleLights = [...particlePictures.map(() => undefined), ...ids.map((id) => pictures.get(id))];
    const arena = !setUp?.background && arenaLayers.some(({ picture }) => pictures.has(picture));
    const feet = this.figures.map(({ stand }) => stand.foot);
    this.groundLine = arena || feet.length === 0 ? mossLine : Math.max(...feet);
    this.night = arena && (background === 'dark' || background === 'own');
  }

  private get figures(): Figure[] {
    return [this.source, ...this.targets].flatMap((one) => one ?? []);
  }

  /** Draws one instant and returns the canvas, which the next one is drawn on again. */
  paint(frame: AnyFrame): LightCanvas {
    const { canvas } = this;
    const { view } = frame;
    const scale = (canvas.columns / this.window.width) * view.zoom;
    const toCanvas = within(
      placed(canvas.columns * contactPlace.x, canvas.rows * contactPlace.y, -view.roll, scale),
      placed(-view.x, -view.y),
    );
    this.paintBehind(view, toCanvas);
    canvas.copy(this.behind);
    const targets = 'targets' in frame ? frame.targets : [frame.target];
    if ('looks' in frame) this.follow(frame);
    const bodies = [frame.source, ...targets];
    this.pictures(toCanvas, frame.pictures, bodies, 0);
    this.pictures(toCanvas, frame.pictures, bodies, 1);
    this.ribbons(toCanvas, scale, frame.ribbons, 0);
    this.bodies(toCanvas, frame.source, targets);
    this.pictures(toCanvas, frame.pictures, bodies, 2);
    this.arcs(toCanvas, scale, view.roll, frame.arcs);
    this.ribbons(toCanvas, scale, frame.ribbons, 1);
    this.rings(toCanvas, scale, frame.rings);
    this.particles(toCanvas, scale, view.roll, frame);
    if (this.night) this.arena(toCanvas, view, true, canvas);
    this.meters(toCanvas, frame, bodies);
    this.text(toCanvas, frame.numbers);
    this.text(toCanvas, frame.glyphs);
    if (view.split > 0.01) canvas.split(view.split * scale);
    this.lens(frame);
    return canvas;
  }

  /** Drawn anew only where the view has moved. */
  private paintBehind(view: Frame['view'], toCanvas: Affine): void {
    const of = `${view.x} ${view.y} ${view.roll} ${view.zoom}`;
    if (this.behindOf === of) return;
    this.behindOf = of;
    const { behind, stage } = this;
    const { setUp, background, project, pictures } = stage;
    const own = background === 'own' ? setUp?.background : undefined;
    const plain = background === 'own' ? 'dark' : background;
    const sky = own?.of === 'colour' ? parseInt(own.colour.slice(1), 16) : skies[plain];
    const ground = own?.of === 'colour' ? groundUnder(sky) : grounds[plain];
    const { r, g, b } = inkOf(sky);
    behind.fill(r, g, b);
    if (own?.of === 'picture') {
      const light = pictures.get(own.picture);
      if (!light) return;
      const height = (own.width * light.height) / light.width;
      const square = placed(own.x - own.width / 2, own.y - height / 2, 0, own.width, height);
      behind.picture(within(toCanvas, square), light.cells[0], white);
      return;
    }
    const noGround = project.seen === 'above' || setUp?.ground === false;
    if (this.night) this.arena(toCanvas, view, false, behind);
    else if (!noGround) behind.rectangle(within(toCanvas, placed(-farOut / 2, this.groundLine, 0, farOut, farOut / 2)), inkOf(ground));
  }

  private arena(toCanvas: Affine, view: Frame['view'], front: boolean, canvas: LightCanvas): void {
    for (const layer of arenaLayers) {
      const light = layer.front === front ? this.stage.pictures.get(layer.picture) : undefined;
      if (!light) continue;
      const x = view.x * (1 - layer.nearness) - arenaAnchor.x * light.width;
      const y = mossLine + arenaAnchor.below + view.y * (1 - layer.nearness) - arenaAnchor.y * light.height;
      canvas.picture(within(toCanvas, placed(x, y, 0, light.width, light.height)), light.cells[0], white);
    }
  }

  /** Those of a drill as they look and as they have gone by now. */
  private follow({ looks, gone, stands, t }: DrillFrame): void {
    [this.source, ...this.targets].forEach((figure, i) => {
      figure?.wear(looks[i] ?? '', gone[i] ?? false, t);
      const stand = stands.at(i);
      if (stand) figure?.standAt(stand);
    });
  }

  /** Who stands farther back is drawn first. */
  private bodies(toCanvas: Affine, source: ActorFrame, targets: readonly ActorFrame[]): void {
    const { canvas } = this;
    this.targets.slice(1).forEach((figure, i) => figure?.draw(canvas, toCanvas, targets[i + 1] ?? resting));
    this.source?.draw(canvas, toCanvas, source);
    this.targets[0]?.draw(canvas, toCanvas, targets[0] ?? resting);
  }

  private pictures(toCanvas: Affine, frame: PictureFrame, bodies: readonly ActorFrame[], layer: number): void {
    for (let i = 0; i < frame.count; i++) {
      const light = frame.layer[i] === layer ? this.stage.pictures.get(frame.picture[i]) : undefined;
      if (!light) continue;
      const width = frame.size[i];
      const height = (width * light.height) / light.width;
      const party = frame.party[i];
      const figure = party === 0 ? undefined : [this.source, ...this.targets].at(party - 1);
      const body = party === 0 ? undefined : bodies.at(party - 1);
      const lies = placed(frame.x[i], frame.y[i], frame.rotation[i]);
      // Turned and squashed with its body, about the middle of that one’s foot.
      const world = figure && body ? within(within(onFoot(figure, body), placed(-figure.stand.x, -figure.stand.foot)), lies) : lies;
      const square = placed(-width / 2, -height / 2, 0, width, height);
      this.canvas.picture(
        within(within(toCanvas, world), square),
        light.cells[0],
        inkOf(frame.tint[i], frame.alpha[i], frame.blend[i] === 1),
      );
    }
  }

  private ribbons(m: Affine, scale: number, frame: RibbonFrame, layer: number): void {
    const { first, nodes, x, y, width, r, g, b, a, blend } = frame;
    for (let i = 0; i < frame.count; i++) {
      if (frame.layer[i] !== layer) continue;
      for (let n = first[i] + 1; n < first[i] + nodes[i]; n++) {
        const ink = { r: r[n], g: g[n], b: b[n], a: a[n], adds: blend[i] === 1 };
        const middle = (width[n - 1] + width[n]) / 2;
        this.canvas.stroke(
          m.a * x[n - 1] + m.c * y[n - 1] + m.e,
          m.b * x[n - 1] + m.d * y[n - 1] + m.f,
          m.a * x[n] + m.c * y[n] + m.e,
          m.b * x[n] + m.d * y[n] + m.f,
          middle * scale,
          ink,
        );
      }
    }
  }

  private arcs(m: Affine, scale: number, roll: number, { count, x, y, inner, outer, from, to, r, g, b, a, blend }: ArcFrame): void {
    for (let i = 0; i < count; i++) {
      const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: blend[i] === 1 };
      const [cx, cy] = [m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f];
      this.canvas.sweep(cx, cy, inner[i] * scale, outer[i] * scale, radians(from[i] - roll), radians(to[i] - roll), ink);
    }
  }

  private rings(m: Affine, scale: number, { count, x, y, radius, width, r, g, b, a, blend }: RingFrame): void {
    for (let i = 0; i < count; i++) {
      const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: blend[i] === 1 };
      this.canvas.ring(m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f, radius[i] * scale, width[i] * scale, ink);
    }
  }

  private particles(m: Affine, scale: number, roll: number, { particles }: AnyFrame): void {
    const { count, x, y, size, rotation, r, g, b, a, picture, cell, blend } = particles;
    // Normal ones lie under additive ones.
    for (const wanted of [0, 1])
      for (let i = 0; i < count; i++) {
        if (blend[i] !== wanted) continue;
        const ink = { r: r[i], g: g[i], b: b[i], a: a[i], adds: wanted === 1 };
        const [cx, cy] = [m.a * x[i] + m.c * y[i] + m.e, m.b * x[i] + m.d * y[i] + m.f];
        const name = particlePictures.at(picture[i]);
        if (name) {
          const { alphaAt, mean, flat, radius } = profiles[name] as Profile;
          this.canvas.disc(cx, cy, (size[i] / 2) * radius * scale, ink, alphaAt, mean, flat, radians(rotation[i] - roll));
          continue;
        }
        const light = this.particleLights[picture[i]];
        const shown = light?.cells.at(cell[i]) ?? light?.cells[0];
        if (!shown || !light) continue;
        const square = placed(-size[i] / 2, (-size[i] / 2) * aspectOf(light), 0, size[i], size[i] * aspectOf(light));
        this.canvas.picture(within(within(m, placed(x[i], y[i], rotation[i])), square), shown, ink);
      }
  }

  private meters(m: Affine, { meters }: AnyFrame, bodies: readonly ActorFrame[]): void {
    const rim = 2;
    for (let i = 0; i < meters.count; i++) {
      const body = bodies.at(meters.party[i] - 1);
      if (!body) continue;
      const [width, height, alpha] = [meters.width[i], meters.height[i], meters.alpha[i]];
      const [left, top] = [meters.x[i] + body.x - width / 2, meters.y[i] + body.y - height / 2];
      const bar = (share: number, packed: number, by: number): void => {
        if (share > 0)
          this.canvas.rectangle(within(m, placed(left - by, top - by, 0, width * share + 2 * by, height + 2 * by)), inkOf(packed, alpha));
      };
      bar(1, meters.back[i], rim);
      bar(meters.lag[i], meters.lagFill[i], 0);
      bar(meters.value[i], meters.fill[i], 0);
    }
  }

  private text(m: Affine, frame: NumberFrame | GlyphFrame): void {
    for (let i = 0; i < frame.count; i++) {
      const size = frame.size[i];
      const turn = 'rotation' in frame ? frame.rotation[i] : 0;
      let wide = 0;
      for (const letter of frame.text[i]) wide += advanceOf(letter);
      if (wide === 0 || size <= 0) continue;
      const block = (grown: number, packed: number, cover: number): void => {
        const [width, height] = [(wide - letterGap + 2 * grown) * size, (1 + 2 * grown) * size];
        const lies = within(placed(frame.x[i], frame.y[i], turn), placed(-width / 2, -height / 2, 0, width, height));
        this.canvas.rectangle(within(m, lies), inkOf(packed, frame.alpha[i] * cover));
      };
      block(outlineReach, frame.outline[i], outlineCover);
      block(0, frame.colour[i], fillCover);
    }
  }

  /** Dark corners, and a flash over everything. */
  private lens({ view }: AnyFrame): void {
    const { canvas } = this;
    const { columns, rows } = canvas;
    if (view.vignette > 0) {
      for (let y = 0; y < rows; y++)
        for (let x = 0; x < columns; x++) {
          const d = Math.hypot((x + 0.5) / columns - 0.5, (y + 0.5) / rows - 0.5);
          const dark = Math.max(0, Math.min(1, (d - vignetteFrom) / (vignetteTo - vignetteFrom)));
          canvas.blend(y * columns + x, corners, dark * view.vignette);
        }
    }
    if (view.flash <= 0) return;
    const ink = inkOf(view.flashColour);
    for (let i = 0; i < columns * rows; i++) canvas.blend(i, ink, view.flash);
  }
}

const corners = inkOf(0x040a10);
const vignetteFrom = 60 / 256;
const vignetteTo = 182 / 256;

/** How far an outline reaches beyond letters, in heights of a capital, how much of its block it covers, and how much of theirs letters do. */
const outlineReach = 0.13;
const outlineCover = 0.85;
const fillCover = 0.45;
const letterGap = 0.1;

/** A body that no blow has told anything of. */
const resting = restingActor();

function onFoot({ stand }: Figure, { x, y, rotation, scaleX, scaleY }: ActorFrame): Affine {
  return placed(stand.x + x, stand.foot + y, rotation, scaleX, scaleY);
}

/** Height of a picture’s cell for its width. */
function aspectOf({ width, height, cells }: PictureLight): number {
  return cells.length > 1 ? cells[0].rows / cells[0].columns : height / width;
}
