import { fighter, fightOut, fightEvents, response, type Bout, type Fight, type Fought, type Scripted } from '../../testing/fights.js';
import { newEffect } from '../../effects/schemas.js';
import { outcomeKinds, outcomeWords } from './registry.js';

type Json = Record<string, unknown>;

const statuses = [
  { id: 'burning', label: 'aflame', length: 4 },
  { id: 'poisoned', label: 'poisoned', length: 6, stacking: 'stack', most: 5 },
  { id: 'bare', label: 'on bare bark', prevents: ['mending'] },
];
const looks = [
  { id: 'worn', at: 0.5 },
  { id: 'husk', at: 0 },
];
const m = fighter('m', { most: 100, falls: 'fall', returns: 'back' }, { healthLooks: looks });
const b = fighter('b', { most: 60 }, { kinds: ['horned'], side: 'moss' });
const sure = fighter('sure', { most: 50, cannotFall: true });

/** What comes of blows whose one rung does these things. */
function come(then: readonly Json[], script: readonly Scripted[] = [{ at: 1 }], more: Fight = {}, bout: Bout = {}): Fought {
  const { responses = [], ...others } = more;
  return fightOut(
    { actors: [m, b, sure], statuses, stops: { flash: 0 }, ...others, responses: [response('blow', { id: 'one', then }), ...responses] },
    script,
    bout,
  );
}
const happened = ({ log }: Fought): Json[] => log.flatMap((entry) => entry.happened as unknown as Json[]);

