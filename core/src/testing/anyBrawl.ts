import fc from 'fast-check';
import type { SteppedBrawl } from './steppedBrawl.js';

type Json = Record<string, unknown>;

/** Random fights of bodies: who stands where with which moves and zones, what each does, and what comes of the events. */

const cut = (value: number): number => Math.round(value * 1000) / 1000;
const seconds = (min: number, max: number, step = 0.01): fc.Arbitrary<number> =>
  fc.integer({ min: Math.round(min / step), max: Math.round(max / step) }).map((n) => cut(n * step));
/** Odd numbers, so that hardly anything happens by chance at one instant. */
const px = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min: min * 64, max: max * 64 }).map((n) => n / 64);
const degrees = fc.integer({ min: -180, max: 180 });

const reaches: fc.Arbitrary<Json> = fc.oneof(
  fc.record({ shape: fc.constant('arc'), length: px(60, 200), from: degrees, to: degrees }),
  fc.record({ shape: fc.constant('thrust'), length: px(60, 220), width: px(0, 50), angle: fc.integer({ min: -30, max: 30 }) }),
  fc.record({ shape: fc.constant('disc'), length: px(20, 150) }),
);
const contacts = fc.record({ event: fc.constantFrom('blow', 'burn'), after: seconds(0, 0.2), live: seconds(0.02, 0.5), reach: reaches });
const moves = (id: string): fc.Arbitrary<Json> =>
  fc
    .record(
      {
        windUp: seconds(0, 0.3),
        contacts: fc.array(contacts, { minLength: 1, maxLength: 2 }),
        recovery: seconds(0.01, 0.3),
        walks: fc.boolean(),
        lunge: fc.record({ distance: px(20, 120), from: seconds(0, 0.1), to: seconds(0.12, 0.3) }),
      },
      { requiredKeys: ['contacts', 'recovery'] },
    )
    .map(({ lunge, ...move }) => {
      const sorted = [...move.contacts].sort((a, b) => a.after - b.after);
      const length = (move.windUp ?? 0) + Math.max(...sorted.map(({ after, live }) => after + live)) + move.recovery;
      return { ...move, id, contacts: sorted, ...(lunge && lunge.to < length && { lunge }) };
    });

const zones: fc.Arbitrary<Json> = fc.record(
  {
    id: fc.constant('round'),
    shape: fc.oneof(
      fc.record({ shape: fc.constant('disc'), length: px(20, 160) }),
      fc.record({ shape: fc.constant('box'), width: px(20, 240), height: px(20, 240) }),
    ),
    enters: fc.constantFrom('mark', 'nectar'),
    leaves: fc.constantFrom('back', 'burn'),
    stays: fc.record({ event: fc.constantFrom('nectar', 'burn'), every: seconds(0.1, 0.5) }),
    once: fc.boolean(),
  },
  { requiredKeys: ['id', 'shape', 'enters'] },
);

const actors = fc
  .record({
    radius: px(4, 40),
    speed: px(40, 300),
    most: fc.constantFrom(25, 1000),
    thrust: moves('thrust'),
    lash: moves('lash'),
    zone: fc.option(zones, { nil: undefined, freq: 2 }),
    untouched: fc.constantFrom(false, false, false, true),
  })
  .map(({ radius, speed, most, thrust, lash, zone, untouched }) => ({
    radius,
    speed,
    untouched,
    health: { most, falls: 'fall' },
    moves: [thrust, lash],
    zones: zone ? [zone] : [],
  }));

const outcomes: fc.Arbitrary<Json[]> = fc
  .tuple(
    fc.constantFrom(0, 10),
    fc.option(
      fc.record({
        outcome: fc.constant('shove'),
        distance: px(5, 150),
        seconds: seconds(0.15, 0.8),
        way: fc.constantFrom('with', 'against'),
        edge: fc.constantFrom('', 'nectar'),
      }),
    ),
    fc.constantFrom('', 'short', 'long'),
  )
  .map(([points, shove, sequence]) => [
    ...(points > 0 ? [{ outcome: 'harm', points }] : []),
    ...(shove ? [shove] : []),
    ...(sequence === '' ? [] : [{ outcome: 'play', sequence }]),
  ]);

