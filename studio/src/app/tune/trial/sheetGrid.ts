/** The shape of a small stage, as of most games' views. */
const aspect = 16 / 9;
/** px between two small stages. */
export const sheetGap = 3;

/** How small stages are laid out in a window, px. */
export interface SheetGrid {
  readonly columns: number;
  readonly width: number;
  readonly height: number;
}

/** The grid in which `count` small stages are largest; with `columns` given, in that many. */
export function gridOf(count: number, room: { readonly width: number; readonly height: number }, columns?: number): SheetGrid {
  const tried = columns === undefined ? Array.from({ length: count }, (_, i) => i + 1) : [columns];
  const grids = tried.map((many): SheetGrid => {
    const rows = Math.ceil(count / many);
    const width = (room.width - sheetGap * (many - 1)) / many;
    const height = (room.height - sheetGap * (rows - 1)) / rows;
    const fitting = Math.max(16, Math.floor(Math.min(width, height * aspect * 1.15)));
    return { columns: many, width: fitting, height: Math.max(9, Math.floor(Math.min(height, fitting / aspect))) };
  });
  return grids.reduce((best, grid) => (grid.width * grid.height > best.width * best.height ? grid : best));
}
