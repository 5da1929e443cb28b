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

/** The numbers of a grid that a person sets. */
export type GridNumber = Exclude<keyof Grid, 'empty'>;

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
  const wanted = {
    ...before,
    [name]: Math.max(name === 'columns' || name === 'rows' || name === 'width' || name === 'height' ? 1 : 0, Math.round(value)),
  };
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

/** Numbers from a text such as `0-3, 7`: each, in order; a range may run backwards. What is no number is left out. */
export function cellsFromText(text: string, count: number): number[] {
  return text
    .split(/[\s,;]+/)
    .flatMap((word): number[] => {
      const [, from, to] = /^(\d+)(?:-(\d+))?$/.exec(word) ?? [];
      if (from === undefined) return [];
      const first = Number(from);
      const last = to === undefined ? first : Math.min(Number(to), count - 1);
      const step = last < first ? -1 : 1;
      return Array.from({ length: Math.min(cellLimit, Math.abs(last - first) + 1) }, (_, i) => first + i * step);
    })
    .filter((cell) => cell < count)
    .slice(0, cellLimit);
}

/** The same the other way: runs of three and more are written as ranges. */
export function textOfCells(cells: readonly number[]): string {
  const words: string[] = [];
  for (let i = 0; i < cells.length;) {
    let end = i;
    const step = cells[i + 1] - cells[i];
    if (Math.abs(step) === 1) while (cells[end + 1] - cells[end] === step) end++;
    if (end - i >= 2) words.push(`${cells[i]}-${cells[end]}`);
    else end = i;
    if (end === i) words.push(String(cells[i]));
    i = end + 1;
  }
  return words.join(', ');
}
