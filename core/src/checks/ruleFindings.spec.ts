import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';

type Json = Record<string, unknown>;

/** Problems of the test project with these rules, each as its path and what it says. */
function problemsWith(part: Json, rungs: Json[] = []): string[] {
  const json = projectJson([]);
  const events = json['events'] as Json[];
  const { problems } = readProject({
    ...json,
    events: [
      { ...events[0], harm: { value: 'damage', kindField: 'kind' } },
      { id: 'burst', label: 'Burst', fields: [] },
    ],
    responses: [{ id: 'lance-hit', event: 'lance-hit', rungs }],
    ...part,
  });
  return problems.map(({ severity, path, message }) => `${severity}: ${path}: ${message}`);
}

const rung = (id: string, when: Json[], then: Json[] = [], more: Json = {}): Json => ({ id, when, then, ...more });
const damage = (is: string, value: number): Json => ({ condition: 'compare', of: { read: 'payload', field: 'damage' }, is, value });
const burning = { id: 'burning', label: 'Burning', length: 2 };
const gives = { outcome: 'give', status: 'burning' };
const burst = (more: Json = {}): Json => ({ outcome: 'raise', event: 'burst', ...more });
const bursting = (rungs: Json[]): Json => ({ responses: [{ id: 'burst', event: 'burst', rungs }] });

