import fc from 'fast-check';
import { fightEvents, fightOut, fightOutInSteps, type Fight, type Scripted } from '../testing/fights.js';
import { steppedFight } from '../testing/steppedFight.js';

/** The resolver against a fight stepped by the millisecond, and what must hold of every fight. */

type Json = Record<string, unknown>;

/** Seconds on a grid that keeps two things of different making off one instant. */
const seconds = (from: number, to: number, grid: number, off = 0): fc.Arbitrary<number> =>
  fc.integer({ min: Math.round(from / grid), max: Math.round(to / grid) }).map((step) => Math.round((step * grid + off) * 1000) / 1000);

const condition: fc.Arbitrary<Json> = fc.oneof(
  fc.record({
    condition: fc.constant('compare'),
    of: fc.constantFrom<Json>(
      { read: 'payload', field: 'damage' },
      { read: 'health', of: 'target' },
      { read: 'health-after', of: 'target' },
      { read: 'stacks', status: 'poisoned', of: 'target' },
      { read: 'counter', counter: 'hits', of: 'target' },
    ),
    is: fc.constantFrom('≥', '≤'),
    // Between what whole numbers can come to, so that rounding decides nothing.
    value: fc.integer({ min: 0, max: 15 }).map((value) => value + 0.313),
  }),
  fc.record({
    condition: fc.constant('one-of'),
    field: fc.constant('kind'),
    values: fc.subarray(['plain', 'ember', 'sap'], { minLength: 1 }),
  }),
  fc.record({
    condition: fc.constant('status'),
    status: fc.constantFrom('poisoned', 'guarding', 'burning'),
    is: fc.constantFrom('on', 'off'),
  }),
  fc.record({
    condition: fc.constant('window'),
    status: fc.constantFrom('guarding', 'burning'),
    from: seconds(0, 0.5, 0.1),
    to: seconds(0.6, 2, 0.1),
  }),
  fc.record({ condition: fc.constant('cooldown'), seconds: seconds(0.1, 2, 0.1, 0.003) }),
  fc.record({ condition: fc.constant('nth'), n: fc.integer({ min: 1, max: 4 }) }),
  fc.record({ condition: fc.constant('standing'), is: fc.constantFrom('up', 'down', 'gone') }),
);

const atOnce: fc.Arbitrary<Json> = fc.oneof(
  fc.constant({ outcome: 'harm' }),
  fc.record({ outcome: fc.constant('harm'), points: fc.constantFrom<unknown>(3, { of: { read: 'harm' }, times: 0.25 }) }),
  fc.constant({ outcome: 'mend', points: 4 }),
  fc.record({ outcome: fc.constant('give'), status: fc.constantFrom('poisoned', 'guarding', 'burning') }),
  fc.record({ outcome: fc.constant('take'), status: fc.constantFrom('poisoned', 'guarding') }),
  fc.record({ outcome: fc.constant('raise'), event: fc.constantFrom('nectar', 'back'), after: seconds(0, 1, 0.1, 0.007) }),
  fc.constant({ outcome: 'count', counter: 'hits', number: 1 }),
  fc.record({ outcome: fc.constant('play'), sequence: fc.constantFrom('short', 'long') }),
);

/** Some of them after a while. */
const outcome: fc.Arbitrary<Json> = fc
  .tuple(atOnce, fc.option(seconds(0.1, 1, 0.1, 0.019), { nil: undefined, freq: 4 }))
  .map(([one, after]) => (after === undefined || 'after' in one || one['outcome'] === 'play' ? one : { ...one, after }));

const rungs = (most: number, extra: fc.Arbitrary<Json> = outcome): fc.Arbitrary<Json[]> =>
  fc
    .array(
      fc.record({
        when: fc.array(condition, { maxLength: 2 }),
        then: fc.array(fc.oneof(outcome, extra), { maxLength: 3 }),
        goesOn: fc.boolean(),
      }),
      {
        maxLength: most,
      },
    )
    .map((list) => list.map((rung, i) => ({ id: `rung-${i}`, ...rung })));

