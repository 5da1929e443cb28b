import { fighter, planOfFight, response } from '../../testing/fights.js';
import { probe, probeConditions, type Moment, type ProbedParty } from '../probe.js';
import { defaultsOf } from '../run.js';
import { conditionWords } from './registry.js';

type Json = Record<string, unknown>;

/** One rung with these conditions, asked at a moment: nothing where it answers, otherwise why it does not. */
function asked(
  when: Json | readonly Json[],
  moment: Partial<Moment> & { readonly m?: Partial<ProbedParty>; readonly b?: Partial<ProbedParty> } = {},
) {
  const plan = planOfFight({
    actors: [
      fighter('m', { most: 40 }, { kinds: ['soft', 'small'], side: 'bark', resists: { ember: 0.5 } }),
      fighter('b', { most: 60 }, { kinds: ['horned'], side: 'moss' }),
    ],
    statuses: [
      { id: 'guarding', label: 'guarding' },
      { id: 'burning', label: 'aflame', stacking: 'stack', most: 9 },
    ],
    responses: [response('blow', { id: 'one', when: Array.isArray(when) ? when : [when] })],
  });
  const event = plan.events.get('blow');
  const [m, b] = [plan.actors.get('m'), plan.actors.get('b')];
  if (!event || !m || !b) throw new Error('they are there');
  const { m: target, b: source, payload, ...others } = moment;
  const [answer] = probe(plan, event, {
    payload: { ...defaultsOf(event), ...payload },
    target: { actor: m, ...target },
    source: { actor: b, ...source },
    ...others,
  });
  return answer.answer === 'answered' ? '' : answer.why;
}

const guarded = (age: number, stacks = 1): { m: Partial<ProbedParty> } => ({ m: { statuses: { guarding: { age, stacks } } } });

