import { timeMarks } from './timeMarks';

describe('the marks of a time axis', () => {
  it('are round, begin at nothing, and are no more than there is room for', () => {
    expect(timeMarks(5, 14)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5]);
    expect(timeMarks(9.3, 6)).toEqual([0, 2, 4, 6, 8]);
    expect(timeMarks(0.3, 4)).toEqual([0, 0.1, 0.2, 0.3]);
    expect(timeMarks(36_000, 10)).toEqual([0, 3600, 7200, 10_800, 14_400, 18_000, 21_600, 25_200, 28_800, 32_400, 36_000]);
  });
});
