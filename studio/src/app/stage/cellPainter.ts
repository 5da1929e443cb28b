import type { AnyFrame } from '@undatio/core/internal';
import type { StageCanvas } from './stageCanvas';
import type { StagePainter } from './stagePainter';
import type { OnStage } from './stageSetUps';
import type { SheetLayout } from './sheetLayout';
import type { StageSheet } from './stageSheet';
import type { StageBackground } from './stageView';

/** px of a small stage. */
export interface CellSize {
  readonly width: number;
  readonly height: number;
}

/**
 * Draws many small stages with one painter, one after another, each into a canvas of its own or all into one: a browser has few
 * graphics contexts, and all that moves on a stage comes from the frame.
 */
export class CellPainter {
  private painter: StagePainter | undefined;
  private sheet: StageSheet | undefined;
  private destroyed = false;

  private constructor(
    private readonly host: HTMLElement,
    private readonly canvas: StageCanvas,
  ) {}

  /** Creates a painter inside `parent`, on its own canvas. Rejects if there is no WebGL or a picture is missing. */
  static async create(
    parent: HTMLElement,
    on: OnStage,
    background: StageBackground,
    size: CellSize,
    pictureUrl: (asset: string) => string,
  ): Promise<CellPainter> {
    const host = document.createElement('div');
    // It has a size and is laid out, but is never seen.
    host.style.cssText = 'position:absolute;left:0;top:0;visibility:hidden;pointer-events:none;overflow:hidden';
    host.setAttribute('aria-hidden', 'true');
    host.style.width = `${size.width}px`;
    host.style.height = `${size.height}px`;
    parent.append(host);
    try {
      const { StageCanvas } = await import('./stageCanvas');
      const cells = new CellPainter(host, await StageCanvas.create(host));
      return await cells.furnished(on, background, pictureUrl);
    } catch (error) {
      host.remove();
      throw error;
    }
  }

  /** Creates a painter with other bodies or pictures on the same canvas. Destroy this one afterwards. Rejects if a picture is missing. */
  restaged(on: OnStage, background: StageBackground, pictureUrl: (asset: string) => string): Promise<CellPainter> {
    return new CellPainter(this.host, this.canvas.hold()).furnished(on, background, pictureUrl);
  }

  private async furnished(on: OnStage, background: StageBackground, pictureUrl: (asset: string) => string): Promise<this> {
    try {
      const [{ StagePainter }, { StageSheet }] = await Promise.all([import('./stagePainter'), import('./stageSheet')]);
      this.painter = await StagePainter.create(this.canvas, on, pictureUrl);
      this.sheet = new StageSheet(this.painter);
      this.painter.setBackground(background);
      await this.painter.complete();
    } catch (error) {
      this.destroy();
      throw error;
    }
    return this;
  }

  /** Lays small stages of another size out from now on. */
  size({ width, height }: CellSize): void {
    this.host.style.width = `${width}px`;
    this.host.style.height = `${height}px`;
    this.painter?.resize();
  }

  /** Shows just what the game’s view shows from now on. */
  showGameView(): void {
    if (this.painter) this.painter.asGame = true;
  }

  setBackground(background: StageBackground): void {
    this.painter?.setBackground(background);
  }

  /** Draws one frame and copies it into a canvas. */
  paint(frame: AnyFrame, context: CanvasRenderingContext2D): void {
    if (!this.destroyed) this.painter?.paintInto(frame, context);
  }

  /** Lays small stages out as one sheet, which has the size that was given. */
  laySheet(layout: SheetLayout): void {
    if (!this.destroyed) this.sheet?.lay(layout);
  }

  /** Draws one small stage of the sheet; undefined leaves it empty. */
  paintCell(frame: AnyFrame | undefined, index: number): void {
    if (!this.destroyed) this.sheet?.paint(frame, index);
  }

  /** Shows the sheet as it is drawn now. */
  showSheet(context: CanvasRenderingContext2D): void {
    if (!this.destroyed) this.sheet?.show(context);
  }

  destroy(): void {
    if (this.destroyed) return;
    this.destroyed = true;
    this.sheet?.destroy();
    this.painter?.destroy();
    if (this.canvas.release()) this.host.remove();
  }
}