describe('told before anything is run', () => {
  it('a rung that one above leaves nothing for', () => {
    expect(problemsWith({}, [rung('any', []), rung('never', [damage('≥', 3)])])).toEqual([
      'warning: responses[0].rungs[1]: "never" is never reached: "any" above matches whatever it would',
    ]);
    expect(problemsWith({}, [rung('big', [damage('≥', 10)]), rung('bigger', [damage('>', 20)])])[0]).toContain('"bigger" is never reached');
    expect(problemsWith({}, [rung('bigger', [damage('>', 20)]), rung('big', [damage('≥', 10)])])).toEqual([]);
    expect(problemsWith({}, [rung('any', [], [], { goesOn: true }), rung('more', [damage('≥', 3)])])).toEqual([]);
    const kinds = (...values: string[]): Json => ({ condition: 'one-of', field: 'kind', values });
    expect(problemsWith({}, [rung('either', [kinds('plain', 'ember')]), rung('hot', [kinds('ember')])])[0]).toContain(
      '"hot" is never reached',
    );
  });

  it('conditions that nothing can meet', () => {
    const never = (...when: Json[]): string => problemsWith({ statuses: [burning] }, [rung('odd', when, [gives])])[0] ?? '';
    expect(never(damage('≥', 20), damage('≤', 10))).toContain('no number is both ≥ 20 and ≤ 10');
    expect(never(damage('>', 5), damage('<', 5))).toContain('no number is both');
    expect(never(damage('≥', 5), damage('≤', 5))).toBe('');
    expect(never({ condition: 'status', status: 'burning' }, { condition: 'status', status: 'burning', is: 'off' })).toContain(
      'cannot be Burning and not',
    );
    expect(never({ condition: 'window', status: 'burning', from: 2, to: 3 })).toContain('Burning lasts 2 s, and the window opens at 2 s');
    expect(never({ condition: 'who', kinds: ['weevil'] })).toContain('no actor is weevil');
    expect(never({ condition: 'chance', share: 0 })).toContain('its chance is 0');
  });

  it('loops, with the way round', () => {
    expect(problemsWith(bursting([rung('on', [], [burst({ on: 'around', radius: 120 })])]))).toEqual([
      'error: responses[0].rungs[0].then[0]: expected a delay or a condition that ends it, found a loop: burst → burst',
    ]);
    const three = problemsWith({
      responses: [
        { id: 'a', event: 'lance-hit', rungs: [rung('one', [], [burst()])] },
        { id: 'b', event: 'burst', rungs: [rung('two', [], [{ outcome: 'raise', event: 'lance-hit' }])] },
      ],
    });
    expect(three).toEqual([jasmine.stringContaining('found a loop: lance-hit → burst → lance-hit')]);
    // After a while, and once for each: allowed. After a while on all around without an end: it grows.
    const once = { condition: 'nth', count: 'only', n: 1 };
    expect(problemsWith(bursting([rung('on', [once], [burst({ on: 'around', after: 0.2 })])]))).toEqual([]);
    expect(problemsWith(bursting([rung('on', [], [burst({ after: 0.2 })])]))).toEqual([]);
    const grows = problemsWith(bursting([rung('on', [], [burst({ on: 'around', after: 0.2 })])]));
    expect(grows).toEqual([jasmine.stringContaining('warning: responses[0].rungs[0].then[0]: grows without end: burst → burst')]);
  });

  it('loops of two, as long as one of them takes a while; and what they grow to among the bodies of the largest drill', () => {
    const round = (there: Json, back: Json, drills: Json[] = []): string[] =>
      problemsWith({
        responses: [
          { id: 'a', event: 'lance-hit', rungs: [rung('one', [], [burst(there)])] },
          { id: 'b', event: 'burst', rungs: [rung('two', [], [{ outcome: 'raise', event: 'lance-hit', ...back }])] },
        ],
        drills,
      });
    const around = { on: 'around', radius: 120 };
    expect(round({ after: 0.2 }, {})).toEqual([]);
    expect(round({}, { after: 0.2 })).toEqual([]);
    // One of all around is no more than one.
    expect(round({ after: 0.2 }, { ...around, most: 1 })).toEqual([]);
    const grown = 'grows without end: lance-hit → burst → lance-hit; each event is sent to all bodies in range; with';
    const told = (path: string, words: string): unknown => [jasmine.stringMatching(new RegExp(`^warning: ${path}: ${grown} ${words}$`))];
    const [a, b] = ['responses\\[0\\].rungs\\[0\\].then\\[0\\]', '2 bodies up to 2, 4, 8 … events'];
    expect(round({ after: 0.2 }, around)).toEqual(told(a, b) as never);
    expect(round({ ...around, after: 0.2 }, {})).toEqual(told(a, b) as never);
    const drill = (id: string, count: number): Json => ({
      id,
      label: id,
      length: 1,
      actors: Array.from({ length: count }, (_, i) => ({ id: `m${i}`, actor: 'mosshell', place: { x: i * 200, y: 0 } })),
      script: [],
    });
    expect(round({ after: 0.2 }, around, [drill('few', 3), drill('many', 4), drill('one', 1)])).toEqual(
      told(a, '4 bodies up to 4, 16, 64 … events') as never,
    );
  });

  it('damage of an event that has none', () => {
    const told = (points?: unknown): string[] =>
      problemsWith({
        responses: [
          { id: 'burst', event: 'burst', rungs: [rung('hit', [], [{ outcome: 'harm', ...(points !== undefined && { points }) }])] },
        ],
      }).filter((line) => line.includes('deals no damage'));
    expect(told()).toEqual([
      'warning: responses[0].rungs[0].then[0]: deals no damage: "Burst" has no damage field; choose one, or set points',
    ]);
    expect(told(4)).toEqual([]);
  });

  it('one clip that an event begins twice at one instant', () => {
    const sounding = (delay: unknown, clips = ['crack']): Json => {
      const json = projectJson([{ kind: 'sound', id: 's', clips: ['crack'] }]);
      const [blow] = json['sequences'] as Json[];
      const other = projectJson([{ kind: 'sound', id: 's', clips, delay }]);
      const [second] = other['sequences'] as Json[];
      return { sequences: [blow, { ...second, id: 'second' }] };
    };
    const play = (sequence: string, more: Json = {}): Json => ({ outcome: 'play', sequence, ...more });
    const both = [rung('both', [], [play('blow'), play('second')])];
    expect(problemsWith(sounding(0), both)).toEqual([
      'warning: responses[0].rungs[0].then[1]: plays "crack" at the same instant as "Blow": one louder sound is heard',
    ]);
    expect(problemsWith(sounding(0.05), both)).toEqual([]);
    expect(problemsWith(sounding({ range: [0, 0.1] }), both)).toEqual([]);
    expect(problemsWith(sounding(0), [rung('later', [], [play('blow'), play('second', { after: 0.1 })])])).toEqual([]);
    // A rung that goes on plays together with the one below it.
    const below = (goesOn: boolean): Json[] => [rung('a', [damage('≥', 3)], [play('blow')], { goesOn }), rung('b', [], [play('second')])];
    expect(problemsWith(sounding(0), below(true))[0]).toContain('responses[0].rungs[1].then[0]: plays "crack"');
    expect(problemsWith(sounding(0), below(false))).toEqual([]);
    // Two rungs that no event can match together play at no time together.
    const excluding = [rung('a', [damage('≥', 3)], [play('blow')], { goesOn: true }), rung('b', [damage('<', 3)], [play('second')])];
    expect(problemsWith(sounding(0), excluding)).toEqual([]);
  });

  it('states that stay, and events that nobody answers', () => {
    const forever = problemsWith({ statuses: [{ id: 'marked', label: 'Marked' }] }, [
      rung('marks', [], [{ outcome: 'give', status: 'marked' }]),
    ]);
    expect(forever).toEqual([jasmine.stringContaining('"Marked" has no length and is never removed')]);
    expect(problemsWith({ statuses: [burning] })).toEqual([jasmine.stringContaining('"Burning" is never applied')]);
    expect(problemsWith({}, [rung('counts', [], [{ outcome: 'count', counter: 'hits' }])])).toEqual([
      jasmine.stringContaining('"hits" is counted and never read'),
    ]);
    expect(problemsWith({}, [rung('bursts', [], [burst()])])).toEqual([
      'warning: responses[0].rungs[0].then[0]: raises "Burst", which has no rung',
    ]);
  });
});

