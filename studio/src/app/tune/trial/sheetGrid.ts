import type { SheetLayout } from '../../stage/sheetLayout';

/** The shape of a small stage, as of most games' views. */
const aspect = 16 / 9;
/** px between two small stages. */
const gap = 3;

/** The grid in which `count` small stages are largest; with `columns` given, in that many. */
export function gridOf(count: number, room: { readonly width: number; readonly height: number }, columns?: number): SheetLayout {
  const tried = columns === undefined ? Array.from({ length: count }, (_, i) => i + 1) : [columns];
  const grids = tried.map((many): SheetLayout => {
    const rows = Math.ceil(count / many);
    const width = (room.width - gap * (many - 1)) / many;
    const height = (room.height - gap * (rows - 1)) / rows;
    const fitting = Math.max(16, Math.floor(Math.min(width, height * aspect * 1.15)));
    return { count, gap, columns: many, width: fitting, height: Math.max(9, Math.floor(Math.min(height, fitting / aspect))) };
  });
  return grids.reduce((best, grid) => (grid.width * grid.height > best.width * best.height ? grid : best));
}
