import fc from 'fast-check';
import { projectJson } from '../testing/projects.js';
import { groupsOf } from './groupsOf.js';
import { readProject } from './readProject.js';

type Json = Record<string, unknown>;

const when = (condition: string, more: Json): Json => ({ condition, ...more });
const ladder = (event: string, then: Json[], conditions: Json[] = [], more: Json = {}): Json => ({
  id: event,
  event,
  rungs: [{ id: 'one', when: conditions, then, ...more }],
});

/** Returns the loop problems of a project with these responses, as `severity: path: message`. */
function loopsOf(responses: Json[], more: { actor?: Json; pod?: Json; statuses?: Json[]; effects?: Json[] } = {}): string[] {
  const json = projectJson(more.effects ?? []);
  const [event] = json['events'] as Json[];
  const [actor, ...others] = json['actors'] as Json[];
  const names = ['begin', 'tick', 'gone', 'back', 'met'];
  const fields = [{ name: 'jumps', label: 'Jumps', type: 'number', min: 0, max: 9, step: 1, default: 0 }];
  const { problems } = readProject({
    ...json,
    events: [event, ...names.map((id) => ({ id, label: id, fields }))],
    actors: [{ ...actor, ...more.actor }, ...others, { ...actor, id: 'pod', label: 'Pod', role: 'target', ...more.pod }],
    statuses: more.statuses ?? [],
    responses,
  });
  return problems.flatMap(({ severity, message, finding, path }) =>
    finding === 'loop' || finding === 'growth' || finding === 'keeps up' ? [`${severity}: ${path}: ${message}`] : [],
  );
}

const falling = { health: { most: 10, start: 10, falls: 'gone', returns: 'back' } };

