import fc from 'fast-check';
import { compileContext } from '../checks/compileContext.js';
import { readOut } from '../measure/readouts.js';
import { projectWith, takeOf } from '../testing/projects.js';
import { noticed, noticing } from './noticed.js';
import { readoutDifferences, readoutRows } from './readoutRows.js';
import { differenceLine, laneDifferences } from './sequenceDifferences.js';
import { payloadTrial, trialCells, trialLimits, trialValues, withTrial } from './trials.js';
import { weighedDifferences, withLaneOf } from './weighedDifferences.js';
import { evenly } from '../testing/evenly.js';

const flash = (part: object = {}) => ({
  kind: 'flash',
  id: 'flash',
  duration: 0.2,
  envelope: [
    { at: 0, value: 1 },
    { at: 1, value: 1 },
  ],
  ...part,
});
const shake = (part: object = {}) => ({ kind: 'shake', id: 'shake', amplitude: 8, ...part });
const sound = (part: object = {}) => ({ kind: 'sound', id: 'crack', clips: ['crack'], rate: 1, ...part });
const sequenceOf = (effects: readonly object[]) => projectWith(effects).sequences[0];

describe('differences of two states of a sequence', () => {
  it('are told lane by lane, in units and words', () => {
    const before = sequenceOf([shake(), flash({ colour: '#ffffff' }), sound()]);
    const after = sequenceOf([
      shake({ amplitude: 5, frequency: { range: [10, 20] } }),
      flash({ colour: '#ff0000', anchor: { to: 'end', effect: 'shake' }, repeat: { count: 3, every: 0.1 } }),
      { kind: 'burst', id: 'chips' },
    ]);
    expect(laneDifferences(before, after).map(differenceLine)).toEqual([
      'shake: Amplitude 8 → 5 px; Frequency 24 → 10…20 Hz',
      'flash: Colour #ffffff → #ff0000; Anchor contact → end of shake; Repeats once → 3 times, each 0.1 s',
      'chips: burst added',
      'crack: sound removed',
    ]);
  });

  it('tell a lane that became another kind as one gone and one come', () => {
    const lines = laneDifferences(sequenceOf([shake()]), sequenceOf([{ kind: 'kick', id: 'shake' }])).map(differenceLine);
    expect(lines).toEqual(['shake: shake removed', 'shake: kick added']);
  });

  it('are none between a state and itself, read again', () => {
    expect(laneDifferences(sequenceOf([shake(), flash()]), sequenceOf([shake(), flash()]))).toEqual([]);
  });
});

describe('how much of a difference is noticed', () => {
  it('is nothing between a take and itself', () => {
    const effects = [
      shake(),
      flash(),
      sound(),
      { kind: 'burst', id: 'chips' },
      { kind: 'number', id: 'damage' },
      { kind: 'meter', id: 'health' },
    ];
    expect(noticed(takeOf(effects), takeOf(effects))).toBe(0);
  });

  it('is the difference of a steady flash, in steps of a twentieth, times how long it lasts', () => {
    const weight = noticed(takeOf([flash({ amount: 0.5 })]), takeOf([flash({ amount: 0.8 })]));
    // 0.3 / 0.05 for 0.2 s, looked at each 1/120 s.
    expect(weight).toBeCloseTo(6 * 0.2, 1);
  });

  it('hears a clip that is louder, for as long as it rings', () => {
    const project = projectWith([]);
    const [quiet, loud] = [takeOf([sound({ gain: -6 })]), takeOf([sound({ gain: 0 })])];
    const gain = 1 - 10 ** (-6 / 20);
    expect(noticed(quiet, loud, { assets: project.assets })).toBeCloseTo((gain / 0.12) * 0.5, 6);
  });

  it('is the same either way, and never less than nothing', () => {
    const amounts = fc.record({
      amplitude: evenly(0, 40),
      amount: evenly(0, 1),
    });
    fc.assert(
      fc.property(amounts, amounts, (a, b) => {
        const [one, other] = [a, b].map(({ amplitude, amount }) => takeOf([shake({ amplitude }), flash({ amount })]));
        const weight = noticed(one, other);
        expect(weight).toBeGreaterThanOrEqual(0);
        expect(noticed(other, one)).toBeCloseTo(weight, 9);
      }),
      { numRuns: 25, seed: 7 },
    );
  });
});

