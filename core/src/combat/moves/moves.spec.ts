import fc from 'fast-check';
import {
  fighter,
  fightOut,
  harmRung,
  planOfFight,
  response,
  type Bout,
  type Fight,
  type Fought,
  type Scripted,
} from '../../testing/fights.js';
import { compileDrill } from '../drill.js';

type Json = Record<string, unknown>;

const disc = { shape: 'disc', length: 100 };
const blow = { event: 'blow', reach: disc };
const swing = { id: 'swing', windUp: 0.2, contacts: [blow], recovery: 0.3 };

/** B with some moves and M, 80 px ahead of it; and what else the fight needs. */
function bout(moves: readonly Json[], acts: readonly Json[], fight: Fight = {}, more: Bout = {}): Fought {
  const actors = [fighter('m', { most: 1000 }), fighter('b', { most: 20 }, { moves, side: 'hive' })];
  return fightOut({ responses: [response('blow', harmRung())], ...fight, actors: [...actors, ...(fight.actors ?? [])] }, [], {
    length: 6,
    actors: [
      { id: 'm', actor: 'm', x: 80 },
      { id: 'b', actor: 'b' },
    ],
    ...more,
    acts: acts.map((act) => ({ who: 'b', do: 'move', ...act })),
  });
}

const steps = ({ read }: Fought, who = 'b'): string[] => read.of('move', who).map(({ at, value, how }) => `${at} ${value} ${how}`);

