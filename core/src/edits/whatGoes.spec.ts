import type { Actor, Drill, Project, Response, Status } from '../model/project.js';
import { fitsField, fittingPayload } from '../model/payloadFit.js';
import { rulesWithoutActor, rulesWithoutSequence } from './ruleEdits.js';

/** Documents of the least that is asked of them. */
const none: Pick<Project, 'responses' | 'statuses' | 'actors' | 'drills'> = { responses: [], statuses: [], actors: [], drills: [] };
const ladder = (then: object[], when: object[] = []): Response =>
  ({
    id: 'l',
    event: 'blow',
    rungs: [
      { id: 'r', when, then },
      { id: 'other', when: [], then: [] },
    ],
  }) as unknown as Response;
const drill = (actors: object[], acts?: object[], script: object[] = []): Drill =>
  ({ id: 'd', label: 'D', actors, script, ...(acts && { acts }), expectations: [] }) as unknown as Drill;
const only = (changed: readonly { document: object }[]): Record<string, unknown> => {
  expect(changed.length).toBe(1);
  return changed[0].document as Record<string, unknown>;
};

describe('a sequence that goes', () => {
  it('is let go of by what throws with it, which throws without', () => {
    const thrown = { outcome: 'launch', actor: 'pod', sequence: 'hiss' };
    const { rungs } = only(rulesWithoutSequence({ ...none, responses: [ladder([thrown, { ...thrown, sequence: 'other' }])] }, 'hiss')) as {
      rungs: { then: object[] }[];
    };
    expect(rungs[0].then).toEqual([
      { ...thrown, sequence: '' },
      { ...thrown, sequence: 'other' },
    ]);
    expect(rungs[1].then).toEqual([]);
  });

  it('is played by no status, at its beginning, its end or late in it', () => {
    const status = (cues: object, late: object[] = []): Status => ({ id: 's', label: 'S', cues, late }) as unknown as Status;
    const left = (one: Status): object => {
      const { cues, late } = only(rulesWithoutSequence({ ...none, statuses: [one] }, 'hiss'));
      return { cues, late };
    };
    expect(left(status({ start: 'hiss', end: 'crack' }))).toEqual({ cues: { end: 'crack' }, late: [] });
    expect(left(status({ start: 'crack', end: 'hiss' }))).toEqual({ cues: { start: 'crack' }, late: [] });
    const late = [
      { before: 1, sequence: 'hiss' },
      { before: 0.5, sequence: 'crack' },
    ];
    expect(left(status({}, late))).toEqual({ cues: {}, late: [late[1]] });
    expect(rulesWithoutSequence({ ...none, statuses: [status({ start: 'crack' }, [late[1]])] }, 'hiss')).toEqual([]);
  });

  it('is of no move any more, and of none of its contacts', () => {
    const contact = { event: 'blow', sequence: 'hiss' };
    const moves = [
      { id: 'a', sequence: 'hiss', contacts: [contact, { ...contact, sequence: 'crack' }] },
      { id: 'b', sequence: 'crack', contacts: [] },
    ];
    const actor = (own: object[] | undefined): Actor => ({ id: 'a', moves: own }) as unknown as Actor;
    expect(only(rulesWithoutSequence({ ...none, actors: [actor(moves)] }, 'hiss'))['moves']).toEqual([
      { id: 'a', contacts: [{ event: 'blow' }, { event: 'blow', sequence: 'crack' }] },
      moves[1],
    ]);
    const contactAlone = [{ ...moves[1], contacts: [contact] }];
    expect(only(rulesWithoutSequence({ ...none, actors: [actor(contactAlone)] }, 'hiss'))['moves']).toEqual([
      { ...moves[1], contacts: [{ event: 'blow' }] },
    ]);
    expect(rulesWithoutSequence({ ...none, actors: [actor([moves[1]]), actor(undefined)] }, 'hiss')).toEqual([]);
  });
});