describe('a difference table', () => {
  const before = sequenceOf([shake(), flash({ amount: 0.2 }), sound({ gain: 0 })]);
  const after = sequenceOf([shake({ amplitude: 8.2 }), flash({ amount: 1 }), sound({ gain: 0 })]);
  const by = { context: compileContext(projectWith([])), payload: {}, options: {} };

  const linesOf = (one: typeof before, other: typeof before) =>
    [...weighedDifferences(one, other, by)].flatMap((line) => (line ? [line] : []));

  it('weighs each number by what putting it back alone would change', () => {
    const lines = linesOf(before, after).sort((a, b) => b.weight - a.weight);
    expect(lines.map(({ lane, field }) => `${lane.name} ${field?.label}`)).toEqual(['flash Amount', 'shake Amplitude']);
    expect(lines[0].weight).toBeCloseTo(16 * 0.2, 0);
    expect(lines[1].weight).toBeGreaterThan(0);
  });

  it('weighs nothing where a state cannot be struck', () => {
    const broken = { ...after, effects: [...after.effects, { ...after.effects[2], id: 'gone', clips: ['no-such-clip'] } as never] };
    expect(linesOf(before, broken).map(({ weight }) => weight)).toEqual([0, 0, 0]);
  });

  it('tells which readings moved, what moved most first', () => {
    const read = (effects: object[]) => readOut(takeOf(effects), { assets: projectWith([]).assets });
    const moved = readoutDifferences(read([shake(), flash({ amount: 0.2 })]), read([shake({ amplitude: 8.2 }), flash({ amount: 1 })]));
    expect(moved.map(({ name, before: was, after: is }) => `${name} ${was} → ${is}`)[0]).toBe('Flash 20 % → 100 %');
    expect(moved.map(({ name }) => name)).toContain('Shift');
    const heard = readoutDifferences(read([]), read([sound()]));
    expect(heard.map(({ name }) => name)).toContain('Voices');
  });
});

describe('a lane of another state', () => {
  const before = sequenceOf([shake(), flash(), sound()]);

  it('takes the place of its own', () => {
    const after = sequenceOf([sound(), shake({ amplitude: 5 })]);
    expect(withLaneOf(after, before, 'shake').effects.map(({ id }) => id)).toEqual(['crack', 'shake']);
    expect(withLaneOf(after, before, 'shake').effects[1]).toEqual(before.effects[0]);
  });

  it('comes behind the one it stood behind, and goes where it was not', () => {
    const after = sequenceOf([shake(), sound(), flash({ id: 'glow', anchor: { to: 'start', effect: 'crack' } })]);
    expect(withLaneOf(after, before, 'flash').effects.map(({ id }) => id)).toEqual(['shake', 'flash', 'crack', 'glow']);
    const without = withLaneOf(after, sequenceOf([shake()]), 'crack');
    expect(without.effects.map(({ id, anchor }) => [id, anchor])).toEqual([
      ['shake', { to: 'contact' }],
      ['glow', { to: 'contact' }],
    ]);
  });

  it('hangs on contact where what it hung on is not there', () => {
    const other = sequenceOf([shake(), flash({ anchor: { to: 'end', effect: 'shake' } })]);
    expect(withLaneOf(sequenceOf([sound()]), other, 'flash').effects.map(({ id, anchor }) => [id, anchor])).toEqual([
      ['flash', { to: 'contact' }],
      ['crack', { to: 'contact' }],
    ]);
  });
});