describe('a move', () => {
  it('winds up, reaches once, recovers, and is over', () => {
    const fight = bout([swing], [{ at: 1, move: 'swing' }]);
    expect(fight.harms).toEqual([[1.2, 10]]);
    expect(steps(fight)).toEqual(['1 swing begins', '1.2 swing recovers', '1.5 swing ends']);
  });

  it('is not begun while another goes on, unless that lets itself be cancelled into it by then', () => {
    const quick = { id: 'quick', contacts: [blow] };
    const into = { ...swing, into: [{ move: 'quick', from: 0.1 }] };
    const fight = bout(
      [into, quick],
      [
        { at: 1, move: 'swing' },
        { at: 1.05, move: 'quick' },
        { at: 1.1, move: 'quick' },
        { at: 1.1, move: 'swing' },
      ],
    );
    expect(steps(fight)).toEqual([
      '1 swing begins',
      '1.05 quick refused',
      '1.1 swing cancelled',
      '1.1 quick begins',
      '1.1 quick recovers',
      '1.1 quick ends',
      '1.1 swing begins',
      '1.3 swing recovers',
      '1.6 swing ends',
    ]);
    expect(fight.read.of('move', 'b')[1].why).toBe('it is in swing');
    expect(fight.harms.map(([at]) => at)).toEqual([1.1, 1.3]);
  });

  it('reaches one at each of its contacts, and the same one once at each', () => {
    const twice = {
      id: 'twice',
      windUp: 0.1,
      contacts: [
        { ...blow, live: 0.5 },
        { ...blow, after: 0.2, live: 0.1, payload: { damage: 3 } },
      ],
    };
    expect(bout([twice], [{ at: 1, move: 'twice' }]).harms).toEqual([
      [1.1, 10],
      [1.3, 3],
    ]);
  });

  it('tells the way of the blow, as its actor faces', () => {
    const thrust = { id: 'thrust', contacts: [{ event: 'blow', reach: { shape: 'thrust', length: 100, width: 10, angle: 30 } }] };
    const places = [
      { id: 'b', actor: 'b', facing: -1 as const },
      { id: 'm', actor: 'm', x: -80 * Math.cos(Math.PI / 6), y: 40 },
    ];
    const { log } = bout([thrust], [{ at: 1, move: 'thrust' }], {}, { actors: places });
    expect(log[0].payload['direction']).toBeCloseTo(150, 9);
    // A direction that the contact says stays as it is said.
    const said = { ...thrust, contacts: [{ ...thrust.contacts[0], payload: { direction: 7 } }] };
    expect(bout([said], [{ at: 1, move: 'thrust' }], {}, { actors: places }).log[0].payload['direction']).toBe(7);
  });

  it('turns to whom it is for', () => {
    const ahead = { id: 'ahead', contacts: [{ event: 'blow', reach: { shape: 'thrust', length: 100, width: 10, angle: 0 } }] };
    const behind = {
      actors: [
        { id: 'b', actor: 'b' },
        { id: 'm', actor: 'm', x: -80 },
      ],
    };
    expect(bout([ahead], [{ at: 1, move: 'ahead' }], {}, behind).harms).toEqual([]);
    const turned = bout([ahead], [{ at: 1, move: 'ahead', toward: 'm' }], {}, behind);
    expect(turned.harms).toEqual([[1, 10]]);
    expect(turned.read.place('b', 2).facing).toBe(-1);
  });

  it('spares its own side where it says so', () => {
    const friends = { actors: [fighter('pip', { most: 20 }, { side: 'hive' })] };
    const all = {
      actors: [
        { id: 'b', actor: 'b' },
        { id: 'm', actor: 'm', x: 80 },
        { id: 'pip', actor: 'pip', x: 50 },
      ],
    };
    const sparing = { ...swing, contacts: [{ ...blow, spares: 'own side' }] };
    expect(bout([swing], [{ at: 1, move: 'swing' }], friends, all).log.map(({ target }) => target)).toEqual(['m', 'pip']);
    expect(bout([sparing], [{ at: 1, move: 'swing' }], friends, all).log.map(({ target }) => target)).toEqual(['m']);
  });

  it('is held until it is let go, and its guard with it', () => {
    const guard = { id: 'guard', windUp: 0.1, recovery: 0.2, holds: true, status: 'guarding' };
    const fight = bout(
      [guard, swing],
      [
        { at: 1, move: 'guard' },
        { at: 1.5, move: 'swing' },
        { at: 2, do: 'let-go' },
        { at: 2.3, do: 'let-go' },
      ],
      { statuses: [{ id: 'guarding', label: 'guarding' }] },
    );
    expect(steps(fight)).toEqual(['1 guard begins', '1.5 swing refused', '2 guard recovers', '2.2 guard ends']);
    expect([1.05, 1.1, 1.9, 2].map((at) => fight.read.stacks('b', 'guarding', at))).toEqual([0, 1, 1, 0]);
  });

  it('is broken off by a status that prevents moves, by a fall, and by going away; and its guard ends then', () => {
    const guard = { id: 'guard', holds: true, status: 'guarding' };
    const statuses = [
      { id: 'guarding', label: 'guarding' },
      { id: 'stunned', label: 'stunned', length: 0.5, prevents: ['moves'] },
    ];
    for (const [outcome, standing] of [
      [{ outcome: 'give', status: 'stunned', of: 'source' }, 'up'],
      [{ outcome: 'fell', of: 'source' }, 'down'],
      [{ outcome: 'away', of: 'source' }, 'gone'],
    ] as const) {
      const actors = [fighter('m'), fighter('b', undefined, { moves: [guard, swing] })];
      const fight = fightOut({ actors, statuses, responses: [response('blow', { id: 'then', then: [outcome] })] }, [{ at: 1.5 }], {
        length: 3,
        acts: [
          { at: 1, who: 'b', do: 'move', move: 'guard' },
          { at: 1.6, who: 'b', do: 'move', move: 'swing' },
        ],
      });
      expect(steps(fight)).toEqual(['1 guard begins', '1.5 guard broken', '1.6 swing refused']);
      expect(fight.read.stacks('b', 'guarding', 1.6)).toBe(0);
      expect(fight.read.standing('b', 2)).toBe(standing);
    }
  });

  it('is asked for by what part of it somebody is in', () => {
    const during = (part: string): Json => ({ id: part, when: [{ condition: 'moving', of: 'target', during: part }], then: [] });
    const aged = { id: 'aged', when: [{ condition: 'moving', of: 'target', move: 'long', from: 0.9, to: 1 }], then: [] };
    const long = { id: 'long', windUp: 0.3, contacts: [{ ...blow, live: 0.2 }], recovery: 0.5 };
    const actors = [fighter('m'), fighter('b', undefined, { moves: [long] })];
    const { answered } = fightOut(
      { actors, responses: [response('mark', aged, during('wind-up'), during('contact'), during('recovery'))] },
      [0.9, 1, 1.29, 1.3, 1.49, 1.5, 1.89, 1.9, 1.99, 2].map((at) => ({ at, event: 'mark', source: 'm', target: 'b' })),
      { length: 3, acts: [{ at: 1, who: 'b', do: 'move', move: 'long' }] },
    );
    // A move begun at the instant of an event is begun after it: the script comes first.
    expect(answered).toEqual([
      '1.29 mark wind-up',
      '1.3 mark contact',
      '1.49 mark contact',
      '1.5 mark recovery',
      '1.89 mark recovery',
      '1.9 mark aged',
      '1.99 mark aged',
    ]);
  });

  it('takes its actor along, and brings it within reach', () => {
    const lunging = {
      id: 'lunge',
      windUp: 0.2,
      contacts: [{ event: 'blow', live: 0.2, reach: { shape: 'disc', length: 30 } }],
      recovery: 0.1,
      lunge: { distance: 100, from: 0.2, to: 0.4 },
    };
    const fight = bout([lunging], [{ at: 1, move: 'lunge' }]);
    // 50 px at 500 px a second.
    expect(fight.harms).toEqual([[1.3, 10]]);
    expect([1.1, 1.3, 1.4, 3].map((at) => Math.round(fight.read.place('b', at).x * 1e6) / 1e6)).toEqual([0, 50, 100, 100]);
  });

  it('plays its own sequence as it begins, and a contact’s whether it meets somebody or not', () => {
    const played = { ...swing, sequence: 'begins', contacts: [{ ...blow, reach: { shape: 'disc', length: 5 }, sequence: 'cuts' }] };
    const { cues } = bout([played], [{ at: 1, move: 'swing' }], { stops: { begins: 0, cuts: 0 } });
    expect(cues.map(({ at, sequence, source, target }) => [at, sequence, source, target])).toEqual([
      [1, 'begins', 'b', ''],
      [1.2, 'cuts', 'b', ''],
    ]);
  });

  it('meets a body that comes on a clock of its own when a reference of small steps does', () => {
    const angle = fc.integer({ min: -180, max: 180 });
    const some = fc.record({
      reach: fc.oneof(
        fc.record({ shape: fc.constant('arc'), length: fc.integer({ min: 20, max: 150 }), from: angle, to: angle }),
        fc.record({
          shape: fc.constant('thrust'),
          length: fc.integer({ min: 20, max: 150 }),
          width: fc.integer({ min: 0, max: 40 }),
          angle,
        }),
        fc.record({ shape: fc.constant('disc'), length: fc.integer({ min: 0, max: 120 }) }),
      ),
      live: fc.integer({ min: 5, max: 40 }).map((one) => one / 100),
      radius: fc.integer({ min: 0, max: 30 }),
      from: fc.record({ x: fc.integer({ min: -160, max: 160 }), y: fc.integer({ min: -160, max: 160 }) }),
      to: fc.record({ x: fc.integer({ min: -160, max: 160 }), y: fc.integer({ min: -160, max: 160 }) }),
      speed: fc.integer({ min: 0, max: 900 }),
      stops: fc.array(
        fc.integer({ min: 0, max: 45 }).map((one) => 1 + one / 100),
        { maxLength: 2 },
      ),
    });
    let met = 0;
    fc.assert(
      fc.property(some, ({ reach, live, radius, from, to, speed, stops }) => {
        const fight: Fight = {
          actors: [
            fighter('m', { most: 20 }, { radius, speed }),
            fighter('b', undefined, { moves: [{ id: 'swing', contacts: [{ event: 'blow', live, reach }] }] }),
          ],
          stops: { held: 0.06 },
          responses: [response('mark', { id: 'holds', then: [{ outcome: 'play', sequence: 'held', on: 'target' }] })],
        };
        const run = fightOut(
          fight,
          stops.map((at, i) => ({ at, event: 'mark', source: 'm', target: i === 0 ? 'm' : 'b' })),
          {
            length: 2,
            actors: [
              { id: 'm', actor: 'm', ...from },
              { id: 'b', actor: 'b' },
            ],
            acts: [
              { at: 0.9, who: 'm', do: 'walk', points: [to] },
              { at: 1, who: 'b', do: 'move', move: 'swing' },
            ],
          },
        );
        const at = run.log.find(({ event }) => event === 'blow')?.at;
        const expected = firstTouch(reach as never, live, radius, from, to, speed, stops);
        if (expected.surely === undefined) {
          // Only grazed, within a step: either may find it.
          if (expected.maybe === undefined) expect(at).toBeUndefined();
          return;
        }
        met++;
        expect(at).toBeDefined();
        expect(Math.abs((at ?? 0) - expected.surely)).toBeLessThan(2e-4 + (expected.surely - (expected.maybe ?? expected.surely)));
      }),
      { numRuns: 400, seed: 11 },
    );
    expect(met).toBeGreaterThan(80);
  });

  it('reaches whoever comes to it while it is out, from wherever: walking, back from being gone, or while it is held itself', () => {
    const long = { id: 'ring', contacts: [{ ...blow, live: 3 }], recovery: 0.1 };
    const far = (acts: Json[], script: Scripted[] = [], rungs: Json[] = []): Fought =>
      fightOut(
        {
          stops: { held: 2 },
          actors: [fighter('m', { most: 1000 }, { speed: 400 }), fighter('b', { most: 20 }, { moves: [long] })],
          responses: [response('blow', harmRung()), ...rungs],
        },
        script,
        {
          length: 8,
          actors: [
            { id: 'm', actor: 'm', x: 2000 },
            { id: 'b', actor: 'b' },
          ],
          acts: [{ at: 1, who: 'b', do: 'move', move: 'ring' }, ...acts],
        },
      );
    // It stands 2000 px away when the ring opens, for 3 s, and sets off a second later, at more than anybody knew of.
    const walks = { at: 2, who: 'm', do: 'walk', points: [{ x: 0, y: 0 }], speed: 1000 };
    expect(far([walks]).harms).toEqual([[3.9, 10]]);
    expect(far([{ ...walks, speed: 900 }]).harms).toEqual([]);
    // Held for two seconds on the way, the ring is out for so much longer.
    const hold = { at: 1.5, event: 'mark', source: 'm', target: 'b' };
    const holds = response('mark', { id: 'holds', then: [{ outcome: 'play', sequence: 'held', on: 'target' }] });
    expect(far([{ ...walks, speed: 400 }], [hold], [holds]).harms).toEqual([]);
    expect(far([{ ...walks, speed: 500 }], [hold], [holds]).harms).toEqual([[5.8, 10]]);
    // Gone and back beside it.
    const calls = response('burst', { id: 'goes', then: [{ outcome: 'away', of: 'target', back: 0.5, spread: 0 }] });
    const called = far(
      [{ at: 0, who: 'm', do: 'walk', points: [{ x: 3000, y: 0 }] }],
      [{ at: 1.2, event: 'burst', source: 'b', target: 'm' }],
      [calls],
    );
    expect(called.harms).toEqual([]);
    expect(called.read.place('m', 1.8).x).toBe(2000);
  });

  it('is refused where a drill asks for one that its actor has not', () => {
    const plan = planOfFight({ actors: [fighter('b', undefined, { moves: [swing] })] });
    const drill = (act: Json): Json => ({
      id: 'd',
      length: 1,
      actors: [{ id: 'b', actor: 'b', place: { x: 0, y: 0 } }],
      script: [],
      acts: [{ at: 0, who: 'b', ...act }],
    });
    for (const [act, message] of [
      [{ do: 'move', move: 'kick' }, /acts\[0\].move: expected a move of the actor "b" \(swing\), found "kick"/],
      [{ do: 'fly' }, /acts\[0\].do: expected one of move, let-go, walk/],
      [{ do: 'walk', points: [] }, /acts\[0\].points: expected at least one place/],
      [{ do: 'approach', whom: 'x', within: 1 }, /acts\[0\].whom: expected one of b, found "x"/],
      [{ do: 'walk', points: [{ x: 0, y: 0 }], speed: Infinity }, /acts\[0\].speed: expected a number from 0/],
      [{ do: 'walk', points: [{ x: NaN, y: 0 }] }, /acts\[0\].points\[0\].x/],
      [{ do: 'move', move: 'swing', who: 'z' }, /acts\[0\].who: expected an actor of the drill \(b\), found "z"/],
    ] as const)
      expect(() => compileDrill(drill(act), [], plan)).toThrowError(message);
  });
});

