import fc from 'fast-check';
import { projectJson } from '../testing/projects.js';
import { readProject } from './readProject.js';

/** What is told of conditions that exclude or follow one another, against every value that they could be asked with. */

type Json = Record<string, unknown>;

function findings(part: Json, rungs: Json[]): string[] {
  const json = projectJson([]);
  const [event] = json['events'] as Json[];
  const { problems } = readProject({
    ...json,
    events: [
      { ...event, harm: { value: 'damage', kindField: 'kind' } },
      { id: 'burst', label: 'Burst', fields: [] },
      { id: 'back', label: 'Back', fields: [] },
    ],
    responses: [{ id: 'lance-hit', event: 'lance-hit', rungs }],
    ...part,
  });
  return problems.map(({ severity, path, message }) => `${severity}: ${path}: ${message}`);
}

const rung = (id: string, when: Json[], then: Json[] = []): Json => ({ id, when, then });
const burning = { id: 'burning', label: 'Burning', length: 2 };
const gives = { outcome: 'give', status: 'burning' };

const meets: Readonly<Record<string, (x: number, y: number) => boolean>> = {
  '≥': (x, y) => x >= y,
  '>': (x, y) => x > y,
  '≤': (x, y) => x <= y,
  '<': (x, y) => x < y,
  '=': (x, y) => x === y,
  '≠': (x, y) => x !== y,
};
const comparison = fc.record({ is: fc.constantFrom(...Object.keys(meets)), value: fc.integer({ min: 0, max: 4 }) });
/** Of what is other than a number only that it is the same is told. */
const ordered = comparison.filter(({ is }) => is !== '≠');
/** On, between and beyond all values that are compared with. */
const values = Array.from({ length: 13 }, (_, i) => i / 2 - 1);
const compare = ({ is, value }: { is: string; value: number }): Json => ({
  condition: 'compare',
  of: { read: 'payload', field: 'damage' },
  is,
  value,
});

describe('comparisons of one number', () => {
  it('are told to exclude each other where no number meets both, and only there', () => {
    fc.assert(
      fc.property(comparison, comparison, (a, b) => {
        const told = findings({}, [rung('odd', [compare(a), compare(b)])]).some((one) => one.includes('no number is both'));
        return told === !values.some((x) => meets[a.is](x, a.value) && meets[b.is](x, b.value));
      }),
      { numRuns: 300 },
    );
  });

  it('are told to leave nothing for one below where all that it would answer is answered, and only there', () => {
    fc.assert(
      fc.property(ordered, ordered, (a, b) => {
        const told = findings({}, [rung('above', [compare(a)]), rung('below', [compare(b)])]).some((one) =>
          one.includes('"below" is never reached'),
        );
        return told === values.filter((x) => meets[b.is](x, b.value)).every((x) => meets[a.is](x, a.value));
      }),
      { numRuns: 300 },
    );
  });

  it('of another number say nothing of this one', () => {
    const other = { ...compare({ is: '<', value: 1 }), of: { read: 'payload', field: 'direction' } };
    expect(findings({}, [rung('odd', [compare({ is: '>', value: 3 }), other])])).toEqual([]);
    expect(findings({}, [rung('above', [other]), rung('below', [compare({ is: '<', value: 0 })])])).toEqual([]);
  });
});