describe('rules that cannot be used', () => {
  const first = (part: Json, rungs: Json[] = []): string => problemsWith(part, rungs)[0] ?? 'nothing';

  const cases: readonly [string, Json, Json[], RegExp][] = [
    ['an unknown kind of condition', {}, [rung('a', [{ condition: 'mood' }])], /rungs\[0\]\.when\[0\]\.condition/],
    ['an unknown kind of outcome', {}, [rung('a', [], [{ outcome: 'sing' }])], /rungs\[0\]\.then\[0\]\.outcome/],
    [
      'a field that the event has not',
      {},
      [rung('a', [{ ...damage('≥', 1), of: { read: 'payload', field: 'rage' } }])],
      /of\.field: expected a number field of the event "lance-hit" \(damage, direction, strong\)/,
    ],
    ['a status that is not there', {}, [rung('a', [], [gives])], /then\[0\]\.status: expected a status of the project/],
    [
      'a sequence that is not there',
      {},
      [rung('a', [], [{ outcome: 'play', sequence: 'song' }])],
      /sequence: expected a sequence of the project, found "song"/,
    ],
    ['a text where a number is due', {}, [rung('a', [{ ...damage('≥', 1), value: 'much' }])], /value: expected number/],
    [
      'a window that closes before it opens',
      { statuses: [burning] },
      [rung('a', [{ condition: 'window', status: 'burning', from: 1, to: 0.5 }], [gives])],
      /to: expected an end after the window opens at 1/,
    ],
    [
      'ticks without an interval',
      { statuses: [{ ...burning, ticks: { every: 0, event: 'lance-hit' } }] },
      [],
      /statuses\[0\]\.ticks\.every/,
    ],
    [
      'harm by what is no number',
      { events: [{ id: 'lance-hit', label: 'x', fields: [], harm: { value: 'damage' } }] },
      [],
      /events\[0\]\.harm\.value: expected a number field/,
    ],
    [
      'no health at all',
      { actors: [{ id: 'm', label: 'M', role: 'target', picture: 'mosshell', width: 9, height: 9, health: { most: 0 } }] },
      [],
      /actors\[0\]\.health\.most/,
    ],
    [
      'two responses to one event',
      { responses: ['a', 'b'].map((id) => ({ id, event: 'burst', rungs: [] })) },
      [],
      /responses\[1\]\.event: expected one response for each event/,
    ],
    [
      'a drill with somebody unknown',
      { drills: [{ id: 'd', label: 'D', length: 1, actors: [], script: [{ at: 0, event: 'burst', target: 'x' }] }] },
      [],
      /drills\[0\]\.script\[0\]\.target: expected an actor of the drill/,
    ],
    [
      'a payload of another type',
      { drills: [{ id: 'd', label: 'D', length: 1, actors: [], script: [{ at: 0, event: 'lance-hit', payload: { damage: 'x' } }] }] },
      [],
      /drills\[0\]\.script\[0\]\.payload\.damage: expected a number/,
    ],
    [
      'an event at a negative time',
      { drills: [{ id: 'd', label: 'D', length: 1, actors: [], script: [{ at: -1, event: 'burst' }] }] },
      [],
      /drills\[0\]\.script\[0\]\.at/,
    ],
  ];
  for (const [what, part, rungs, expected] of cases)
    it(`tell ${what} at its place`, () => {
      expect(first(part, rungs)).toMatch(expected);
    });

  it('tell groups a hundred deep, and do not hang', () => {
    let group: Json = { condition: 'all', of: [] };
    for (let i = 0; i < 100; i++) group = { condition: 'any', of: [group] };
    expect(first({}, [rung('deep', [group])])).toContain('groups at most 6 deep');
  });
});