/** Steps of a hundredth of a millisecond, written apart: when the gap is first below nothing, and below what a step may miss. */
function firstTouch(
  reach: { shape: string; length: number; from: number; to: number; width: number; angle: number },
  live: number,
  radius: number,
  from: { x: number; y: number },
  to: { x: number; y: number },
  speed: number,
  stops: readonly number[],
): { surely: number | undefined; maybe: number | undefined } {
  const dt = 1e-4;
  const way = Math.hypot(to.x - from.x, to.y - from.y);
  const isHeld = (at: number | undefined, wall: number): boolean => at !== undefined && wall >= at && wall < at + 0.06;
  let walked = 0.1 * speed;
  let age = 0;
  let [surely, maybe]: (number | undefined)[] = [undefined, undefined];
  for (let i = 0; i < 12_000; i++) {
    const wall = 1 + i * dt;
    const share = way === 0 ? 0 : Math.min(1, walked / way);
    const x = from.x + (to.x - from.x) * share;
    const y = from.y + (to.y - from.y) * share;
    const turned = reach.shape === 'arc' ? reach.from + ((reach.to - reach.from) * age) / live : reach.angle;
    const radians = (turned * Math.PI) / 180;
    const along = Math.min(reach.length, Math.max(0, x * Math.cos(radians) + y * Math.sin(radians)));
    const gap =
      reach.shape === 'disc'
        ? Math.hypot(x, y) - reach.length - radius
        : Math.hypot(x - along * Math.cos(radians), y - along * Math.sin(radians)) -
          radius -
          (reach.shape === 'thrust' ? reach.width / 2 : 0);
    const slack = dt * (speed + (reach.shape === 'arc' ? (Math.abs(reach.to - reach.from) / live) * (Math.PI / 180) * 150 : 0)) + 1e-6;
    if (gap <= slack) maybe ??= wall;
    if (gap <= -1e-9) {
      surely = wall;
      break;
    }
    if (age >= live) break;
    if (!isHeld(stops[0], wall)) walked += speed * dt;
    if (!isHeld(stops[1], wall)) age = Math.min(live, age + dt);
  }
  return { surely, maybe };
}