describe('kinds, standings and windows', () => {
  const kinds = (...of: string[]): Json => ({ condition: 'one-of', field: 'kind', values: of });
  const standing = (is: string, of = 'target'): Json => ({ condition: 'standing', of, is });
  const window = (from: number, to?: number, of = 'target'): Json => ({
    condition: 'window',
    status: 'burning',
    from,
    of,
    ...(to && { to }),
  });
  const never = (...when: Json[]): string => findings({ statuses: [burning] }, [rung('odd', when, [gives])]).join();
  const below = (above: Json, inner: Json): string =>
    findings({ statuses: [burning] }, [rung('above', [above], [gives]), rung('below', [inner])]).join();

  it('exclude each other where they name nothing in common', () => {
    expect(never(kinds('plain'), kinds('ember'))).toContain('kind cannot be both plain and ember');
    expect(never(kinds('plain', 'ember'), kinds('ember'))).toBe('');
    expect(never(standing('up'), standing('down'))).toContain('target cannot be up and down');
    expect(never(standing('up'), standing('up'))).toBe('');
    expect(never(standing('up'), standing('down', 'source'))).toBe('');
    const off = { condition: 'status', status: 'burning', is: 'off' };
    expect(never(off, window(0, 1))).toContain('target cannot be Burning and not');
    expect(never(window(0, 1), off)).toContain('target cannot be Burning and not');
    expect(never({ ...off, of: 'source' }, window(0, 1))).toBe('');
    expect(never(window(1.9, 3))).toBe('');
    expect(never({ condition: 'who', sides: ['hive'] })).toContain('no actor is hive');
    expect(never({ condition: 'who', sides: ['hive'], kinds: ['weevil'] })).toContain('no actor is weevil or hive');
  });

  it('leave nothing below where they take in all of it', () => {
    expect(below(kinds('plain', 'ember'), kinds('ember'))).toContain('"below" is never reached');
    expect(below(kinds('ember'), kinds('plain', 'ember'))).toBe('');
    expect(below(window(0, 1.5), window(0.5, 1))).toContain('"below" is never reached');
    expect(below(window(0.5, 1.5), window(0, 1))).toBe('');
    expect(below(window(0.5, 1.5), window(0.6))).toBe('');
    expect(below(window(0.5), window(0.6))).toContain('"below" is never reached');
    expect(below(window(0.5, 1, 'source'), window(0.6, 0.8))).toBe('');
    const has = (more: Json = {}): Json => ({ condition: 'status', status: 'burning', ...more });
    expect(below(has(), window(0, 1))).toContain('"below" is never reached');
    expect(below(has({ is: 'off' }), window(0, 1))).toBe('');
    expect(below(has({ of: 'source' }), window(0, 1))).toBe('');
    expect(below(window(0, 1), has())).toBe('');
  });
});

