import { compileDrill } from './drill.js';
import { fighter, fightOut, harmRung, planOfFight, response, type Fight } from '../testing/fights.js';
import { fought } from '../testing/fought.js';

const waits = (shape: object): object => ({ windUp: 0, contacts: [], recovery: 0.1, ...shape });

describe('a body that is pushed on its way', () => {
  it('goes where it was pushed, and on to its next place from there', () => {
    const fight: Fight = {
      actors: [fighter('m'), fighter('b')],
      responses: [response('blow', { id: 'pushes', then: [{ outcome: 'shove', distance: 100, seconds: 1 }] })],
    };
    const run = fought(fight, [{ at: 0.2, payload: { direction: 90 } }], {
      length: 5,
      actors: [
        { id: 'm', actor: 'm', x: 90 },
        { id: 'b', actor: 'b', x: -200 },
      ],
      acts: [
        {
          at: 0,
          who: 'm',
          do: 'walk',
          speed: 100,
          points: [
            { x: 60, y: 0 },
            { x: 0, y: 0 },
          ],
        },
      ],
    });
    const at = (t: number): [number, number] => {
      const { x, y } = run.read.place('m', t);
      return [Number(x.toFixed(6)), Number(y.toFixed(6))];
    };
    expect(at(0.2)).toEqual([70, 0]);
    // 1 − (1 − u)² of 100 px: 19 px after a tenth, 75 px after half.
    expect(at(0.3)).toEqual([70, 19]);
    expect(at(0.7)).toEqual([70, 75]);
    expect(at(1.2)).toEqual([70, 100]);
    // √(10² + 100²) px to the first place, then 60 px to the last.
    const first = 1.2 + Math.hypot(10, 100) / 100;
    expect(at(first)).toEqual([60, 0]);
    expect(at(first + 0.3)).toEqual([30, 0]);
    expect(at(4.9)).toEqual([0, 0]);
  });

  it('is thrown anew from where it is, and then goes on', () => {
    const fight: Fight = {
      actors: [fighter('m'), fighter('b')],
      responses: [response('blow', { id: 'pushes', then: [{ outcome: 'shove', distance: 100, seconds: 1 }] })],
    };
    const run = fought(
      fight,
      [0.2, 0.7].map((at) => ({ at, payload: { direction: 90 } })),
      {
        length: 6,
        actors: [
          { id: 'm', actor: 'm', x: 90 },
          { id: 'b', actor: 'b', x: -200 },
        ],
        acts: [{ at: 0, who: 'm', do: 'walk', speed: 100, points: [{ x: 0, y: 0 }] }],
      },
    );
    const { x, y } = run.read.place('m', 1.7);
    expect([x, y]).toEqual([70, 175]);
    expect(run.read.place('m', 1.7 + Math.hypot(70, 175) / 100 + 0.01)).toEqual(jasmine.objectContaining({ x: 0, y: 0 }));
  });
});

describe('what is counted and read', () => {
  it('a third blow is the third, also on one who was defeated by the second', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 15 }), fighter('b')],
      responses: [
        response(
          'blow',
          {
            id: 'third',
            when: [
              { condition: 'nth', count: 'only', n: 3 },
              { condition: 'standing', is: 'down' },
            ],
            then: [],
          },
          { id: 'hit', then: [{ outcome: 'harm' }] },
        ),
      ],
    };
    expect(fought(fight, [{ at: 1 }, { at: 2 }, { at: 3 }]).answered).toEqual(['1 blow hit', '2 blow hit', '3 blow third']);
  });

  it('health after an event is read once less, before its damage and after it', () => {
    const counts = (counter: string): object => ({
      outcome: 'count',
      counter,
      how: 'to',
      number: { of: { read: 'health-share-after', of: 'target' }, times: 100 },
    });
    const fight = (then: object[]): Fight => ({
      actors: [fighter('m', { most: 50, start: 15 }), fighter('b')],
      responses: [response('blow', { id: 'hit', then } as never)],
    });
    const before = fought(fight([counts('hits'), { outcome: 'harm' }]), [{ at: 1, payload: { damage: 5 } }]);
    const after = fought(fight([{ outcome: 'harm' }, counts('hits')]), [{ at: 1, payload: { damage: 5 } }]);
    // 15 of 50 less 5 is a fifth.
    for (const run of [before, after]) expect(run.read.counter('m', 'hits', 2) || run.read.counter('', 'hits', 2)).toBeCloseTo(20, 9);
  });

  it('a window holds its last nanosecond and not its end', () => {
    const fight: Fight = {
      actors: [fighter('m'), fighter('b')],
      statuses: [{ id: 'guarding', label: 'guarding' }],
      responses: [
        response('guard-up', { id: 'raises', then: [{ outcome: 'give', status: 'guarding' }] }),
        response(
          'blow',
          { id: 'parry', when: [{ condition: 'window', of: 'target', status: 'guarding', from: 0, to: 0.1 }], then: [] },
          harmRung(),
        ),
      ],
    };
    const script = [{ at: 1, event: 'guard-up' }, ...[1, 1.099999999, 1.1].map((at) => ({ at }))];
    expect(fought(fight, script).answered).toEqual(['1 guard-up raises', '1 blow parry', '1.099999999 blow parry', '1.1 blow hit']);
  });
});