describe('an actor that goes', () => {
  const rungOf = (response: Response): { when: unknown; then: unknown } => {
    const { rungs } = only(rulesWithoutActor({ responses: [response], drills: [] }, 'pod')) as {
      rungs: { when: unknown; then: unknown }[];
    };
    return rungs[0];
  };

  it('flies and falls no more, and what would split into it splits into its own kind', () => {
    const others = [{ outcome: 'harm' }, { outcome: 'launch', actor: 'spore' }, { outcome: 'split', into: 'shard', count: 2 }];
    const { then } = rungOf(
      ladder([
        { outcome: 'launch', actor: 'pod' },
        { outcome: 'split', into: 'pod', count: 3 },
        { outcome: 'drop', actors: ['pollen', 'pod'] },
        ...others,
      ]),
    );
    expect(then).toEqual([{ outcome: 'split', into: '', count: 3 }, { outcome: 'drop', actors: ['pollen'] }, ...others]);
  });

  it('is asked for by no condition: what asked for it alone holds never', () => {
    const who = (...actors: string[]) => ({ condition: 'who', of: 'target', actors });
    const { when } = rungOf(
      ladder(
        [],
        [who('pod', 'pip'), { condition: 'all', of: [who('pod'), who('pip')] }, { condition: 'one-of', field: 'kind', values: ['ember'] }],
      ),
    );
    expect(when).toEqual([
      who('pip'),
      { condition: 'all', of: [{ condition: 'any', of: [] }, who('pip')] },
      { condition: 'one-of', field: 'kind', values: ['ember'] },
    ]);
    expect(rulesWithoutActor({ responses: [ladder([], [who('pip')])], drills: [] }, 'pod')).toEqual([]);
  });

  it('takes along what it does in drills, and what is done to it', () => {
    const actors = [
      { id: 'p', actor: 'pod' },
      { id: 'm', actor: 'moss' },
      { id: 'b', actor: 'brass' },
    ];
    const kept = [
      { at: 1, who: 'm', do: 'move', move: 'swing' },
      { at: 1, who: 'm', do: 'move', move: 'swing', toward: 'b' },
      { at: 2, who: 'm', do: 'launch', actor: 'spore', after: 'b' },
      { at: 3, who: 'b', do: 'approach', whom: 'm' },
    ];
    const gone = [
      { at: 1, who: 'p', do: 'stop' },
      { at: 1, who: 'm', do: 'move', move: 'swing', toward: 'p' },
      { at: 2, who: 'm', do: 'launch', actor: 'pod' },
      { at: 2, who: 'm', do: 'launch', actor: 'spore', after: 'p' },
      { at: 3, who: 'b', do: 'orbit', whom: 'p' },
    ];
    const script = [
      { at: 1, event: 'blow', source: 'b', target: 'm' },
      { at: 1, event: 'blow', source: 'p', target: 'm' },
      { at: 1, event: 'blow', source: 'b', target: 'p' },
      { at: 1, event: 'gust' },
    ];
    const changed = only(rulesWithoutActor({ responses: [], drills: [drill(actors, [...kept, ...gone], script)] }, 'pod'));
    expect(changed['actors']).toEqual(actors.slice(1));
    expect(changed['acts']).toEqual(kept);
    expect(changed['script']).toEqual([script[0], script[3]]);
    // One that only lets it fly has it too; one that does neither is left alone, as one without acts is.
    const throws = only(rulesWithoutActor({ responses: [], drills: [drill(actors.slice(1), [kept[0], gone[2]])] }, 'pod'));
    expect(throws['acts']).toEqual([kept[0]]);
    expect(rulesWithoutActor({ responses: [], drills: [drill(actors.slice(1), kept), drill(actors.slice(1))] }, 'pod')).toEqual([]);
    expect(only(rulesWithoutActor({ responses: [], drills: [drill(actors)] }, 'pod'))['acts']).toBeUndefined();
  });
});

describe('what of a payload an event can hold', () => {
  const fields = [
    { type: 'number', name: 'damage', label: 'Damage', min: 0, max: 9, default: 1 },
    { type: 'kind', name: 'kind', label: 'Kind', options: ['plain', 'ember'], default: 'plain' },
    { type: 'flag', name: 'strong', label: 'Strong', default: false },
  ] as const as unknown as Parameters<typeof fittingPayload>[0];

  it('is of the fields that it has, of their types and options', () => {
    expect(fittingPayload(fields, { damage: 4, kind: 'ember', strong: true })).toEqual({ damage: 4, kind: 'ember', strong: true });
    expect(fittingPayload(fields, { damage: '4', kind: 'sap', strong: 1, other: 2 })).toEqual({});
    expect(fittingPayload(fields, {})).toEqual({});
    expect(fitsField(undefined, 2)).toBeFalse();
    expect(fitsField(fields[1], 'plain')).toBeTrue();
    expect(fitsField(fields[1], 3)).toBeFalse();
  });
});