/** Whether a rung asks for nothing that a blow alone has. */
const forAny = (list: Json[]): boolean =>
  list.every((rung) =>
    (rung['when'] as Json[]).every((one) => one['condition'] !== 'one-of' && (one['of'] as Json | undefined)?.['read'] !== 'payload'),
  );

/** One condition of each sort a rung, as the stepped fight remembers by rung. */
const onePerSort = (list: Json[]): boolean =>
  list.every((rung) => {
    const sorts = (rung['when'] as Json[]).map((one) => one['condition']);
    return new Set(sorts).size === sorts.length;
  });

const away = seconds(0.3, 2, 0.1, 0.011).map((back): Json => ({ outcome: 'away', back }));

const fights: fc.Arbitrary<Fight> = fc
  .record({
    most: fc.integer({ min: 8, max: 40 }),
    mends: fc.constantFrom(0, 0, 2),
    resist: fc.constantFrom(1, 0.5, 2),
    every: seconds(0.2, 0.9, 0.1, 0.001),
    length: seconds(0.5, 3, 0.1, 0.0005 * 4),
    stacking: fc.constantFrom('refresh', 'extend', 'stack', 'ignore'),
    blow: rungs(5).filter(onePerSort),
    nectar: rungs(2).filter(onePerSort).filter(forAny),
    fall: rungs(2, away).filter(onePerSort).filter(forAny),
  })
  .map(({ most, mends, resist, every, length, stacking, blow, nectar, fall }) => ({
    actors: ['m', 'b'].map((id) => ({ id, label: id, health: { most, mends, falls: 'fall' }, resists: { ember: resist } })),
    statuses: [
      { id: 'poisoned', label: 'poisoned', length, stacking, most: 3, ticks: { every, event: 'burn', rate: 2 } },
      { id: 'burning', label: 'burning', length: 1.502, prevents: ['mending'] },
      { id: 'guarding', label: 'guarding' },
    ],
    stops: { short: 0.05, long: 0.203 },
    responses: [
      { id: 'blow', event: 'blow', rungs: blow },
      { id: 'burn', event: 'burn', rungs: [{ id: 'burns', when: [], then: [{ outcome: 'harm' }] }] },
      {
        id: 'nectar',
        event: 'nectar',
        rungs: nectar.map((rung) => ({ ...rung, then: (rung['then'] as Json[]).filter((one) => one['outcome'] !== 'raise') })),
      },
      {
        id: 'fall',
        event: 'fall',
        rungs: fall.map((rung) => ({ ...rung, then: (rung['then'] as Json[]).filter((one) => one['outcome'] !== 'raise') })),
      },
    ],
  }));

const scripts: fc.Arbitrary<Scripted[]> = fc.array(
  fc.record({
    at: seconds(0, 5, 0.05),
    target: fc.constantFrom('m', 'm', 'b'),
    payload: fc.record({ damage: fc.integer({ min: 0, max: 12 }), kind: fc.constantFrom('plain', 'ember', 'sap') }),
  }),
  { minLength: 1, maxLength: 20 },
);

/** Throws, so that a random fight is made smaller until only the difference is left. */
function same(found: unknown, expected: unknown): void {
  const [a, b] = [found, expected].map((value) => JSON.stringify(value));
  if (a !== b) throw new Error(`found ${a}\nexpected ${b}`);
}

const cast = [
  { id: 'm', actor: 'm' },
  { id: 'b', actor: 'b', x: -100 },
];

