import { fought } from '../testing/fought.js';
import { fighter, fightOut, harmRung, response, type Fight, type Fought, type Scripted } from '../testing/fights.js';

/** Fights worked out by hand, each also cut into increments and under two more seeds. Seconds and points. */

const always = [{ condition: 'standing', of: 'target', is: 'down' }];
const plain: Fight = { actors: [fighter('m'), fighter('b')], responses: [response('blow', harmRung())] };

describe('worked fights', () => {
  it('1: two blows, a fall and a return', () => {
    const fight: Fight = {
      ...plain,
      responses: [response('blow', harmRung()), response('fall', { id: 'thrown', when: always, then: [{ outcome: 'away', back: 15 }] })],
    };
    const { read, log, harms } = fought(
      fight,
      [0.5, 1.5, 10, 16.5].map((at) => ({ at, payload: { damage: 12 } })),
    );
    expect(read.health('m', 0.5)).toBe(8);
    expect(read.health('m', 1.5)).toBe(0);
    expect(log.flatMap(({ happened }) => happened).filter((one) => one.what === 'harm')[1]).toEqual(jasmine.objectContaining({ over: 4 }));
    expect(log.filter(({ event }) => event === 'fall').map(({ at }) => at)).toEqual([1.5]);
    expect(log.find(({ at }) => at === 10)).toEqual(jasmine.objectContaining({ standing: 'gone', happened: [] }));
    expect(read.standing('m', 16.4)).toBe('gone');
    expect(read.health('m', 16.499999)).toBe(0);
    // Back with 20 at 16.5, and then struck.
    expect(read.health('m', 16.5)).toBe(8);
    expect(harms).toEqual([
      [0.5, 12],
      [1.5, 12],
      [16.5, 12],
    ]);
  });

  /** Guarding is a status: young it parries, older it blocks, and a strong blow breaks it. */
  const guarding: Fight = {
    actors: [fighter('m', { most: 1000 }), fighter('b')],
    statuses: [{ id: 'guarding', label: 'guarding' }],
    stops: { parried: 0.1 },
    responses: [
      response('guard-up', { id: 'raised', then: [{ outcome: 'give', status: 'guarding' }] }),
      response(
        'blow',
        { id: 'parry', when: [{ condition: 'window', status: 'guarding', from: 0, to: 0.18 }], then: [] },
        {
          id: 'broken',
          when: [
            { condition: 'status', status: 'guarding' },
            { condition: 'one-of', field: 'strong', values: ['on'] },
          ],
          then: [{ outcome: 'harm' }, { outcome: 'take', status: 'guarding' }],
        },
        {
          id: 'block',
          when: [{ condition: 'status', status: 'guarding' }],
          then: [{ outcome: 'harm', points: { of: { read: 'harm' }, times: 0.25 } }],
        },
        harmRung(),
      ),
    ],
  };
  const raised: Scripted = { at: 1, event: 'guard-up' };

  it('2: parry, block and a blow too strong to guard', () => {
    const { answered, harms } = fought(guarding, [
      raised,
      { at: 1.1 },
      { at: 1.18 },
      { at: 1.15, payload: { strong: true } },
      { at: 1.3, payload: { strong: true } },
      { at: 1.31 },
    ]);
    expect(answered).toEqual([
      '1 guard-up raised',
      '1.1 blow parry',
      '1.15 blow parry',
      '1.18 blow block',
      '1.3 blow broken',
      '1.31 blow hit',
    ]);
    expect(harms).toEqual([
      [1.18, 2.5],
      [1.3, 10],
      [1.31, 10],
    ]);
  });

  it('3: a hit-stop holds the guard that it falls on', () => {
    const rungs = guarding.responses?.[1] as { rungs: { id: string }[] };
    const fight: Fight = {
      ...guarding,
      responses: [
        guarding.responses?.[0] ?? {},
        {
          ...rungs,
          id: 'blow',
          event: 'blow',
          rungs: [
            {
              ...rungs.rungs[0],
              then: [{ outcome: 'play', sequence: 'parried' }],
              when: [
                { condition: 'window', status: 'guarding', from: 0, to: 0.18 },
                { condition: 'nth', count: 'only', n: 1 },
              ],
            },
            { ...rungs.rungs[0], id: 'later' },
            ...rungs.rungs.slice(1),
          ],
        },
      ],
    };
    const at = (second: number): string | undefined => fought(fight, [raised, { at: 1.05 }, { at: second }]).answered.at(-1);
    expect(at(1.27)).toBe('1.27 blow later');
    expect(at(1.29)).toBe('1.29 blow block');
    const { clocks } = fought(fight, [raised, { at: 1.05 }]);
    const shown = (wall: number): number => clocks.of.get('m')?.shown(wall) ?? NaN;
    expect(shown(1.2) - 1).toBeCloseTo(0.1, 9);
    expect(shown(1.27) - 1).toBeCloseTo(0.17, 9);
    expect(shown(1.29) - 1).toBeCloseTo(0.19, 9);
  });

  const ember = (every: number, most = 1000): Fight => ({
    actors: [fighter('m', { most, falls: 'fall' }), fighter('b')],
    statuses: [{ id: 'burning', label: 'burning', length: 4, ticks: { every, event: 'burn', rate: 2 } }],
    stops: { stop: 0.25 },
    responses: [
      response(
        'blow',
        { id: 'stops', when: [{ condition: 'one-of', field: 'kind', values: ['sap'] }], then: [{ outcome: 'play', sequence: 'stop' }] },
        { id: 'lit', then: [{ outcome: 'give', status: 'burning' }] },
      ),
      response('burn', harmRung()),
    ],
  });
  const sumOf = (harms: Fought['harms']): number => harms.reduce((sum, [, points]) => sum + points, 0);

  it('4: ember burns by the second, whatever its interval', () => {
    const halves = fought(ember(0.5), [{ at: 1 }]);
    expect(halves.harms).toEqual([1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5].map((at): [number, number] => [at, 1]));
    const thirds = fought(ember(0.3), [{ at: 1 }]);
    expect(thirds.harms.map(([at]) => at)).toEqual([1.3, 1.6, 1.9, 2.2, 2.5, 2.8, 3.1, 3.4, 3.7, 4, 4.3, 4.6, 4.9, 5]);
    thirds.harms.slice(0, 13).forEach(([, points]) => expect(points).toBeCloseTo(0.6, 9));
    expect(thirds.harms[13][1]).toBeCloseTo(0.2, 9);
    expect(sumOf(thirds.harms)).toBeCloseTo(8, 9);
  });

  it('4: a hit-stop holds the ticks', () => {
    const { harms } = fought(ember(0.5), [{ at: 1 }, { at: 2.1, payload: { kind: 'sap' } }]);
    expect(harms.map(([at]) => at)).toEqual([1.5, 2, 2.75, 3.25, 3.75, 4.25, 4.75, 5.25]);
    expect(sumOf(harms)).toBeCloseTo(8, 9);
  });

  it('4: set alight again, it keeps the phase of its ticks', () => {
    const { harms } = fought(ember(0.5), [{ at: 1 }, { at: 3 }]);
    expect(harms.map(([at]) => at)).toEqual([1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7]);
    expect(sumOf(harms)).toBeCloseTo(12, 9);
  });

  it('4: whoever falls burns no more', () => {
    const { harms, log, read } = fought(ember(0.5, 5), [{ at: 1 }]);
    expect(harms.length).toBe(5);
    expect(read.standing('m', 3.5)).toBe('down');
    expect(log.filter(({ at }) => at > 3.5)).toEqual([]);
  });

  it('5: sap stacks', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 1000 }), fighter('b')],
      statuses: [
        { id: 'poisoned', label: 'poisoned', length: 3, stacking: 'stack', most: 3, ticks: { every: 1, event: 'burn', rate: 0.5 } },
      ],
      responses: [response('blow', { id: 'dosed', then: [{ outcome: 'give', status: 'poisoned' }] }), response('burn', harmRung())],
    };
    const { harms } = fought(
      fight,
      [0, 1, 2, 2.5].map((at) => ({ at })),
    );
    expect(harms).toEqual([
      [1, 0.5],
      [2, 1],
      [3, 1.5],
      [4, 1.5],
      [5, 1.5],
      [5.5, 0.75],
    ]);
  });

  it('6: what is resisted, and looks by health', () => {
    const looks = [
      { id: 'cracked', at: 2 / 3 },
      { id: 'smouldering', at: 1 / 3 },
      { id: 'husk', at: 0 },
    ];
    const gall = (mends: number): Fight => ({
      actors: [fighter('m', { most: 30, mends }, { resists: { ember: 0.5 }, healthLooks: looks }), fighter('b')],
      responses: [
        response(
          'blow',
          { id: 'fells', when: [{ condition: 'compare', of: { read: 'health-after', of: 'target' }, is: '≤', value: 0 }], then: [] },
          harmRung(),
        ),
      ],
    });
    const ofKind = (at: number, damage: number, kind = 'plain'): Scripted => ({ at, payload: { damage, kind } });
    const still = fought(gall(0), [ofKind(1, 9, 'ember'), ofKind(2, 5.5), ofKind(3, 10.5), ofKind(4, 12), ofKind(5, 12, 'ember')]);
    expect([1, 2, 3].map((at) => still.read.health('m', at))).toEqual([25.5, 20, 9.5]);
    expect([0, 1, 2, 3].map((at) => still.read.look('m', at))).toEqual(['', '', 'cracked', 'smouldering']);
    expect(still.answered.slice(3)).toEqual(['4 blow fells', '5 blow hit']);
    const mending = fought(gall(1), [ofKind(1, 10)]);
    expect(mending.read.look('m', 1)).toBe('cracked');
    expect(mending.read.look('m', 1.001)).toBe('');
    expect(mending.read.health('m', 4)).toBe(23);
  });

  it('7: no mending here', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 30, start: 10, mends: 2 }), fighter('b')],
      statuses: [{ id: 'bare', label: 'on bare bark', length: 3, prevents: ['mending'] }],
      responses: [response('blow', { id: 'steps', then: [{ outcome: 'give', status: 'bare' }] })],
    };
    const { read } = fought(fight, [{ at: 2 }]);
    expect([2, 5, 8, 13, 20].map((at) => read.health('m', at))).toEqual([14, 14, 20, 30, 30]);
  });

  it('8: harm and mending at one instant, in the order raised', () => {
    const fight = (most: number): Fight => ({
      actors: [fighter('m', { most, start: 10, falls: 'fall' }), fighter('b')],
      responses: [
        response('blow', harmRung()),
        response('nectar', { id: 'sip', then: [{ outcome: 'mend', points: { of: { read: 'payload', field: 'amount' } } }] }),
      ],
    });
    const two = fought(fight(10), [{ at: 1 }, { at: 1 }]);
    expect(two.log.map(({ event, standing }) => [event, standing])).toEqual([
      ['blow', 'up'],
      ['blow', 'down'],
      ['fall', 'up'],
    ]);
    const sip: Scripted = { at: 1, event: 'nectar' };
    const first = fought(fight(30), [{ at: 1 }, sip]);
    expect(first.log.map(({ event, standing }) => [event, standing]).slice(0, 2)).toEqual([
      ['blow', 'up'],
      ['nectar', 'down'],
    ]);
    expect(first.read.health('m', 2)).toBe(0);
    const after = fought(fight(30), [sip, { at: 1 }]);
    expect(after.log.flatMap(({ happened }) => happened).map((one) => ('health' in one ? one.health : ''))).toEqual([15, 5]);
  });

  it('9: a cooldown, and every third', () => {
    const song: Fight = {
      ...plain,
      actors: [fighter('m', { most: 1000 }), fighter('b')],
      responses: [response('blow', { id: 'song', when: [{ condition: 'cooldown', per: 'target', seconds: 2 }], then: [] }, harmRung())],
    };
    const { answered } = fought(
      song,
      [0, 1.9, 2, 3.9, 4].map((at) => ({ at })),
    );
    expect(answered.filter((one) => one.endsWith('song'))).toEqual(['0 blow song', '2 blow song', '4 blow song']);
    const third: Fight = {
      actors: [fighter('m', { most: 1000, falls: 'fall' }), fighter('b')],
      responses: [
        response('blow', { id: 'heavy', when: [{ condition: 'nth', count: 'every', n: 3 }], then: [] }, { id: 'light' }),
        response('nectar', { id: 'leaves', then: [{ outcome: 'away', back: 0.5 }] }),
      ],
    };
    const seven = [1, 2, 3, 4, 5, 6, 7].map((at) => ({ at }));
    expect(fought(third, seven).answered.filter((one) => one.endsWith('heavy'))).toEqual(['3 blow heavy', '6 blow heavy']);
    const anew = fought(third, [...seven, { at: 4.2, event: 'nectar' }]);
    expect(anew.answered.filter((one) => one.endsWith('heavy'))).toEqual(['3 blow heavy', '7 blow heavy']);
  });

  it('10: told to all around, each with its own number', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 1000 })],
      responses: [
        response('burst', {
          id: 'bursts',
          then: [
            {
              outcome: 'raise',
              event: 'blow',
              on: 'around',
              around: 'place',
              radius: 120,
              payload: { damage: { of: { read: 'distance' }, in: [0, 120], out: [25, 0] } },
            },
          ],
        }),
        response('blow', harmRung()),
      ],
    };
    const actors = [0, 60, 120, 121].map((x, i) => ({ id: `m${i}`, actor: 'm', x }));
    const { log } = fought(fight, [{ at: 1, event: 'burst', source: undefined, target: undefined, place: { x: 0, y: 0 } } as never], {
      actors,
    });
    expect(log.filter(({ event }) => event === 'blow').map(({ target, payload }) => [target, payload['damage']])).toEqual([
      ['m0', 25],
      ['m1', 12.5],
      ['m2', 0],
    ]);
  });

  it('16: five pods in a row go off one after another, each once', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 1000 })],
      responses: [
        response('burst', {
          id: 'bursts',
          when: [{ condition: 'nth', count: 'only', n: 1 }],
          then: [{ outcome: 'raise', event: 'burst', on: 'around', from: 'target', radius: 120, after: 0.2, except: ['target'] }],
        }),
      ],
    };
    const actors = [0, 100, 200, 300, 400].map((x, i) => ({ id: `p${i}`, actor: 'm', x }));
    const { answered, log } = fought(fight, [{ at: 0, event: 'burst', source: undefined, target: 'p0' } as never], { actors });
    expect(answered).toEqual(['0 burst bursts', '0.2 burst bursts', '0.4 burst bursts', '0.6 burst bursts', '0.8 burst bursts']);
    expect(log.filter(({ at }) => at === 0.8).some(({ target }) => target === 'p4')).toBeTrue();
  });

  it('17: three of five within reach, arriving by their distance', () => {
    const fight: Fight = {
      actors: [fighter('m', { most: 1000 }), fighter('b')],
      responses: [
        response('burst', {
          id: 'pulses',
          then: [{ outcome: 'raise', event: 'mark', on: 'around', around: 'source', radius: 200, most: 3, speed: 400, except: ['source'] }],
        }),
        response('mark', { id: 'marked' }),
      ],
    };
    const actors = [{ id: 'b', actor: 'b', x: 0 }, ...[40, 80, 120, 160, 200, 201].map((x, i) => ({ id: `m${i}`, actor: 'm', x }))];
    const chosen = (seed: number): string[] => {
      const { log } = fightOut(fight, [{ at: 0, event: 'burst', target: undefined } as never], { actors, seed });
      const marked = log.filter(({ event }) => event === 'mark');
      expect(marked.length).toBe(3);
      for (const { at, target } of marked) expect(at).toBeCloseTo((actors.find(({ id }) => id === target)?.x ?? NaN) / 400, 9);
      return marked.map(({ target }) => target);
    };
    const sets = Array.from({ length: 40 }, (_, seed) => chosen(seed));
    expect(sets.every((set) => new Set(set).size === 3 && !set.includes('b') && !set.includes('m5'))).toBeTrue();
    expect(new Set(sets.map(String)).size).toBeGreaterThan(4);
    expect(chosen(7)).toEqual(chosen(7));
  });
});