describe('the values of a trial', () => {
  it('lie evenly, or by one factor', () => {
    expect(trialValues({ from: 2, to: 10, count: 5, by: 'even' })).toEqual([2, 4, 6, 8, 10]);
    expect(trialValues({ from: 1, to: 16, count: 5, by: 'ratio' })).toEqual([1, 2, 4, 8, 16]);
    expect(trialValues({ from: -16, to: -1, count: 3, by: 'ratio' })).toEqual([-16, -4, -1]);
    expect(trialValues({ from: -1, to: 1, count: 3, by: 'even' })).toEqual([-1, 0, 1]);
  });

  it('are refused with what was expected', () => {
    const refused = (part: object) => trialValues({ from: 1, to: 2, count: 5, by: 'even', ...part });
    expect(refused({ from: 3 })).toContain('goes up');
    expect(refused({ from: 2 })).toContain('two ends that differ');
    expect(refused({ from: -1, by: 'ratio' })).toContain('cannot hold 0');
    expect(refused({ from: 0, by: 'ratio' })).toContain('cannot hold 0');
    expect(refused({ count: 26 })).toContain('2 to 25 values');
    expect(refused({ count: 2.5 })).toContain('2 to 25 values');
    expect(refused({ to: Infinity })).toContain('a number at both ends');
  });

  it('keep to their range, in order, whatever it is', () => {
    const ends = fc.tuple(evenly(0.01, 1e4), evenly(0.01, 1e4));
    fc.assert(
      fc.property(ends, fc.integer({ min: 2, max: 25 }), fc.constantFrom('even' as const, 'ratio' as const), ([a, b], count, by) => {
        fc.pre(Math.abs(a - b) > 0.01);
        const [from, to] = [Math.min(a, b), Math.max(a, b)];
        const values = trialValues({ from, to, count, by }) as number[];
        expect(values.length).toBe(count);
        expect([values[0], values[count - 1]]).toEqual([from, to]);
        for (let i = 1; i < count; i++) expect(values[i]).toBeGreaterThanOrEqual(values[i - 1] - 1e-6);
      }),
    );
  });

  it('change one field of one lane, and nothing where it is gone', () => {
    const sequence = sequenceOf([shake(), flash()]);
    expect(laneDifferences(sequence, withTrial(sequence, 'shake', 'amplitude', 3) ?? sequence).map(differenceLine)).toEqual([
      'shake: Amplitude 8 → 3 px',
    ]);
    expect(withTrial(sequence, 'gone', 'amplitude', 3)).toBeUndefined();
    expect(withTrial(sequence, 'flash', 'amplitude', 3)).toBeUndefined();
  });

  it('go over what a payload field can be', () => {
    const [damage, direction, kind, flag] = projectWith([]).events[0].fields;
    expect(payloadTrial(damage, 3)).toEqual([0, 25, 50]);
    expect(payloadTrial(direction, 4)).toEqual([-90, 0, 90, 180]);
    expect(payloadTrial(kind, 9)).toEqual(['plain', 'ember']);
    expect(payloadTrial(flag, 9)).toEqual([false, true]);
    // Where nothing can be tried in its place, its default.
    expect(payloadTrial({ ...damage, min: 7, max: 7, default: 7 } as typeof damage, 3)).toEqual([7]);
    expect(payloadTrial({ name: 'word', label: 'Word', type: 'text', default: 'ow' } as never, 3)).toEqual(['ow']);
    const many = Array.from({ length: 60 }, (_, i) => `k${i}`);
    expect(payloadTrial({ ...kind, options: many } as typeof kind, 9)).toEqual(many.slice(0, trialLimits.values));
  });
});

