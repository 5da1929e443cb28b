import { cellsFromText, textOfCells } from './cellText';

describe('cells in words', () => {
  it('are read as numbers and ranges, backwards too', () => {
    expect(cellsFromText('0-3, 7; 6-4 x 99', 8)).toEqual([0, 1, 2, 3, 7, 6, 5, 4]);
    expect(cellsFromText('2-99', 5)).toEqual([2, 3, 4]);
    expect(cellsFromText('', 5)).toEqual([]);
  });

  it('are written so that they are read the same', () => {
    for (const cells of [[0, 1, 2, 3], [3, 2, 1, 0, 0, 0], [5], [1, 2, 9, 8, 7, 7], [0, 2, 4], []])
      expect(cellsFromText(textOfCells(cells), 10)).toEqual(cells);
    expect(textOfCells([0, 1, 2, 7, 6])).toBe('0-2, 7, 6');
  });
});
