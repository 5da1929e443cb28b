import type { Asset } from '@undatio/core';
import { cellLimit, gridPlaces, type Grid } from '@undatio/core/internal';

/** What is done to how a picture is cut. Pure: who calls puts it in place. */

export type Picture = Extract<Asset, { type: 'picture' }>;
export type Sheet = NonNullable<Picture['sheet']>;
type Cut = Picture & { readonly width: number; readonly height: number };

export const cuts = ['one picture', 'a strip', 'a grid', 'rectangles'] as const;
export type CutName = (typeof cuts)[number];

export function cutOf({ cells, sheet }: Picture): CutName {
  if (sheet) return sheet.by === 'grid' ? 'a grid' : 'rectangles';
  return cells > 1 ? 'a strip' : 'one picture';
}

/** px that a picture has a side at most. */
const mostPx = 16384;

/** The numbers of a grid that a person sets. */
export type GridNumber = Exclude<keyof Grid, 'empty'>;

/** Each in words, with its bounds. */
export const gridNumbers: Readonly<
  Record<GridNumber, { readonly word: string; readonly unit: string; readonly min: number; readonly max: number }>
> = {
  columns: { word: 'columns', unit: '', min: 1, max: cellLimit },
  rows: { word: 'rows', unit: '', min: 1, max: cellLimit },
  width: { word: 'a cell is wide', unit: 'px', min: 1, max: mostPx },
  height: { word: 'and high', unit: 'px', min: 1, max: mostPx },
  left: { word: 'free at the left', unit: 'px', min: 0, max: mostPx },
  top: { word: 'and at the top', unit: 'px', min: 0, max: mostPx },
  gapX: { word: 'between columns', unit: 'px', min: 0, max: mostPx },
  gapY: { word: 'between rows', unit: 'px', min: 0, max: mostPx },
};

/** px for each of so many cells in a row or a column, with gaps between them. */
function fill(all: number, before: number, count: number, gap: number): number {
  return Math.floor((all - before - (count - 1) * gap) / count);
}

/** The grid that a picture is cut by, or the one to begin with: a strip's, or a single cell. */
export function gridOf(picture: Cut): Grid {
  const { sheet, cells, width, height } = picture;
  if (sheet?.by === 'grid') return sheet;
  const columns = Math.max(1, Math.min(cells, width));
  return { columns, rows: 1, width: Math.floor(width / columns), height, left: 0, top: 0, gapX: 0, gapY: 0 };
}

/**
 * The picture with one number of its grid changed. Cells that filled the picture go on filling it; every cell stays inside.
 * The same picture where the number cannot be.
 */
export function withGrid(picture: Cut, name: GridNumber, value: number): Picture {
  const before = gridOf(picture);
  const wanted = { ...before, [name]: Math.max(gridNumbers[name].min, Math.round(value)) };
  const side = (all: number, edge: 'left' | 'top', count: 'columns' | 'rows', gap: 'gapX' | 'gapY', size: 'width' | 'height'): number => {
    const filled = before[size] === fill(all, before[edge], before[count], before[gap]);
    const most = fill(all, wanted[edge], wanted[count], wanted[gap]);
    return filled && name !== size ? most : Math.min(wanted[size], most);
  };
  const width = side(picture.width, 'left', 'columns', 'gapX', 'width');
  const height = side(picture.height, 'top', 'rows', 'gapY', 'height');
  if (width < 1 || height < 1) return picture;
  // Other columns or rows are other places: what was empty may not be.
  const { empty: _, ...cut } = { ...wanted, width, height };
  const kept = name === 'columns' || name === 'rows' ? cut : { ...cut, ...(before.empty && { empty: before.empty }) };
  if (kept.columns * kept.rows > cellLimit) return picture;
  return { ...picture, cells: 1, sheet: { by: 'grid', ...kept } };
}

/** With some places of its grid left without a cell; never all of them. */
export function withEmpty(picture: Cut, empty: readonly number[]): Picture {
  const { empty: _, ...grid } = gridOf(picture);
  const places = grid.columns * grid.rows;
  const left = [...new Set(empty)].filter((place) => Number.isInteger(place) && place >= 0 && place < places).sort((a, b) => a - b);
  if (left.length >= places) return picture;
  return { ...picture, cells: 1, sheet: { by: 'grid', ...grid, ...(left.length > 0 && { empty: left }) } };
}

/** Cut in another way, from what it is now. Rectangles begin as the grid’s. */
export function recut(picture: Cut, cut: CutName): Picture {
  const { sheet, ...whole } = picture;
  if (cut === 'one picture') return { ...whole, cells: 1 };
  const grid = gridOf(picture);
  if (cut === 'a strip') return { ...whole, cells: sheet?.by === 'grid' ? grid.columns : Math.max(2, picture.cells) };
  if (cut === 'a grid') return { ...whole, cells: 1, sheet: { by: 'grid', ...grid } };
  const empty = new Set(grid.empty);
  return { ...whole, cells: 1, sheet: { by: 'frames', frames: gridPlaces(grid).filter((_, i) => !empty.has(i)) } };
}

/** px that a grid leaves over at the right and at the foot. */
export function leftOver(picture: Cut): { readonly right: number; readonly foot: number } {
  const { columns, rows, width, height, left, top, gapX, gapY } = gridOf(picture);
  return {
    right: picture.width - left - columns * width - (columns - 1) * gapX,
    foot: picture.height - top - rows * height - (rows - 1) * gapY,
  };
}
