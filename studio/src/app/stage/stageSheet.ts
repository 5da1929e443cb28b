import { Container, Sprite, type RenderTexture } from 'pixi.js';
import type { AnyFrame } from '@undatio/core/internal';
import { sheetSize, type SheetLayout } from './sheetLayout';
import type { StagePainter } from './stagePainter';

/**
 * Small stages that are shown as one picture: each is drawn into a texture, and all of them are put together once. A browser that
 * gets every one by itself spends longer on handing them over than on drawing them.
 */
export class StageSheet {
  private readonly view = new Container();
  private cells: { readonly texture: RenderTexture; readonly sprite: Sprite }[] = [];
  private layout: SheetLayout = { count: 0, columns: 1, width: 1, height: 1, gap: 0 };

  constructor(private readonly painter: StagePainter) {}

  /** The painter has to have the whole sheet's size. */
  lay(layout: SheetLayout): void {
    this.clear();
    this.layout = layout;
    const { count, columns, width, height, gap } = layout;
    this.cells = Array.from({ length: count }, (_, i) => {
      const texture = this.painter.textureOf(width, height);
      const sprite = new Sprite({ texture, x: (i % columns) * (width + gap), y: Math.floor(i / columns) * (height + gap), visible: false });
      this.view.addChild(sprite);
      return { texture, sprite };
    });
  }

  /** Draws one of them; undefined leaves its place empty. */
  paint(frame: AnyFrame | undefined, index: number): void {
    const cell = this.cells.at(index);
    if (!cell) return;
    if (frame) this.painter.paintOnto(frame, cell.texture);
    cell.sprite.visible = frame !== undefined;
  }

  /** Shows all of them in a canvas as large as the sheet. */
  show(context: CanvasRenderingContext2D): void {
    const { count, columns, width, height, gap } = this.layout;
    this.painter.showInstead(this.view, context);
    const whole = sheetSize(this.layout);
    const scale = context.canvas.width / whole.width;
    const clear = (x: number, y: number, w: number, h: number): void => context.clearRect(x * scale, y * scale, w * scale, h * scale);
    for (let column = 1; column < columns; column++) clear(column * (width + gap) - gap, 0, gap, whole.height);
    for (let row = 1; row * columns < count; row++) clear(0, row * (height + gap) - gap, whole.width, gap);
    const last = count % columns;
    if (last > 0) clear(last * (width + gap) - gap, whole.height - height, whole.width, height);
  }

  private clear(): void {
    for (const { sprite, texture } of this.cells) {
      sprite.destroy();
      texture.destroy(true);
    }
    this.cells = [];
  }

  destroy(): void {
    this.clear();
    this.view.destroy();
  }
}