describe('the cells of a trial sheet', () => {
  const struck = { sequence: sequenceOf([shake(), flash()]), payload: { damage: 5 }, seed: 1 };
  const amplitude = { tried: { of: 'field', effect: 'shake', field: 'amplitude' } as const, values: [2, 4, 8] };

  it('are one for each value, or for each pair of values', () => {
    const cells = trialCells(struck, [amplitude, { tried: { of: 'payload', field: 'damage' }, values: [1, 50] }]);
    if (typeof cells === 'string') throw new Error(cells);
    expect(cells.map(({ values }) => values)).toEqual([
      [2, 1],
      [4, 1],
      [8, 1],
      [2, 50],
      [4, 50],
      [8, 50],
    ]);
    const [, , , , fifth] = cells;
    expect([(fifth.sequence.effects[0] as unknown as { amplitude: number }).amplitude, fifth.payload['damage'], fifth.seed]).toEqual([
      4, 50, 1,
    ]);
    expect(trialCells(struck, [{ tried: { of: 'seed' }, values: [7, 8] }])).toEqual([
      { ...struck, seed: 7, values: [7] },
      { ...struck, seed: 8, values: [8] },
    ]);
  });

  it('are none, with the reason, where there are too many or what is tried is gone', () => {
    const many = { ...amplitude, values: [1, 2, 3, 4, 5, 6] };
    expect(trialCells(struck, [many, many])).toBe('6 × 6 are 36 stages: at most 25 fit a sheet');
    const without = { ...struck, sequence: sequenceOf([flash()]) };
    expect(trialCells(without, [amplitude])).toBe('the lane “shake” is not there any more');
    const changed = { ...struck, sequence: sequenceOf([{ kind: 'flash', id: 'shake' }]) };
    expect(trialCells(changed, [amplitude])).toBe('the lane “shake” is a flash now, which has no “amplitude”');
  });
});

describe('what one notices, over time', () => {
  /** A flash of the target at half, from `delay` on for 0.2 s. */
  const half = (id: string, delay: number) => flash({ id, amount: 0.5, delay });
  /** Half a flash is ten times what one begins to notice, 0.05, for so many seconds. */
  const weighs = (seconds: number) => 10 * seconds;

  it('adds up from the first to the last instant of either, on both sides', () => {
    const short = takeOf([half('now', 0)]);
    for (const [other, seconds] of [
      [takeOf([]), 0.2],
      [takeOf([half('now', 0), half('later', 1)]), 0.2],
      [takeOf([half('later', 1)]), 0.4],
    ] as const) {
      expect(noticed(short, other)).toBeCloseTo(weighs(seconds), 0);
      expect(noticed(other, short)).toBeCloseTo(noticed(short, other), 9);
    }
    // Wound up before contact, where the other has nothing yet.
    expect(noticed(takeOf([half('early', -0.3)]), takeOf([]))).toBeCloseTo(weighs(0.2), 0);
    // No further than six seconds.
    expect(noticed(short, takeOf([half('now', 0), half('late', 7)]))).toBe(0);
  });

  it('can be asked in pieces, many for what is long', () => {
    const pieces = (take: ReturnType<typeof takeOf>): number => [...noticing(take, takeOf([]))].length;
    expect(pieces(takeOf([half('now', 0)]))).toBeGreaterThan(0);
    expect(pieces(takeOf([half('now', 0), half('later', 2)]))).toBeGreaterThan(5 * pieces(takeOf([half('now', 0)])));
    // Each is more than one instant.
    expect(pieces(takeOf([half('later', 2)]))).toBeLessThan(2.3 * 120);
  });
});

describe('readings as rows', () => {
  it('are in the unit that people read, and those that come to nothing are left out unless they are always told', () => {
    const nothing = readOut(takeOf([]));
    const rows = (read: typeof nothing) => readoutRows(read).map(({ key, value, unit }) => `${key} ${value} ${unit}`.trim());
    const always = [
      'visibleTime',
      'peakShift',
      'hitStopTotal',
      'peakFlash',
      'flashArea',
      'flashRate',
      'peakParticles',
      'peakVoices',
      'loudness',
    ];
    expect(readoutRows(nothing).map(({ key }) => key)).toEqual(always as never);
    const read = { ...nothing, hitStopTotal: 0.12, slowedBy: 0.25, peakRoll: 2, peakRumble: 0.5 };
    const told = rows(read);
    for (const row of ['hitStopTotal 120 ms', 'slowedBy 250 ms', 'peakRoll 2 °', 'peakRumble 50 %']) expect(told).toContain(row);
    expect(told.length).toBe(always.length + 3);
  });
});
