import type { ViewFrame } from '../contract.js';
import type { Px } from '../units.js';
import { placed, within, type Affine } from './affine.js';
import { inkOf, white } from './ink.js';
import { LightCanvas } from './lightCanvas.js';
import type { LitStage } from './litStage.js';
import { arenaAnchor, arenaLayers, grounds, groundUnder, mossLine, skies } from './stageGrounds.js';

/** How far ground reaches to either side and down: beyond anything that is in sight. */
const farOut: Px = 8000;

/** What the bodies stand before: the stage's own background, the arena by night, or plain sky and ground. */
export class LightBackdrop {
  private readonly canvas: LightCanvas;
  private drawnFor = '';
  private readonly groundLine: Px;
  private readonly night: boolean;

  /** `feet`: the heights that bodies stand on. */
  constructor(
    private readonly stage: LitStage,
    columns: number,
    rows: number,
    feet: readonly Px[],
  ) {
    const { setUp, pictures, background } = stage;
    this.canvas = new LightCanvas(columns, rows);
    const arena = !setUp?.background && arenaLayers.some(({ picture }) => pictures.has(picture));
    this.groundLine = arena || feet.length === 0 ? mossLine : Math.max(...feet);
    this.night = arena && (background === 'dark' || background === 'own');
  }

  /** What is behind everybody; drawn anew only where the view has moved. */
  behind(view: ViewFrame, toCanvas: Affine): LightCanvas {
    const of = `${view.x} ${view.y} ${view.roll} ${view.zoom}`;
    if (this.drawnFor !== of) this.draw(view, toCanvas);
    this.drawnFor = of;
    return this.canvas;
  }

  private draw(view: ViewFrame, toCanvas: Affine): void {
    const { canvas, stage } = this;
    const { setUp, background, project, pictures } = stage;
    const own = background === 'own' ? setUp?.background : undefined;
    const plain = background === 'own' ? 'dark' : background;
    const sky = own?.of === 'colour' ? parseInt(own.colour.slice(1), 16) : skies[plain];
    const ground = own?.of === 'colour' ? groundUnder(sky) : grounds[plain];
    const { r, g, b } = inkOf(sky);
    canvas.fill(r, g, b);
    if (own?.of === 'picture') {
      const light = pictures.get(own.picture);
      if (!light) return;
      const height = (own.width * light.height) / light.width;
      const square = placed(own.x - own.width / 2, own.y - height / 2, 0, own.width, height);
      canvas.picture(within(toCanvas, square), light.cells[0], white);
      return;
    }
    const noGround = project.seen === 'above' || setUp?.ground === false;
    if (this.night) this.arena(canvas, view, toCanvas, false);
    else if (!noGround) canvas.rectangle(within(toCanvas, placed(-farOut / 2, this.groundLine, 0, farOut, farOut / 2)), inkOf(ground));
  }

  /** What of the arena is nearer than the bodies. */
  front(canvas: LightCanvas, view: ViewFrame, toCanvas: Affine): void {
    if (this.night) this.arena(canvas, view, toCanvas, true);
  }

  /** Each layer shifts by what it does not take of the view’s own shift. */
  private arena(canvas: LightCanvas, view: ViewFrame, toCanvas: Affine, front: boolean): void {
    for (const layer of arenaLayers) {
      const light = layer.front === front ? this.stage.pictures.get(layer.picture) : undefined;
      if (!light) continue;
      const x = view.x * (1 - layer.nearness) - arenaAnchor.x * light.width;
      const y = mossLine + arenaAnchor.below + view.y * (1 - layer.nearness) - arenaAnchor.y * light.height;
      canvas.picture(within(toCanvas, placed(x, y, 0, light.width, light.height)), light.cells[0], white);
    }
  }
}
