import { assetSchema } from '@undatio/core';
import { sheetCells } from '@undatio/core/internal';
import { cutOf, gridOf, leftOver, recut, withEmpty, withGrid, type GridNumber, type Picture } from './sheetEdits';

const picture = (width: number, height: number, more: object = {}) =>
  assetSchema().parse({
    type: 'picture',
    id: 'p',
    label: 'P',
    file: 'p.png',
    sha256: '0'.repeat(64),
    width,
    height,
    ...more,
  }) as Picture & {
    width: number;
    height: number;
  };
const cut = (start: ReturnType<typeof picture>, ...steps: [GridNumber, number][]) =>
  steps.reduce((all, [name, value]) => withGrid(all, name, value) as typeof start, start);

describe('cutting a sheet', () => {
  it('fills the picture with the columns and rows that are asked for', () => {
    const grid = gridOf(cut(picture(128, 96), ['columns', 4], ['rows', 3]));
    expect([grid.width, grid.height]).toEqual([32, 32]);
    // Margin and gaps of 2: (128 − 2 − 3 · 2) ÷ 4 and (96 − 2 − 2 · 2) ÷ 3.
    const spaced = gridOf(cut(picture(128, 96), ['columns', 4], ['rows', 3], ['left', 2], ['top', 2], ['gapX', 2], ['gapY', 2]));
    expect([spaced.width, spaced.height]).toEqual([30, 30]);
  });

  it('tells what columns that do not divide it leave over', () => {
    expect(leftOver(cut(picture(100, 50), ['columns', 3]))).toEqual({ right: 1, foot: 0 });
  });

  it('keeps a size that was set, and every cell inside', () => {
    const set = cut(picture(100, 50), ['columns', 3], ['width', 20], ['left', 10]);
    expect(gridOf(set).width).toBe(20);
    expect(gridOf(cut(set, ['width', 400])).width).toBe(30);
    expect(cut(picture(10, 10), ['columns', 11])).toEqual(picture(10, 10));
    expect(cut(picture(1000, 1000), ['columns', 20], ['rows', 20]).sheet).toEqual(cut(picture(1000, 1000), ['columns', 20]).sheet);
  });

  it('makes documents that the schema takes, whatever is set', () => {
    const names: GridNumber[] = ['columns', 'rows', 'width', 'height', 'left', 'top', 'gapX', 'gapY'];
    let one = picture(77, 41);
    for (let i = 0; i < 400; i++) {
      one = withGrid(one, names[(i * 7) % 8], (i * 13) % 90) as typeof one;
      expect(assetSchema().safeParse(one).success).toBeTrue();
      const cells = one.sheet ? sheetCells(one.sheet) : [];
      expect(cells.every(({ x, y, width, height }) => x + width <= 77 && y + height <= 41)).toBeTrue();
    }
  });

  it('leaves places without a cell, but never all', () => {
    const grid = cut(picture(64, 32), ['columns', 2]);
    expect(gridOf(withEmpty(grid, [1, 1, 9, -1]) as typeof grid).empty).toEqual([1]);
    expect(withEmpty(grid, [0, 1])).toBe(grid);
    expect(gridOf(withEmpty(grid, []) as typeof grid).empty).toBeUndefined();
  });

  it('goes from one way to another and back', () => {
    const strip = picture(64, 16, { cells: 4 });
    expect(cutOf(strip)).toBe('a strip');
    const grid = recut(strip, 'a grid');
    expect(cutOf(grid)).toBe('a grid');
    expect(gridOf(grid as typeof strip).columns).toBe(4);
    const frames = recut(withEmpty(grid as typeof strip, [0]) as typeof strip, 'rectangles');
    expect(frames.sheet).toEqual({ by: 'frames', frames: [16, 32, 48].map((x) => ({ x, y: 0, width: 16, height: 16 })) });
    expect(cutOf(recut(frames as typeof strip, 'one picture'))).toBe('one picture');
    expect(recut(grid as typeof strip, 'a strip')).toEqual(strip);
  });
});
