import { TimeAxis } from './timeAxis';

describe('TimeAxis', () => {
  for (const lens of [false, true]) {
    it(`maps to px and back ${lens ? 'through the lens' : 'evenly'}`, () => {
      const axis = new TimeAxis(-0.25, 2, 1000, lens);
      expect(axis.x(-0.25)).toBeCloseTo(0, 9);
      expect(axis.x(2)).toBeCloseTo(1000, 9);
      for (const t of [-0.2, -0.01, 0, 0.004, 0.1, 1.5]) expect(axis.t(axis.x(t))).toBeCloseTo(t, 12);
    });
  }

  it('opens up the first fifth of a second and still shows the tail', () => {
    const [even, lens] = [false, true].map((on) => new TimeAxis(0, 2, 1000, on));
    expect(even.x(0.2)).toBeCloseTo(100, 6);
    expect(lens.x(0.2)).toBeGreaterThan(350);
    expect(lens.x(1.9) - lens.x(1.8)).toBeGreaterThan(5);
  });

  it('is symmetric about contact', () => {
    const axis = new TimeAxis(-1, 1, 800, true);
    expect(axis.x(0)).toBeCloseTo(400, 9);
    expect(axis.x(0.3) - 400).toBeCloseTo(400 - axis.x(-0.3), 9);
  });

  it('marks round instants, never closer than asked, contact among them', () => {
    for (const axis of [new TimeAxis(-0.25, 2, 1000, true), new TimeAxis(-0.25, 12, 700, false)]) {
      const ticks = axis.ticks(58);
      expect(ticks).toContain(0);
      expect(ticks.length).toBeGreaterThan(4);
      for (let i = 1; i < ticks.length; i++) expect(axis.x(ticks[i]) - axis.x(ticks[i - 1])).toBeGreaterThanOrEqual(58);
    }
  });
});