const who = fc.constantFrom('a', 'b', 'c', 'd');
const place = fc.record({ x: px(-320, 320), y: px(-200, 200) });
const acts: fc.Arbitrary<Json> = fc
  .record({
    at: seconds(0, 3.5),
    who,
    what: fc.oneof(
      fc.record({ do: fc.constant('move'), move: fc.constantFrom('thrust', 'lash'), toward: fc.option(who, { nil: undefined }) }),
      fc.record({ do: fc.constant('move'), move: fc.constantFrom('thrust', 'lash'), toward: who }),
      fc
        .record({ do: fc.constant('walk'), points: fc.array(place, { minLength: 1, maxLength: 4 }), round: fc.boolean() })
        .map((one) => ({ ...one, round: one.round && one.points.length > 1 })),
      fc.record({ do: fc.constant('approach'), whom: who, within: px(10, 150) }),
      fc.record({ do: fc.constant('keep-away'), whom: who, beyond: px(80, 300) }),
      fc.constant({ do: 'stop' }),
      fc
        .record({
          do: fc.constant('launch'),
          actor: fc.constantFrom('spore', 'mist'),
          way: fc.oneof(
            fc.record({ to: place }),
            fc.record({ after: who }),
            fc.record({ angle: degrees, range: px(100, 900) }),
            fc.record({ angle: degrees, range: px(100, 900) }),
          ),
          speed: px(150, 700),
          pierce: fc.constantFrom(0, 0, 1),
          meets: fc.constantFrom('blow', 'burst'),
          lands: fc.constant('mark'),
        })
        .map(({ way, ...launch }) => ({ ...launch, ...way })),
    ),
  })
  .map(({ at, who: doer, what }) => ({ at, who: doer, ...what }));

const anyBrawl: fc.Arbitrary<SteppedBrawl> = fc
  .record({
    first: actors,
    second: actors,
    sporeRadius: px(2, 20),
    blow: outcomes,
    burn: outcomes,
    burst: outcomes,
    mark: outcomes,
    nectar: outcomes,
    bodies: fc.tuple(
      ...['a', 'b', 'c', 'd'].map(() => fc.record({ x: px(-250, 250), y: px(-150, 150), facing: fc.constantFrom<1 | -1>(1, -1) })),
    ),
    acts: fc.array(acts, { minLength: 4, maxLength: 14 }),
  })
  .map(({ first, second, sporeRadius, bodies, acts: done, ...answers }) => ({
    actors: [
      { id: 'hero', label: 'hero', ...first, untouched: false },
      { id: 'foe', label: 'foe', ...second },
      { id: 'spore', label: 'spore', radius: sporeRadius, untouched: true },
      { id: 'mist', label: 'mist', radius: sporeRadius },
    ],
    stops: { short: 0.061, long: 0.197 },
    responses: Object.entries(answers).map(([event, then]) => ({ id: event, event, rungs: [{ id: event, then }] })),
    bodies: bodies.map((one, i) => ({ id: 'abcd'[i], actor: i % 2 === 0 ? 'hero' : 'foe', ...one })),
    acts: done
      .filter((one) => one['whom'] !== one['who'] && one['after'] !== one['who'] && one['toward'] !== one['who'])
      .map((one) => JSON.parse(JSON.stringify(one)) as Json)
      .sort((a, b) => Number(a['at']) - Number(b['at'])),
    directed: ['blow'],
    edges: { left: -400, right: 400 },
    length: 4,
  })) as unknown as fc.Arbitrary<SteppedBrawl>;

/** Returns the random fight with a number, the same on every machine. */
export function brawlOf(seed: number): SteppedBrawl {
  return fc.sample(anyBrawl, { seed, numRuns: 1 })[0];
}
