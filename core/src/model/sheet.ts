import type { CellPlace } from '../contract.js';

/** The most cells that one picture may have. */
export const cellLimit = 256;

/** A sprite sheet of equal cells: px of the file. */
export interface Grid {
  readonly columns: number;
  readonly rows: number;
  /** Of one cell. */
  readonly width: number;
  readonly height: number;
  /** From the picture's edges to the first cell. */
  readonly left: number;
  readonly top: number;
  /** Between two cells. */
  readonly gapX: number;
  readonly gapY: number;
  /** Places of the grid that hold no cell, counted row by row from 0. */
  readonly empty?: number[] | undefined;
}

/** How a picture is cut into cells. */
export type Sheet = ({ readonly by: 'grid' } & Grid) | { readonly by: 'frames'; readonly frames: readonly CellPlace[] };

/** Every place of a grid, row by row, whether a cell is in it or not. */
export function gridPlaces({ columns, rows, width, height, left, top, gapX, gapY }: Grid): CellPlace[] {
  return Array.from({ length: columns * rows }, (_, i) => ({
    x: left + (i % columns) * (width + gapX),
    y: top + Math.floor(i / columns) * (height + gapY),
    width,
    height,
  }));
}

/** Where the cells of a sheet lie in its picture, in the order in which they are counted. */
export function sheetCells(sheet: Sheet): readonly CellPlace[] {
  if (sheet.by === 'frames') return sheet.frames;
  const empty = new Set(sheet.empty);
  return gridPlaces(sheet).filter((_, i) => !empty.has(i));
}

/** A picture as far as its cells go. */
export interface CutPicture {
  /** Equal cells side by side, where it has no sheet. */
  readonly cells: number;
  readonly sheet?: Sheet | undefined;
}

export function cellCount({ cells, sheet }: CutPicture): number {
  return sheet ? sheetCells(sheet).length : cells;
}

/** Where every cell of a picture lies in its file, which is so many px wide and high. */
export function cellPlaces({ cells, sheet }: CutPicture, width: number, height: number): readonly CellPlace[] {
  if (sheet) return sheetCells(sheet);
  return Array.from({ length: cells }, (_, i) => ({ x: (i * width) / cells, y: 0, width: width / cells, height }));
}
