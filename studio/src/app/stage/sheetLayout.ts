/** How many small stages lie side by side and one below another, in px. */
export interface SheetLayout {
  readonly count: number;
  readonly columns: number;
  readonly width: number;
  readonly height: number;
  /** Between two of them. */
  readonly gap: number;
}

/** px of the whole. */
export function sheetSize({ count, columns, width, height, gap }: SheetLayout): { readonly width: number; readonly height: number } {
  const rows = Math.ceil(count / columns);
  return { width: columns * (width + gap) - gap, height: rows * (height + gap) - gap };
}