describe('outcomes', () => {
  it('respawn a body with the health that they say, up to its full health', () => {
    const back = (more: Json, outcome = 'bring-back'): number => {
      const then = [{ outcome: 'fell' }, { outcome, ...more }];
      return come(then, [{ at: 1 }]).read.health('m', 9);
    };
    expect(back({})).toBe(100);
    expect(back({ health: 25 })).toBe(25);
    expect(back({ health: 400 })).toBe(100);
    expect(back({ back: 2, health: 30 }, 'away')).toBe(30);
    expect(outcomeWords({ outcome: 'bring-back', of: 'target', where: 'start', spread: 0, health: 25 } as never)).toContain(
      'with 25 points',
    );
  });

  it('say what a split comes to', () => {
    const actors = [
      { id: 'pod', label: 'Pod', ranks: [{}, {}, {}, {}] },
      { id: 'm', label: 'Moss' },
    ];
    const sum = (into: string): string | undefined =>
      outcomeKinds['split'].sum?.({ outcome: 'split', count: 4, into } as never, { actors });
    expect(sum('')).toBe('If every piece splits alike, Pod: 4 + 16 + 64 = 84 pieces of one.');
    expect(sum('m')).toBe('No actor has several sizes: nothing splits.');
  });

  it('raise an event at each signal of the sequence that they play, by the world’s clock, with the signal’s numbers', () => {
    const say = { ...newEffect('caption', 'say'), text: 'ab{signal here damage 3}c{signal here}', rate: 10 };
    const seek = { ...newEffect('seeker', 'seek'), count: 3, every: 0.1, duration: 0.5, arrival: 'there' };
    const stop = { ...newEffect('hit-stop', 'stop'), duration: 0.4, delay: 0.05, parties: ['world'] };
    const plays = { said: [say], sought: [seek], halted: [say, stop] } as unknown as Fight['plays'];
    const told = (sequence: string, signal: string, more: Json = {}): [number, unknown][] => {
      const then = [{ outcome: 'play', sequence, signal, raises: 'burn', ...more }];
      const { log } = come(then, [{ at: 1, payload: { damage: 12 } }], { plays, responses: [response('burn', { id: 'told', then: [] })] });
      return log.filter(({ event }) => event === 'burn').map(({ at, payload }) => [Number(at.toFixed(6)), payload['damage']]);
    };
    // b comes a tenth of a second after a, c another tenth later; the second signal has no number of its own.
    expect(told('said', 'here')).toEqual([
      [1.1, 3],
      [1.2, 12],
    ]);
    expect(told('said', 'here', { after: 2 }).map(([at]) => at)).toEqual([3.1, 3.2]);
    // Three that set off a tenth apart and fly for half a second.
    expect(told('sought', 'there').map(([at]) => at)).toEqual([1.5, 1.6, 1.7]);
    // While the world stands, its clock shows what it showed as the stop began: 0.05 s after the blow.
    expect(told('halted', 'here')[0][0]).toBeCloseTo(1.05, 6);
    expect(told('said', 'elsewhere')).toEqual([]);
    expect(told('said', '')).toEqual([]);
  });

  it('can be delayed on the world’s clock, are logged on their own, and are cancelled if their body was despawned', () => {
    const went = come(
      [
        { outcome: 'give', status: 'burning', after: 0.5 },
        { outcome: 'away', back: 1, after: 0.25 },
        { outcome: 'harm', of: 'source', points: 3, after: 2 },
        { outcome: 'harm', points: 7 },
      ],
      [{ at: 1 }],
      {},
      { length: 4 },
    );
    const entries = went.log
      .filter(({ event }) => event === 'blow')
      .map(({ at, number, after, rungs, happened: came }) => [at, number, after, rungs.length, came]);
    expect(entries as unknown).toEqual([
      [
        1,
        0,
        undefined,
        1,
        [
          { what: 'later', outcome: 'give', after: 0.5 },
          { what: 'later', outcome: 'away', after: 0.25 },
          { what: 'later', outcome: 'harm', after: 2 },
          jasmine.objectContaining({ what: 'harm', who: 'm', points: 7 }),
        ],
      ],
      [1.25, 0, 0.25, 0, [{ what: 'goes', who: 'm' }]],
      // The target was despawned 0.25 s before.
      [1.5, 0, 0.5, 0, [{ what: 'too late', outcome: 'give' }]],
      // This outcome is for the source, which was never despawned.
      [3, 0, 2, 0, [jasmine.objectContaining({ what: 'harm', who: 'b', points: 3 })]],
    ]);
    // More than 1000 delayed outcomes are dropped and logged.
    const many = Array.from({ length: 32 }, () => ({ outcome: 'count', counter: 'hits', after: 1 }));
    const blows = Array.from({ length: 32 }, (_, i) => ({ at: 0.5 + i / 100 }));
    const told = happened(come(many, blows, {}, { length: 3 }));
    const count = (what: string): number => told.filter((one) => one['what'] === what).length;
    expect([count('later'), count('too many outcomes'), count('counts')]).toEqual([1000, 24, 1000]);
  });

  it('harm in their order: each reads what the one before left', () => {
    const went = come([
      { outcome: 'harm', points: 30 },
      { outcome: 'harm', points: { of: { read: 'health', of: 'target' }, times: 0.5 } },
      { outcome: 'harm', points: { of: { read: 'share-before' }, times: 8 } },
    ]);
    // Half of 70, and eight for the whole health it had before any of them.
    expect(happened(went).map(({ points, health }) => [points, health])).toEqual([
      [30, 70],
      [35, 35],
      [8, 27],
    ]);
  });

  it('harm and mend by numbers between two ends, each drawn anew', () => {
    const script = Array.from({ length: 400 }, (_, i) => ({ at: i * 0.01 }));
    const went = come(
      [
        { outcome: 'harm', points: { range: [2, 6] } },
        { outcome: 'mend', points: 100 },
      ],
      script,
    );
    const drawn = went.harms.map(([, points]) => points);
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...drawn)).toBeLessThanOrEqual(6);
    // The mean of 400 even draws between 2 and 6: 4 ± 3 · 4 / √(12 · 400) ≈ 0.17.
    expect(Math.abs(drawn.reduce((sum, one) => sum + one, 0) / 400 - 4)).toBeLessThan(0.18);
    expect(new Set(drawn).size).toBeGreaterThan(390);
  });

  it('read a number through a curve, held at both ends', () => {
    const points = { of: { read: 'payload', field: 'damage' }, in: [10, 20], out: [1, 5], ease: 'steps(2)' };
    const went = come(
      [{ outcome: 'harm', points }],
      [-5, 10, 14.9, 15, 19.9, 20, 90].map((damage, i) => ({ at: i, payload: { damage } })),
    );
    // Two steps of the way from 1 to 5: none until half, half until the end.
    expect(went.harms.map(([, taken]) => taken)).toEqual([1, 1, 1, 3, 3, 5, 5]);
  });

  it('mend to the most and say what was too much, and nothing where it is prevented', () => {
    const went = come([
      { outcome: 'harm', points: 20 },
      { outcome: 'mend', points: 50 },
    ]);
    expect(happened(went)[1]).toEqual(jasmine.objectContaining({ what: 'mend', points: 50, health: 100, over: 30 }));
    const prevented = come([
      { outcome: 'give', status: 'bare' },
      { outcome: 'harm', points: 20 },
      { outcome: 'mend', points: 50 },
    ]);
    expect(prevented.read.health('m', 1)).toBe(80);
  });

  it('give statuses with stacks and a length of their own, and take them by the stack', () => {
    const went = come(
      [{ outcome: 'give', status: 'poisoned', stacks: 3, length: 2 }],
      [{ at: 1 }, { at: 1.5 }, { at: 2, event: 'nectar' }],
      { responses: [response('nectar', { id: 'sip', then: [{ outcome: 'take', status: 'poisoned', stacks: 2 }] })] },
    );
    // Three, then six of which five fit, then two less; two seconds after the last dose none.
    expect([1, 1.5, 2, 3.49, 3.5].map((at) => went.read.stacks('m', 'poisoned', at))).toEqual([3, 5, 3, 3, 0]);
    const gone = come([
      { outcome: 'give', status: 'burning' },
      { outcome: 'take', status: 'burning' },
      { outcome: 'take', status: 'burning' },
    ]);
    expect(happened(gone).map(({ what }) => what)).toEqual(['gets', 'loses']);
  });

  it('count for one, for the other, and for all', () => {
    const went = come(
      [
        { outcome: 'count', counter: 'hits', number: { of: { read: 'payload', field: 'damage' } } },
        { outcome: 'count', counter: 'hits', of: 'source', number: -2 },
        { outcome: 'count', counter: 'hits', of: 'all', how: 'to', number: 7 },
      ],
      [{ at: 1 }, { at: 2 }],
    );
    const values = happened(went).map(({ who, value }) => `${String(who) || 'all'} ${String(value)}`);
    expect(values).toEqual(['m 10', 'b -2', 'all 7', 'm 20', 'b -4', 'all 7']);
  });

  it('play on whom they say, with what they give, under a seed of their own', () => {
    const events = [...fightEvents.slice(1), { ...fightEvents[0], fields: [...(fightEvents[0]['fields'] as Json[])] }];
    const went = come(
      [
        { outcome: 'play', sequence: 'flash' },
        { outcome: 'play', sequence: 'flash', on: 'source', from: 'target', payload: { damage: 3, kind: 'sap' } },
        { outcome: 'play', sequence: 'flash', on: 'nobody', after: 0.25 },
      ],
      [{ at: 1, payload: { damage: 12 }, place: { x: 7, y: 9 } }],
      { events },
    );
    expect(went.cues.map(({ at, source, target, place }) => ({ at, source, target, place }))).toEqual([
      { at: 1, source: 'b', target: 'm', place: undefined },
      { at: 1, source: 'm', target: 'b', place: undefined },
      { at: 1.25, source: 'b', target: '', place: jasmine.objectContaining({ x: 7, y: 9 }) as never },
    ]);
    expect(went.cues.map(({ payload }) => [payload['damage'], payload['kind']])).toEqual([
      [12, 'plain'],
      [3, 'sap'],
      [12, 'plain'],
    ]);
    expect(new Set(went.cues.map(({ seed }) => seed)).size).toBe(3);
  });

  it('raise on one party, from another, later, with its fields and what is given', () => {
    const went = come(
      [
        {
          outcome: 'raise',
          event: 'burst',
          on: 'source',
          from: 'target',
          after: { range: [0.5, 0.5] },
          payload: { damage: { of: { read: 'harm' }, times: 2, plus: 1 } },
        },
      ],
      [{ at: 1 }],
      { responses: [response('burst', { id: 'bang' })] },
    );
    expect(went.log[1]).toEqual(jasmine.objectContaining({ at: 1.5, event: 'burst', source: 'm', target: 'b' }));
    expect(went.log[1].payload['damage']).toBe(21);
  });

  it('tell all around but those that are left out, down, gone, or of another sort', () => {
    const cast = [
      { id: 'm', actor: 'm', x: 0 },
      { id: 'b', actor: 'b', x: 50 },
      { id: 'b2', actor: 'b', x: 99 },
      { id: 'm2', actor: 'm', x: -100 },
      { id: 'far', actor: 'b', x: 101 },
    ];
    const told = (more: Json): string[] => {
      const went = come(
        [{ outcome: 'raise', event: 'mark', on: 'around', radius: 100, ...more }],
        [{ at: 0.5, event: 'nectar', target: 'b2', ...('down' in more && { target: 'm2' }) }, { at: 1 }],
        { responses: [response('nectar', { id: 'falls', then: [{ outcome: 'fell' }] })] },
        { actors: cast },
      );
      return went.log.flatMap(({ event, target }) => (event === 'mark' ? [target] : []));
    };
    // b2 has fallen.
    expect(told({})).toEqual(['m', 'b', 'm2']);
    expect(told({ except: ['target'] })).toEqual(['b', 'm2']);
    expect(told({ except: ['source', 'target'] })).toEqual(['m2']);
    expect(told({ kinds: ['horned'] })).toEqual(['b']);
    expect(told({ sides: ['moss'], around: 'source' })).toEqual(['b', 'far']);
  });

  it('fell whatever health is left, but not one that cannot fall', () => {
    const went = come([{ outcome: 'fell' }]);
    expect(went.read.standing('m', 1)).toBe('down');
    expect(went.log.map(({ event }) => event)).toEqual(['blow', 'fall']);
    const stays = come(
      [{ outcome: 'fell' }],
      [{ at: 1, target: 'sure' }],
      {},
      {
        actors: [
          { id: 'sure', actor: 'sure' },
          { id: 'b', actor: 'b' },
        ],
      },
    );
    expect(stays.read.standing('sure', 1)).toBe('up');
  });

  it('bring back who is down or gone, as at first, at once and once', () => {
    const tended = response(
      'nectar',
      { id: 'tends', when: [{ condition: 'standing', is: 'down' }], then: [{ outcome: 'bring-back' }] },
      { id: 'calls', when: [{ condition: 'standing', is: 'gone' }], then: [{ outcome: 'bring-back' }] },
      { id: 'sips', then: [{ outcome: 'bring-back' }, { outcome: 'mend', points: 5 }] },
    );
    const felling = [
      { outcome: 'give', status: 'burning' },
      { outcome: 'harm', points: 100 },
    ];
    const down = come(felling, [{ at: 1 }, { at: 2, event: 'nectar' }, { at: 3, event: 'nectar' }], { responses: [tended] });
    expect(down.answered).toEqual(['1 blow one', '2 nectar tends', '3 nectar sips']);
    expect([1, 2].map((at) => [down.read.standing('m', at), down.read.health('m', at)])).toEqual([
      ['down', 0],
      ['up', 100],
    ]);
    expect(down.log.map(({ at, event }) => `${at} ${event}`)).toContain('2 back');
    // One that is up is left as it is.
    expect(happened(down).filter(({ what }) => what === 'returns').length).toBe(1);
    // A return that was decided for later does not come as well.
    const gone = come([{ outcome: 'away', back: 3 }], [{ at: 1 }, { at: 2, event: 'nectar' }, { at: 3, payload: {} }], {
      responses: [tended],
    });
    expect(gone.log.filter(({ event }) => event === 'back').map(({ at }) => at)).toEqual([2, 6]);
  });

  it('take away for a time or for good, and bring back as at first', () => {
    const went = come([
      { outcome: 'harm', points: 40 },
      { outcome: 'give', status: 'bare' },
      { outcome: 'look', look: 'husk' },
      { outcome: 'away', back: 2 },
    ]);
    expect([1, 2.99, 3].map((at) => went.read.standing('m', at))).toEqual(['gone', 'gone', 'up']);
    expect([went.read.health('m', 3), went.read.stacks('m', 'bare', 3), went.read.look('m', 3)]).toEqual([100, 0, '']);
    expect(went.log.map(({ at, event }) => `${at} ${event}`)).toEqual(['1 blow', '3 back']);
    const good = come([{ outcome: 'away' }], [{ at: 1 }, { at: 5 }]);
    expect(good.read.standing('m', 29)).toBe('gone');
    expect(good.log[1].happened).toEqual([]);
  });

  it('give a look over that of health, and let health decide again', () => {
    const went = come(
      [
        { outcome: 'harm', points: 60 },
        { outcome: 'look', look: 'husk' },
      ],
      [{ at: 1 }, { at: 2, event: 'nectar' }],
      { responses: [response('nectar', { id: 'sip', then: [{ outcome: 'look', look: '' }] })] },
    );
    expect([0.9, 1, 2].map((at) => went.read.look('m', at))).toEqual(['', 'husk', 'worn']);
  });

  it('do nothing to nobody', () => {
    const went = come(
      [
        { outcome: 'harm' },
        { outcome: 'mend' },
        { outcome: 'give', status: 'burning' },
        { outcome: 'take', status: 'burning' },
        { outcome: 'count', counter: 'hits' },
        { outcome: 'fell' },
        { outcome: 'away' },
        { outcome: 'look', look: 'husk' },
        { outcome: 'raise', event: 'mark', on: 'around', radius: 1000 },
      ],
      [{ at: 1, target: undefined } as never],
    );
    expect(went.log.length).toBe(1);
    expect(went.log[0].happened).toEqual([]);
  });

  it('go on to the next rung where a rung says so, all by the state before', () => {
    const then = (points: number): Json[] => [{ outcome: 'harm', points }];
    const went = fightOut(
      {
        actors: [m, b],
        responses: [
          response(
            'blow',
            { id: 'first', goesOn: true, then: then(70) },
            {
              id: 'half',
              goesOn: true,
              when: [{ condition: 'compare', of: { read: 'health', of: 'target' }, is: '<', value: 50 }],
              then: then(1),
            },
            { id: 'last', then: then(5) },
            { id: 'never', then: then(9) },
          ),
        ],
      },
      [{ at: 1 }],
    );
    expect(went.answered).toEqual(['1 blow first', '1 blow last']);
    expect(went.read.health('m', 1)).toBe(25);
    expect(went.log[0].rungs.map(({ answer }) => answer)).toEqual(['answered', 'passed', 'answered', 'not asked']);
  });

  it('say in a few words what they do', () => {
    const words: readonly (readonly [Json, string])[] = [
      [{ outcome: 'harm', of: 'target', points: { of: { read: 'harm' }, times: 0.25 } }, 'harm target by 0.25 × harm'],
      [{ outcome: 'give', of: 'target', status: 'burning', stacks: 2, length: 3 }, 'target gets burning × 2 for 3 s'],
      [{ outcome: 'take', of: 'source', status: 'burning', stacks: 2 }, 'source loses 2 of burning'],
      [{ outcome: 'away', of: 'target', back: 15 }, 'take target away, back after 15 s'],
      [{ outcome: 'away', of: 'target' }, 'take target away for good'],
      [{ outcome: 'bring-back', of: 'source' }, 'bring source back'],
      [
        { outcome: 'raise', event: 'mark', on: 'around', around: 'target', radius: 90, most: 3 },
        'raise mark on 3 of all within 90 px of target',
      ],
      [{ outcome: 'play', sequence: 'flash', on: 'nobody', after: 0.2 }, 'play flash where it happens after 0.2 s'],
      [{ outcome: 'count', counter: 'hits', of: 'all', how: 'to', number: 0 }, 'count hits to 0'],
      [{ outcome: 'look', of: 'target', look: '' }, 'target looks as health says'],
    ];
    for (const [one, expected] of words) expect(outcomeWords(one as never)).toBe(expected);
  });
});
