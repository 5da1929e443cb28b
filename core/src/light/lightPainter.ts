import type { ActorFrame, PictureFrame } from '../contract.js';
import { particlePictures } from '../effects/parts/particlePictures.js';
import { drawnOrder } from '../model/drawnOrder.js';
import type { Actor } from '../model/project.js';
import type { DrillFrame } from '../player/drillTake.js';
import { compileActors, standingOf } from '../take/compileReferences.js';
import { restingActor } from '../take/frame.js';
import type { Px } from '../units.js';
import { placed, within, type Affine } from './affine.js';
import { Figure } from './figure.js';
import { inkOf } from './ink.js';
import { LightBackdrop } from './lightBackdrop.js';
import { LightCanvas } from './lightCanvas.js';
import { layArcs, layLens, layMeters, layParticles, layRibbons, layRings, layText } from './lightThings.js';
import type { AnyFrame, LitStage, Lying } from './litStage.js';
import type { PictureLight } from './pictureLight.js';
import { contactPlace } from './stageGrounds.js';

/** What is looked at: a window so many world px wide and high about the contact point. */
export interface LightWindow {
  readonly width: Px;
  readonly height: Px;
  /** Cells across; as many down as make them square. */
  readonly columns: number;
}

/**
 * Draws what a stage shows in cells of a few px, without a browser: for how light it is, not for looking at. By docs/drawing.md;
 * letters are blocks of their fill and their outline.
 */
export class LightPainter {
  readonly canvas: LightCanvas;
  private readonly backdrop: LightBackdrop;
  private readonly source: Figure | undefined;
  /** The target, then the bystanders. */
  private readonly targets: readonly (Figure | undefined)[];
  private readonly order: number[] = [];
  private readonly particleLights: readonly (PictureLight | undefined)[];

  constructor(
    private readonly stage: LitStage,
    private readonly window: LightWindow,
  ) {
    const { project, pictures } = stage;
    const { width, height, columns } = window;
    const rows = Math.max(1, Math.round((columns * height) / width));
    this.canvas = new LightCanvas(columns, rows);
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
    const feet = [this.source, ...this.targets].flatMap((figure) => (figure ? [figure.stand.foot] : []));
    this.backdrop = new LightBackdrop(stage, columns, rows, feet);
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
    const lying: Lying = { toCanvas, scale, roll: view.roll };
    canvas.copy(this.backdrop.behind(view, toCanvas));
    const targets = 'targets' in frame ? frame.targets : [frame.target];
    if ('looks' in frame) this.follow(frame);
    const bodies = [frame.source, ...targets];
    this.pictures(toCanvas, frame.pictures, bodies, 0);
    this.pictures(toCanvas, frame.pictures, bodies, 1);
    layRibbons(canvas, lying, frame.ribbons, 0);
    this.bodies(toCanvas, frame.source, targets);
    this.pictures(toCanvas, frame.pictures, bodies, 2);
    layArcs(canvas, lying, frame.arcs);
    layRibbons(canvas, lying, frame.ribbons, 1);
    layRings(canvas, lying, frame.rings);
    layParticles(canvas, lying, frame.particles, this.particleLights);
    this.backdrop.front(canvas, view, toCanvas);
    layMeters(canvas, lying, frame.meters, bodies);
    layText(canvas, lying, frame.numbers);
    layText(canvas, lying, frame.glyphs);
    if (view.split > 0.01) canvas.split(view.split * scale);
    layLens(canvas, view);
    return canvas;
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
    const figures = [this.source, ...this.targets];
    const frames = [source, ...targets];
    drawnOrder(
      figures.map((figure) => figure?.depth ?? 0),
      this.order,
    );
    for (const i of this.order) figures[i]?.draw(this.canvas, toCanvas, frames[i] ?? resting);
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
      const lay = (): void =>
        this.canvas.picture(
          within(within(toCanvas, world), square),
          light.cells[0],
          inkOf(frame.tint[i], frame.alpha[i], frame.blend[i] === 1),
        );
      // What is on a body that sinks is hidden with it.
      if (figure && body && body.sunk > 0) this.canvas.above(toCanvas, figure.groundY(body), lay);
      else lay();
    }
  }
}

/** A body that no blow has told anything of. */
const resting = restingActor();

function onFoot({ stand }: Figure, { x, y, rotation, scaleX, scaleY }: ActorFrame): Affine {
  return placed(stand.x + x, stand.foot + y, rotation, scaleX, scaleY);
}