describe('loops of outcomes', () => {
  it('are an error if a projectile arrives without delay, and not if it takes time to fly', () => {
    const thrown = (more: Json): string[] => loopsOf([ladder('begin', [{ outcome: 'launch', actor: 'pod', from: 'source', ...more }])]);
    const refused = 'error: responses[0].rungs[0].then[0]: expected a delay or a condition that ends it, found a loop: begin → begin';
    expect(thrown({ whom: 'source', meets: 'begin' })).toEqual([refused]);
    expect(thrown({ whom: 'source', lands: 'begin', to: 'place' })).toEqual([refused]);
    // A projectile with a flight time raises one event per loop: the loop is slow and does not grow.
    expect(thrown({ whom: 'target', lands: 'begin' })).toEqual([]);
    expect(thrown({ to: 'ahead', whom: 'source', lands: 'begin' })).toEqual([]);
  });

  it('are an error through a signal at 0 s, and not through a later one', () => {
    const played = (text: string, more: Json = {}): string[] => {
      const play = { outcome: 'play', sequence: 'blow', signal: 'now', raises: 'begin', ...more };
      return loopsOf([ladder('begin', [play])], { effects: [{ kind: 'caption', id: 'cry', text, rate: 20 }] });
    };
    const refused = 'error: responses[0].rungs[0].then[0]: expected a delay or a condition that ends it, found a loop: begin → begin';
    expect(played('{signal now}Strike')).toEqual([refused]);
    expect(played('Strike{signal now}')).toEqual([]);
    expect(played('{wait 0.1}{signal now}Strike')).toEqual([]);
    expect(played('{signal now}Strike', { after: 0.1 })).toEqual([]);
    expect(played('{signal now}Strike', { signal: 'other' })).toEqual([]);
    expect(played('{signal now}Strike', { raises: 'tick' })).toEqual([]);
  });

  it('are a warning if each event raises more than one further event', () => {
    const grows = (then: Json[], conditions: Json[] = []): string[] => loopsOf([ladder('begin', then, conditions)]);
    const again = { outcome: 'raise', event: 'begin', after: 0.05 };
    expect(grows([again])).toEqual([]);
    expect(grows([again, again])).toEqual([
      'warning: responses[0].rungs[0].then[0]: grows without end: begin → begin; each event raises 2 more: 2, 4, 8 … events',
    ]);
    // Two events with a 50 % chance are one on average; with 60 % they are 1.2.
    expect(grows([again, again], [when('chance', { share: 0.5 })])).toEqual([]);
    expect(grows([again, again], [when('chance', { share: 0.6 })])[0]).toContain('each event raises 1.2 more: 1.2, 1.4, 1.7 … events');
    expect(grows([{ ...again, on: 'around' }], [when('chance', { share: 0 })])).toEqual([]);
    expect(grows([again, again], [when('nth', { count: 'up to', n: 3 })])).toEqual([]);
    const thrown = { outcome: 'launch', actor: 'pod', meets: 'begin' };
    expect(grows([thrown])).toEqual([]);
    expect(grows([{ ...thrown, pierce: 2 }])[0]).toContain('each event raises 3 more');
    expect(grows([{ ...thrown, lands: 'begin' }])[0]).toContain('each event raises 2 more');
    // Outcomes of rungs that match together are added up; alternatives are not.
    const two = (goesOn: boolean): string[] =>
      loopsOf([{ id: 'begin', event: 'begin', rungs: ['a', 'b'].map((id) => ({ id, when: [], then: [again], goesOn })) }]);
    expect(two(false)).toEqual([]);
    expect(two(true)[0]).toContain('each event raises 2 more');
  });

  it('end if a payload number that a condition reads changes with each event', () => {
    const jumping = (payload: Json): string[] =>
      loopsOf([
        ladder(
          'begin',
          [{ outcome: 'raise', event: 'begin', payload }],
          [when('compare', { of: { read: 'payload', field: 'jumps' }, is: '>', value: 0 })],
        ),
      ]);
    expect(jumping({ jumps: { of: { read: 'payload', field: 'jumps' }, plus: -1 } })).toEqual([]);
    expect(jumping({ jumps: { of: { read: 'payload', field: 'jumps' } } })[0]).toContain('found a loop');
    expect(jumping({})[0]).toContain('found a loop');
  });

  it('through a defeat are a warning only if the loop also respawns the body', () => {
    const fell = { outcome: 'fell', of: 'target' };
    const back = { outcome: 'bring-back', of: 'target' };
    expect(loopsOf([ladder('gone', [fell])], { actor: falling })).toEqual([]);
    expect(loopsOf([ladder('gone', [back])], { actor: falling })).toEqual([]);
    expect(loopsOf([ladder('gone', [back]), ladder('back', [{ outcome: 'harm', of: 'target' }])], { actor: falling })).toEqual([
      'warning: responses[0].rungs[0].then[0]: repeats within one instant while a body is defeated and respawned: gone → back → gone',
    ]);
    expect(loopsOf([ladder('gone', [{ outcome: 'away', of: 'target', back: 2 }]), ladder('back', [fell])], { actor: falling })).toEqual([]);
    // A respawn event that respawns again is a loop without any defeat.
    expect(loopsOf([ladder('back', [back])], { actor: falling })[0]).toContain('found a loop: back → back');
  });

  it('of a status that its own ticks apply again are a warning', () => {
    const gives = [{ outcome: 'give', of: 'target', status: 'burning' }];
    const burning = (more: Json = {}): Json => ({
      id: 'burning',
      label: 'Burning',
      length: 3,
      ticks: { every: 1, event: 'tick' },
      ...more,
    });
    const keeps = (status: Json, event = 'tick'): string[] => loopsOf([ladder(event, gives)], { statuses: [status] });
    expect(keeps(burning())).toEqual([
      'warning: responses[0].rungs[0].then[0]: "burning" never ends: its ticks raise an event that applies it again',
    ]);
    expect(keeps(burning(), 'begin')).toEqual([]);
    expect(keeps(burning({ stacking: 'ignore' }))).toEqual([]);
    // The same through a second event.
    const raised = [{ outcome: 'raise', event: 'begin', after: 0.1 }];
    expect(loopsOf([ladder('tick', raised), ladder('begin', gives)], { statuses: [burning()] }).length).toBe(1);
  });

  it('of pickups that drop more pickups are a warning', () => {
    const zone = (more: Json): Json => ({ zones: [{ id: 'near', shape: { shape: 'disc', length: 40 }, ...more }] });
    const drops = (count: number): Json[] => Array.from({ length: count }, () => ({ outcome: 'drop', actors: ['pod'] }));
    expect(loopsOf([ladder('met', drops(1))], { pod: zone({ enters: 'met' }) })).toEqual([]);
    expect(loopsOf([ladder('met', drops(2))], { pod: zone({ enters: 'met' }) })[0]).toContain('grows without end: met → met');
    expect(loopsOf([ladder('met', drops(2))], { pod: zone({ enters: 'begin' }) })).toEqual([]);
  });

  it('are found among 150 events with 2400 outcomes', () => {
    const names = Array.from({ length: 150 }, (_, i) => `e-${i}`);
    const json = projectJson([]);
    const { problems } = readProject({
      ...json,
      events: [...(json['events'] as Json[]), ...names.map((id) => ({ id, label: id, fields: [] }))],
      responses: names.map((id) =>
        ladder(
          id,
          names.slice(0, 16).map((event) => ({ outcome: 'raise', event, after: 1 })),
        ),
      ),
    });
    expect(problems.filter(({ finding }) => finding === 'growth').map(({ message }) => message)).toEqual([
      'grows without end: e-0 → e-0; each event raises 16 more: 16, 256, 4096 … events',
    ]);
  });
});

describe('groups of names that lead to one another', () => {
  const letters = fc.constantFrom(...'abcdefgh');

  it('contain two names exactly if each can be reached from the other', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ from: letters, to: letters }), { maxLength: 20 }), (arrows) => {
        const groups = groupsOf(arrows);
        // Reference: search by repeated steps.
        const reached = (from: string): Set<string> => {
          const found = new Set([from]);
          for (let i = 0; i < 8; i++) for (const arrow of arrows) if (found.has(arrow.from)) found.add(arrow.to);
          return found;
        };
        for (const a of groups.keys())
          for (const b of groups.keys()) expect(groups.get(a) === groups.get(b)).toBe(reached(a).has(b) && reached(b).has(a));
      }),
    );
  });
});