describe('a fight against one stepped by the millisecond', () => {
  it('asks the same events at the same instants, answered by the same rungs, with the same harm', () => {
    fc.assert(
      fc.property(fights, scripts, (fight, script) => {
        const whole = fightOut(fight, script, { length: 6, actors: cast });
        const stepped = steppedFight({ events: fightEvents, stops: {}, ...fight } as never, {
          length: 6,
          actors: cast,
          script: script.map((one) => ({ event: 'blow', source: 'b', ...one })).sort((a, b) => a.at - b.at),
        });
        const said = whole.log.map(({ at, event, target, rungs: answers, happened }) => ({
          at: Math.round(at * 1000),
          event,
          target,
          answered: answers.flatMap(({ rung, answer }) => (answer === 'answered' ? [rung] : [])),
          harms: happened.flatMap((one) => (one.what === 'harm' ? [Math.round(one.points * 1e6) / 1e6] : [])),
        }));
        same(
          said,
          stepped.log.map((entry) => ({ ...entry, harms: entry.harms.map((points) => Math.round(points * 1e6) / 1e6) })),
        );
        for (let k = 0; k <= 6000; k += 371)
          for (const { id } of cast) {
            const [found, expected] = [whole.read.health(id, k / 1000), stepped.healths[k].get(id) ?? NaN];
            if (!(Math.abs(found - expected) < 1e-6)) throw new Error(`health of ${id} at ${k} ms: ${found}, stepped ${expected}`);
          }
      }),
      { numRuns: 2000, seed: 20261127 },
    );
    expect().nothing();
  });
});

describe('every fight', () => {
  it('goes the same however it is cut, with the same seed the same way', () => {
    fc.assert(
      fc.property(fights, scripts, fc.array(seconds(0, 6, 0.001), { maxLength: 30 }), (fight, script, cuts) => {
        const whole = fightOut(fight, script, { length: 6, actors: cast });
        same(fightOut(fight, script, { length: 6, actors: cast }).log, whole.log);
        const sorted = [...cuts].sort((a, b) => a - b);
        same(fightOutInSteps(fight, whole, sorted).log, whole.log);
      }),
      { numRuns: 200, seed: 3 },
    );
    expect().nothing();
  });

  it('keeps health between nothing and the most, and is not changed by a rung that never answers', () => {
    fc.assert(
      fc.property(fights, scripts, (fight, script) => {
        const whole = fightOut(fight, script, { length: 6, actors: cast });
        for (const step of whole.history) same(step.of === 'health' && !(step.value >= 0 && step.value <= 40), false);
        const never = { id: 'never', when: [{ condition: 'any', of: [] }], then: [{ outcome: 'harm' }], goesOn: false };
        const responses = fight.responses?.map((one) => ({ ...one, rungs: [never, ...(one['rungs'] as Json[])] }));
        const more = fightOut({ ...fight, ...(responses && { responses: [...responses].reverse() }) }, script, { length: 6, actors: cast });
        same(more.answered, whole.answered);
        same(more.history, whole.history);
      }),
      { numRuns: 200, seed: 5 },
    );
    expect().nothing();
  });

  it('does the same harm at any interval of its ticks, hit-stops or not', () => {
    fc.assert(
      fc.property(seconds(0.05, 2, 0.01), fc.array(seconds(0.01, 4, 0.01), { maxLength: 5 }), (every, stops) => {
        const fight: Fight = {
          actors: [{ id: 'm', label: 'm', health: { most: 1000 } }],
          statuses: [{ id: 'burning', label: 'burning', length: 4, ticks: { every, event: 'burn', rate: 2 } }],
          stops: { stop: 0.31 },
          responses: [
            { id: 'nectar', event: 'nectar', rungs: [{ id: 'lit', when: [], then: [{ outcome: 'give', status: 'burning' }] }] },
            { id: 'blow', event: 'blow', rungs: [{ id: 'stops', when: [], then: [{ outcome: 'play', sequence: 'stop' }] }] },
            { id: 'burn', event: 'burn', rungs: [{ id: 'burns', when: [], then: [{ outcome: 'harm' }] }] },
          ],
        };
        const script: Scripted[] = [{ at: 0, event: 'nectar' }, ...stops.map((at) => ({ at }))].map((one) => ({ source: 'm', ...one }));
        const { harms } = fightOut(fight, script, { length: 20, actors: [{ id: 'm', actor: 'm' }] });
        const all = harms.reduce((sum, [, points]) => sum + points, 0);
        same(Math.round(all * 1e6) / 1e6, 8);
      }),
      { numRuns: 200, seed: 9 },
    );
    expect().nothing();
  });
});
