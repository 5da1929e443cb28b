import fc from 'fast-check';
import { latestEnd, withHalt, type Halt } from './stopRoom.js';

/** Whether a clock stands still in each millisecond. */
function millisecondsOf(halts: readonly Halt[], length: number): Uint8Array {
  const still = new Uint8Array(length);
  for (const [start, end] of halts) still.fill(1, Math.round(start * 1000), Math.round(end * 1000));
  return still;
}

/** The most milliseconds that stand still in any stretch. */
function stillest(still: Uint8Array, within: number): number {
  let [sum, most] = [0, 0];
  for (let i = 0; i < still.length; i++) {
    sum += still[i] - (i >= within ? still[i - within] : 0);
    most = Math.max(most, sum);
  }
  return most;
}

describe('the room that is left for a stop', () => {
  it('counts what overlaps once: of three stops of 0.12 s at 0.1, 0.2 and 0.3 with 0.3 s in a second the last ends at 0.4', () => {
    let halts: readonly Halt[] = [];
    const ends = [0.1, 0.2, 0.3].map((start) => {
      const end = latestEnd(start, start + 0.12, halts, { seconds: 0.3, within: 1 });
      halts = withHalt(halts, [start, end]);
      return end;
    });
    expect(ends[0]).toBeCloseTo(0.22, 12);
    expect(ends[1]).toBeCloseTo(0.32, 12);
    expect(ends[2]).toBeCloseTo(0.4, 12);
    expect(halts.length).toBe(1);
  });

  it('is free again as what stood still leaves the stretch, and looks at what is to come', () => {
    const budget = { seconds: 0.3, within: 1 };
    // At 1.1 the stretch begins at 0.1 at the earliest: as much as passes of the old stop may stand still anew.
    expect(latestEnd(1.1, 1.5, [[0.1, 0.4]], budget)).toBeCloseTo(1.4, 12);
    expect(latestEnd(1.05, 1.5, [[0.1, 0.4]], budget)).toBeCloseTo(1.05, 12);
    expect(latestEnd(0, 0.2, [[0.5, 0.7]], budget)).toBeCloseTo(0.1, 12);
    expect(latestEnd(0, 0.2, [[1.2, 1.5]], budget)).toBeCloseTo(0.2, 12);
  });

  it('is as large as it may be and no larger, millisecond by millisecond', () => {
    const ms = (least: number, most: number): fc.Arbitrary<number> => fc.integer({ min: least, max: most });
    const stop = fc.record({ start: ms(0, 1500), length: ms(1, 300) });
    fc.assert(
      fc.property(fc.array(stop, { maxLength: 6 }), stop, ms(50, 400), ms(1, 3), (stops, wanted, seconds, times) => {
        const within = seconds * times + 100;
        const budget = { seconds: seconds / 1000, within: within / 1000 };
        let halts: readonly Halt[] = [];
        for (const { start, length } of stops)
          halts = withHalt(halts, [start / 1000, latestEnd(start / 1000, (start + length) / 1000, halts, budget)]);
        const start = wanted.start / 1000;
        const end = latestEnd(start, start + wanted.length / 1000, halts, budget);
        // Stepped: the longest stop, tried one millisecond after another.
        let longest = 0;
        for (let length = 1; length <= wanted.length; length++) {
          const still = millisecondsOf([...halts, [start, start + length / 1000]], 4000);
          if (stillest(still, within) > seconds) break;
          longest = length;
        }
        expect(Math.abs(Math.round((end - start) * 1000) - longest)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 400 },
    );
  });
});