describe('what raises, gives and splits', () => {
  const mosshell = (more: Json): Json => ({
    id: 'mosshell',
    label: 'Mosshell',
    role: 'target',
    picture: 'mosshell',
    width: 160,
    height: 120,
    ...more,
  });

  it('goes round by who comes back as well, at once or after a while', () => {
    const part = (rungs: Json[], more: Json = {}): Json => ({
      actors: [mosshell({ health: { most: 10, falls: 'burst', returns: 'back' } })],
      responses: [
        { id: 'back', event: 'back', rungs },
        { id: 'burst', event: 'burst', rungs: [rung('none', [])] },
      ],
      ...more,
    });
    const loop = jasmine.stringContaining('found a loop: back → back');
    expect(findings(part([rung('again', [], [{ outcome: 'bring-back', of: 'target' }])]), [])).toEqual([loop]);
    expect(findings(part([rung('again', [], [{ outcome: 'away', of: 'target', back: 0 }])]), [])).toEqual([loop]);
    expect(findings(part([rung('again', [], [{ outcome: 'away', of: 'target', back: 2 }])]), [])).toEqual([]);
    expect(findings(part([rung('again', [], [{ outcome: 'away', of: 'target', back: { range: [1, 2] } }])]), [])).toEqual([]);
    expect(findings(part([rung('again', [], [{ outcome: 'away', of: 'target', back: { range: [0, 2] } }])]), [])).toEqual([loop]);
    expect(findings(part([rung('again', [], [{ outcome: 'away', of: 'target' }])]), [])).toEqual([]);
  });

  it('warns about a projectile that raises one event both on hit and at the end of its flight', () => {
    const actors = [mosshell({}), mosshell({ id: 'pod', role: 'bystander' })];
    const twice = jasmine.stringContaining('raises the same event on hit and at the end of the flight');
    const of = (more: Json): string[] =>
      findings({ actors }, [rung('a', [], [{ outcome: 'launch', actor: 'pod', ...more }])]).filter((one) => one.includes('same event'));
    const both = { meets: 'burst', lands: 'burst' };
    expect(of(both)).toEqual([twice]);
    expect(of({ ...both, to: 'ahead' })).toEqual([twice]);
    // A projectile that flies to a place hits nobody on the way.
    expect(of({ ...both, to: 'place' })).toEqual([]);
    expect(of({ ...both, to: 'point' })).toEqual([]);
    expect(of({ meets: 'burst' })).toEqual([]);
    expect(of({ meets: 'burst', lands: 'lance-hit' })).toEqual([]);
  });

  it('is told where nobody answers: what is thrown, what is met at an edge, who is gone, and what zones and moves raise', () => {
    const nobody = jasmine.stringContaining('raises "Burst", which has no rung');
    const pod = mosshell({ id: 'pod', role: 'bystander' });
    const actors = [mosshell({}), pod];
    expect(findings({ actors }, [rung('a', [], [{ outcome: 'launch', actor: 'pod', meets: 'burst' }])])).toEqual([nobody]);
    expect(findings({ actors }, [rung('a', [], [{ outcome: 'launch', actor: 'pod', lands: 'burst' }])])).toEqual([nobody]);
    expect(findings({}, [rung('a', [], [{ outcome: 'shove', distance: 9, seconds: 1, edge: 'burst' }])])).toEqual([nobody]);
    expect(findings({}, [rung('a', [], [{ outcome: 'shove', distance: 9, seconds: 1 }])])).toEqual([]);
    const withActor = (more: Json): string[] => findings({ actors: [mosshell(more)] }, []);
    expect(withActor({ health: { most: 10, falls: 'burst' } })).toEqual([nobody]);
    expect(withActor({ health: { most: 10, returns: 'burst' } })).toEqual([nobody]);
    expect(withActor({ lives: 1, expires: 'burst' })).toEqual([nobody]);
    const zone = { id: 'z', shape: { shape: 'disc', length: 20 } };
    for (const how of [{ enters: 'burst' }, { leaves: 'burst' }, { stays: { event: 'burst', every: 1 } }])
      expect(withActor({ zones: [{ ...zone, ...how }] })).toEqual([nobody]);
    const contact = { event: 'burst', reach: { shape: 'disc', length: 20 } };
    expect(withActor({ moves: [{ id: 'swing', label: 'Swing', contacts: [contact] }] })).toEqual([nobody]);
    // Once for each event, wherever else it is raised.
    expect(withActor({ health: { most: 10, falls: 'burst', returns: 'burst' } })).toEqual([nobody]);
  });

  it('is told where one becomes more than 64 bodies, by its ranks', () => {
    const split = (count: number, ranks: number): string[] =>
      findings(
        {
          actors: [mosshell({ health: { most: 10, falls: 'burst' }, ranks: Array.from({ length: ranks }, () => ({})) })],
          responses: [{ id: 'burst', event: 'burst', rungs: [rung('splits', [], [{ outcome: 'split', count }])] }],
        },
        [],
      );
    // 1 + 4 + 16 + 64 and 1 + 2 + 4 + 8.
    expect(split(4, 4)).toEqual([jasmine.stringContaining('splits into 4, ranks 4 to 1: 85 bodies in all of one "Mosshell"')]);
    expect(split(2, 4)).toEqual([]);
    expect(split(4, 1)).toEqual([]);
  });

  it('is no status that nobody takes, unless a move or a zone holds somebody in it', () => {
    const marked = { id: 'marked', label: 'Marked' };
    const told = (more: Json): string[] => findings({ statuses: [marked], actors: [mosshell(more)] }, []);
    expect(told({})).toEqual([jasmine.stringContaining('"Marked" is never applied')]);
    expect(told({ moves: [{ id: 'guard', label: 'Guard', status: 'marked', contacts: [] }] })).toEqual([]);
    expect(told({ zones: [{ id: 'z', shape: { shape: 'disc', length: 20 }, status: 'marked' }] })).toEqual([]);
    const taking = findings({ statuses: [marked] }, [
      rung(
        'a',
        [],
        [
          { outcome: 'give', status: 'marked' },
          { outcome: 'take', status: 'marked' },
        ],
      ),
    ]);
    expect(taking).toEqual([]);
  });

  it('is no look that another hides, which has the same share of health', () => {
    const look = (id: string, at: number): Json => ({ id, at, picture: 'mosshell' });
    const told = (...looks: Json[]): string[] => findings({ actors: [mosshell({ health: { most: 10 }, healthLooks: looks })] }, []);
    expect(told(look('cracked', 0.5), look('worn', 0.5))).toEqual([
      jasmine.stringContaining('actors[0].healthLooks[1]: "worn" never shows: "cracked" has the same share of health'),
    ]);
    expect(told(look('cracked', 0.5), look('worn', 0.4))).toEqual([]);
  });
});
