import type { AnyFrame } from '@undatio/core/internal';
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
  private readonly host: HTMLElement;
  private painter: StagePainter | undefined;
  private sheet: StageSheet | undefined;
  private destroyed = false;

  private constructor(parent: HTMLElement) {
    this.host = document.createElement('div');
    // It has a size and is laid out, but is never seen.
    this.host.style.cssText = 'position:absolute;left:0;top:0;visibility:hidden;pointer-events:none;overflow:hidden';
    this.host.setAttribute('aria-hidden', 'true');
    parent.append(this.host);
  }

  /** Rejects as a stage's painter does. */
  static async create(
    parent: HTMLElement,
    on: OnStage,
    background: StageBackground,
    size: CellSize,
    pictureUrl: (asset: string) => string,
  ): Promise<CellPainter> {
    const cells = new CellPainter(parent);
    cells.size(size);
    try {
      const [{ StagePainter }, { StageSheet }] = await Promise.all([import('./stagePainter'), import('./stageSheet')]);
      cells.painter = await StagePainter.create(cells.host, on, pictureUrl);
      cells.sheet = new StageSheet(cells.painter);
      cells.painter.setBackground(background);
      await cells.painter.complete();
    } catch (error) {
      cells.destroy();
      throw error;
    }
    return cells;
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
    this.destroyed = true;
    this.sheet?.destroy();
    this.painter?.destroy();
    this.host.remove();
  }
}