describe('what an instant may cost', () => {
  const bodies = [fighter('m', { most: 1000 }), fighter('b'), { ...fighter('bolt'), moves: [waits({ id: 'wait' })] }];

  it('is bounded where a projectile meets whoever launches the next, told once', () => {
    const fight: Fight = {
      actors: bodies,
      responses: [
        response('mark', {
          id: 'launches',
          then: [{ outcome: 'launch', actor: 'bolt', to: 'after', whom: 'source', spares: 'nobody', meets: 'mark' }],
        }),
      ],
    };
    const run = fightOut(fight, [{ at: 1, event: 'mark' }], { length: 3 });
    expect(run.combatants.length).toBeLessThanOrEqual(2 + 128);
    expect(run.log.length).toBeLessThanOrEqual(1001);
    expect(run.log.some(({ refused, happened }) => refused !== undefined || happened.some(({ what }) => what === 'too many'))).toBeTrue();
  });

  it('is bounded where an event raises itself twice a little later', () => {
    const raise = { outcome: 'raise', event: 'mark', after: 0.05 };
    const fight: Fight = { actors: bodies, responses: [response('mark', { id: 'doubles', then: [raise, raise] })] };
    const run = fightOut(fight, [{ at: 0, event: 'mark' }], { length: 2 });
    const most = new Map<number, number>();
    for (const { at } of run.log) most.set(at, (most.get(at) ?? 0) + 1);
    // 1, 2, 4 … 512, then as many as may be.
    expect([...most.values()].slice(0, 10)).toEqual([1, 2, 4, 8, 16, 32, 64, 128, 256, 512]);
    expect(Math.max(...most.values())).toBe(1000);
    const said = run.log.flatMap(({ happened }) => happened.filter(({ what }) => what === 'too many events'));
    expect(said[0]).toEqual({ what: 'too many events', event: 'mark', most: 1000 });
  });

  it('of a drill is counted before any of its repeats is made', () => {
    const script = Array.from({ length: 600 }, () => ({ at: 0, event: 'blow', target: 'm', repeat: { count: 10_000, every: 0.001 } }));
    const drill = { id: 'many', length: 3600, actors: [{ id: 'm', actor: 'm', place: { x: 0, y: 0 } }], script };
    expect(() => compileDrill(drill, [], planOfFight({ actors: bodies }))).toThrowError(
      'script: expected at most 100000 events with their repeats, found 6000000',
    );
    // Those after the end are none.
    const short = compileDrill({ ...drill, length: 0.1 }, [], planOfFight({ actors: bodies }));
    expect(short.script.length).toBe(600 * 101);
  });
});

describe('a drill whose events multiply', () => {
  it('stops after 100,000 events and logs that once', () => {
    const times = (event: string, count: number): object[] => Array.from({ length: count }, () => ({ outcome: 'raise', event }));
    const fight: Fight = {
      actors: [fighter('m', { most: 1e6 })],
      responses: [
        response('blow', { id: 'more', then: times('mark', 31) }),
        response('mark', { id: 'yet-more', then: times('nectar', 30) }),
      ],
    };
    // Each blow raises 31 marks, and each mark 30 nectars.
    const script = Array.from({ length: 120 }, (_, i) => ({ at: i / 100, source: 'm' }));
    const { log } = fightOut(fight, script, { length: 2, actors: [{ id: 'm', actor: 'm' }] });
    expect(120 * 962).toBeGreaterThan(100_000);
    expect(log.length).toBe(100_001);
    expect(log.filter(({ refused }) => refused !== undefined).map(({ number, refused }) => [number, refused])).toEqual([
      [100_000, 'expected at most 100000 events in one drill; later events are ignored'],
    ]);
  });
});