describe('conditions', () => {
  it('compare a number in six ways, equal within a billionth', () => {
    const truth: readonly (readonly [string, readonly boolean[]])[] = [
      ['≥', [false, true, true]],
      ['>', [false, false, true]],
      ['≤', [true, true, false]],
      ['<', [true, false, false]],
      ['=', [false, true, false]],
      ['≠', [true, false, true]],
    ];
    for (const [is, expected] of truth) {
      const found = [9, 10 - 1e-12, 11].map(
        (damage) =>
          asked({ condition: 'compare', of: { read: 'payload', field: 'damage' }, is, value: 10 }, { payload: { damage } }) === '',
      );
      expect(found)
        .withContext(is)
        .toEqual([...expected]);
    }
  });

  it('read everything that can be read of a fight', () => {
    const both = { statuses: { burning: { age: 2, stacks: 3 } }, counters: { dances: 4 } };
    const read = (of: Json, moment: Parameters<typeof asked>[1] = {}): string =>
      asked({ condition: 'compare', of, is: '=', value: -1 }, { m: { health: 25, x: 30, ...both }, b: { x: 0, y: 40 }, ...moment });
    // Twelve points of ember, half of which it resists.
    const ember = { payload: { damage: 12, kind: 'ember' } };
    expect(read({ read: 'payload', field: 'damage' })).toBe('damage is 10, not = -1');
    expect(read({ read: 'payload', field: 'strong' })).toBe('strong is 0, not = -1');
    expect(read({ read: 'harm' }, ember)).toBe('harm is 6, not = -1');
    expect(read({ read: 'health', of: 'target' })).toBe('target’s health is 25, not = -1');
    expect(read({ read: 'health', of: 'source' })).toBe('source’s health is 60, not = -1');
    expect(read({ read: 'health-share', of: 'target' })).toBe('target’s share of health is 0.625, not = -1');
    expect(read({ read: 'share-before' })).toBe('target’s share of health before it is 0.625, not = -1');
    expect(read({ read: 'health-after', of: 'target' }, ember)).toBe('target’s health after it is 19, not = -1');
    expect(read({ read: 'health-after', of: 'source' }, ember)).toBe('source’s health after it is 60, not = -1');
    expect(read({ read: 'health-share-after', of: 'target' }, ember)).toBe('target’s share of health after it is 0.475, not = -1');
    expect(read({ read: 'stacks', status: 'burning', of: 'target' })).toBe('target’s stacks of burning is 3, not = -1');
    expect(read({ read: 'stacks', status: 'guarding', of: 'target' })).toBe('target’s stacks of guarding is 0, not = -1');
    expect(read({ read: 'status-age', status: 'burning', of: 'target' })).toBe('target’s age of burning is 2, not = -1');
    expect(read({ read: 'status-age', status: 'guarding', of: 'target' })).toBe('there is no target’s age of guarding');
    expect(read({ read: 'counter', counter: 'dances', of: 'target' })).toBe('target’s dances is 4, not = -1');
    expect(read({ read: 'counter', counter: 'dances', of: 'all' })).toBe('dances is 0, not = -1');
    // Three, four, five: thirty across and forty up.
    expect(read({ read: 'distance' })).toBe('distance is 50, not = -1');
    expect(read({ read: 'distance' }, { source: undefined })).toBe('there is no distance');
    expect(read({ read: 'health', of: 'source' }, { source: undefined })).toBe('there is no source’s health');
  });

  it('know kinds and flags of the payload', () => {
    const sort = (values: string[], payload: Moment['payload']): string =>
      asked({ condition: 'one-of', field: 'kind', values }, { payload });
    expect(sort(['ember', 'sap'], { kind: 'sap' })).toBe('');
    expect(sort(['ember', 'sap'], { kind: 'plain' })).toBe('kind is plain, not ember or sap');
    expect(asked({ condition: 'one-of', field: 'strong', values: ['on'] }, { payload: { strong: true } })).toBe('');
    expect(asked({ condition: 'one-of', field: 'strong', values: ['on'] })).toBe('strong is off, not on');
  });

  it('know who takes part: any of its kinds, its side, itself, and all that is asked at once', () => {
    expect(asked({ condition: 'who', of: 'target', kinds: ['small', 'winged'] })).toBe('');
    expect(asked({ condition: 'who', of: 'target', kinds: ['winged'] })).toBe('target is m, soft, small, bark, not winged');
    expect(asked({ condition: 'who', of: 'target', sides: ['moss'] })).not.toBe('');
    expect(asked({ condition: 'who', of: 'source', sides: ['moss'], actors: ['b'] })).toBe('');
    expect(asked({ condition: 'who', of: 'source', sides: ['moss'], actors: ['m'] })).not.toBe('');
    expect(asked({ condition: 'who', of: 'source', actors: ['b'] }, { source: undefined })).toBe('there is no source');
  });

  it('know a status and its absence, and that nobody has none', () => {
    expect(asked({ condition: 'status', status: 'guarding' }, guarded(9))).toBe('');
    expect(asked({ condition: 'status', status: 'guarding' })).toBe('target is not guarding');
    expect(asked({ condition: 'status', status: 'burning', is: 'off' }, { m: { statuses: { burning: { age: 1, stacks: 1 } } } })).toBe(
      'target is aflame',
    );
    expect(asked({ condition: 'status', status: 'guarding', is: 'off' })).toBe('');
    expect(asked({ condition: 'status', status: 'guarding', is: 'off' }, { target: undefined })).toBe('there is no target');
  });

  it('open a window with its first instant and shut it with its last', () => {
    const parry = { condition: 'window', status: 'guarding', from: 0.05, to: 0.18 };
    expect([0.049, 0.05, 0.1799, 0.18].map((age) => asked(parry, guarded(age)) === '')).toEqual([false, true, true, false]);
    expect(asked(parry, guarded(0.2))).toBe('guarding is 0.2 s old, not 0.05 to 0.18 s');
    expect(asked({ condition: 'window', status: 'guarding', from: 1 }, guarded(3600))).toBe('');
    expect(asked({ condition: 'window', status: 'guarding', from: 1 }, guarded(0.9))).toBe('guarding is 0.9 s old, not from 1 s on');
  });

  it('tell front from back by the blow’s direction, its edge included', () => {
    // The target faces left: a blow that flies right meets its front.
    const front = (direction: number, within = 60): boolean =>
      asked({ condition: 'facing', from: 'front', within }, { payload: { direction } }) === '';
    expect([0, 60, 60.1, -60, 180, 360, 300].map((direction) => front(direction))).toEqual([true, true, false, true, false, true, true]);
    expect(asked({ condition: 'facing', from: 'behind', within: 60 }, { payload: { direction: 180 } })).toBe('');
    expect(asked({ condition: 'facing', from: 'behind', within: 60 })).toBe('the blow is 180° off the back, not within 60°');
    // Turned about, it is the other side.
    expect(asked({ condition: 'facing', from: 'behind', within: 60 }, { m: { facing: 1 } })).toBe('');
  });

  it('count turns: every, only, up to, from', () => {
    const holds = (count: string): number[] =>
      [1, 2, 3, 4, 5, 6].filter((turn) => asked({ condition: 'nth', count, n: 3 }, { turn }) === '');
    expect(holds('every')).toEqual([3, 6]);
    expect(holds('only')).toEqual([3]);
    expect(holds('up to')).toEqual([1, 2, 3]);
    expect(holds('from')).toEqual([3, 4, 5, 6]);
    expect(asked({ condition: 'nth', count: 'only', n: 3, per: 'source' }, { turn: 2 })).toBe('it is number 2 for the source, not only 3');
  });

  it('wait out a cooldown, to the instant', () => {
    const song = { condition: 'cooldown', seconds: 2 };
    expect([undefined, 1.999, 2].map((since) => asked(song, { since }) === '')).toEqual([true, false, true]);
    expect(asked(song, { since: 0.5 })).toBe('it answered 0.5 s ago, not 2 s');
  });

  it('ask how the target stands only where they say so', () => {
    expect(asked([], { m: { standing: 'down' } })).toBe('target is down');
    expect(asked({ condition: 'standing', is: 'down' }, { m: { standing: 'down' } })).toBe('');
    expect(asked({ condition: 'standing', is: 'down' })).toBe('target is up, not down');
    expect(asked({ condition: 'standing', of: 'source', is: 'gone' }, { b: { standing: 'gone' } })).toBe('');
  });

  it('leave to chance what is left to chance: as often as they say, by the seed alone', () => {
    const holds = (share: number): boolean[] =>
      Array.from({ length: 2000 }, (_, seed) => asked({ condition: 'chance', share }, { seed }) === '');
    const drawn = holds(0.3);
    const often = drawn.filter(Boolean).length;
    // Three standard deviations of 2000 draws at 0.3: 3 · √(2000 · 0.3 · 0.7) ≈ 61.
    expect(Math.abs(often - 600)).toBeLessThan(62);
    expect(holds(0.3)).toEqual(drawn);
    expect(holds(0).some(Boolean)).toBeFalse();
    expect(holds(1).every(Boolean)).toBeTrue();
  });

  it('hold together in groups: all, any, none, and groups in groups', () => {
    const yes = { condition: 'standing', is: 'up' };
    const no = { condition: 'standing', is: 'down' };
    const group = (condition: string, ...of: Json[]): Json => ({ condition, of });
    const truth: readonly (readonly [Json, boolean])[] = [
      [group('all', yes, yes), true],
      [group('all', yes, no), false],
      [group('any', no, yes), true],
      [group('any', no, no), false],
      [group('none', no, no), true],
      [group('none', no, yes), false],
      [group('none', group('all', yes, no), group('any', no)), true],
      [group('all', group('any', no, yes), group('none', no)), true],
    ];
    for (const [one, expected] of truth)
      expect(asked(one) === '')
        .withContext(JSON.stringify(one))
        .toBe(expected);
  });

  it('are told one by one, in the order of their document', () => {
    const plan = planOfFight({
      actors: [fighter('m')],
      responses: [
        response('blow', {
          id: 'one',
          when: [
            { condition: 'standing', is: 'up' },
            { condition: 'compare', of: { read: 'harm' }, is: '>', value: 50 },
          ],
        }),
      ],
    });
    const [event, actor] = [plan.events.get('blow'), plan.actors.get('m')];
    if (!event || !actor) throw new Error('they are there');
    expect(probeConditions(plan, event, 'one', { payload: defaultsOf(event), target: { actor } })).toEqual([true, false]);
  });

  it('say in a few words what they are', () => {
    const words: readonly (readonly [Json, string])[] = [
      [{ condition: 'compare', of: { read: 'health-after', of: 'target' }, is: '≤', value: 0 }, 'target’s health after it ≤ 0'],
      [{ condition: 'one-of', field: 'kind', values: ['ember', 'sap'] }, 'kind is ember or sap'],
      [{ condition: 'window', of: 'target', status: 'guarding', from: 0, to: 0.18 }, 'target’s guarding 0–0.18 s old'],
      [{ condition: 'nth', per: 'pair', count: 'every', n: 3 }, 'every 3rd for the two'],
      [{ condition: 'nth', per: 'all', count: 'only', n: 1, within: 2 }, 'the first for all within 2 s'],
      [{ condition: 'nth', per: 'target', count: 'from', n: 12 }, 'from 12th for the target'],
      [{ condition: 'nth', per: 'target', count: 'up to', n: 22 }, 'up to 22nd for the target'],
      [{ condition: 'cooldown', per: 'source', seconds: 1.5 }, 'at most every 1.5 s for the source'],
      [{ condition: 'chance', share: 0.25 }, '25 % chance'],
      [{ condition: 'status', of: 'source', status: 'guarding', is: 'off' }, 'source is not guarding'],
    ];
    for (const [one, expected] of words) expect(conditionWords(one as never)).toBe(expected);
  });
});
