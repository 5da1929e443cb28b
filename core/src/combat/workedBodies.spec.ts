import { fought } from '../testing/fought.js';
import { fighter, fightOut, harmRung, response, type Bout, type Fight, type Scripted } from '../testing/fights.js';

/** Fights of bodies that act, worked out by hand, each also cut into increments and under two more seeds. Seconds, px and points. */

type Json = Record<string, unknown>;

describe('worked fights of bodies', () => {
  describe('11: a swing', () => {
    const swing = { id: 'swing', windUp: 0.3, contacts: [{ event: 'blow', reach: { shape: 'disc', length: 90 } }], recovery: 0.2 };
    const fight: Fight = {
      actors: [fighter('m', undefined, { speed: 40 }), fighter('b', undefined, { moves: [swing] })],
      stops: { held: 0.15 },
      responses: [
        response('blow', harmRung()),
        response('mark', { id: 'holds', then: [{ outcome: 'play', sequence: 'held', on: 'target' }] }),
        response('burst', { id: 'breaks', then: [{ outcome: 'break-off', of: 'target' }] }),
      ],
    };
    const begins = { at: 1, who: 'b', do: 'move', move: 'swing' };
    const walksIn = { at: 1, who: 'm', do: 'walk', points: [{ x: -400, y: 0 }] };
    const held = { at: 1.1, event: 'mark', source: 'm', target: 'b' };
    const apart: Bout = {
      actors: [
        { id: 'm', actor: 'm', facing: -1 },
        { id: 'b', actor: 'b', x: -100 },
      ],
    };

    it('is held by a stop, and meets one who walks in meanwhile', () => {
      const { harms, read, log } = fought(fight, [held], { ...apart, acts: [begins, walksIn] });
      expect(harms).toEqual([[1.45, 10]]);
      expect(read.place('m', 1.45).x).toBeCloseTo(-18, 9);
      expect(log.at(-1)?.touch).toEqual(jasmine.objectContaining({ move: 'swing', contact: 0, angle: 0 }));
      expect(log.at(-1)?.touch?.distance).toBeCloseTo(82, 9);
      expect(read.of('move', 'b').map(({ at, how }) => [at, how])).toEqual([
        [1, 'begins'],
        [1.45, 'recovers'],
        [1.65, 'ends'],
      ]);
    });

    it('does not reach whom it would without the walk', () => {
      expect(fought(fight, [held], { ...apart, acts: [begins] }).harms).toEqual([]);
      // Not held, at 1.3, the other is 88 away.
      expect(fought(fight, [], { ...apart, acts: [begins, walksIn] }).harms).toEqual([[1.3, 10]]);
    });

    it('has no contact once it is broken off', () => {
      const broken = fought(fight, [held, { at: 1.4, event: 'burst', source: 'm', target: 'b' }], { ...apart, acts: [begins, walksIn] });
      expect(broken.harms).toEqual([]);
      expect(broken.read.of('move', 'b').at(-1)).toEqual(jasmine.objectContaining({ at: 1.4, how: 'broken' }));
    });
  });

  it('a zone sets payload fields of its events; other fields have their defaults', () => {
    const zone = (payload: Json): Json => ({
      id: 'z',
      shape: { shape: 'disc', length: 50 },
      enters: 'blow',
      stays: { event: 'blow', every: 0.5 },
      leaves: 'mark',
      payload,
    });
    const fight = (payload: Json): Fight => ({
      actors: [fighter('m', { most: 90 }, { speed: 100 }), fighter('b', undefined, { zones: [zone(payload)] })],
      responses: [response('blow', harmRung()), response('mark', { id: 'out', then: [] })],
    });
    const bout: Bout = {
      length: 4,
      actors: [
        { id: 'm', actor: 'm', x: 150 },
        { id: 'b', actor: 'b', x: 0 },
      ],
      acts: [{ at: 0, who: 'm', do: 'walk', points: [{ x: -100, y: 0 }] }],
    };
    // The body enters at 50 px after 1 s and leaves at −50 px after 2 s.
    const { harms, log } = fought(fight({ damage: 7 }), [], bout);
    expect(harms).toEqual([
      [1, 7],
      [1.5, 7],
      [2, 7],
    ]);
    expect(log.map(({ event }) => event)).toEqual(['blow', 'blow', 'blow', 'mark']);
    // A direction that is left out points from the zone's middle to the body: right at first, left at last.
    expect([0, 2].map((i) => log[i].payload['direction'])).toEqual([0, 180]);
    expect(fought(fight({}), [], bout).harms.map(([, points]) => points)).toEqual([10, 10, 10]);
    expect(() => fought(fight({ weight: 1 }), [], bout)).toThrowError(/zones\[0\]\.payload\.weight: expected a field of one of its events/);
    expect(() => fought(fight({ damage: 'much' }), [], bout)).toThrowError(/zones\[0\]\.payload\.damage: expected/);
  });

  it('12: a sweep meets each at its own instant', () => {
    const reach = { shape: 'arc', length: 120, from: -60, to: 60 };
    const moves = [{ id: 'sweep', contacts: [{ live: 0.2, event: 'blow', reach }] }];
    const at = (id: string, actor: string, degrees: number, distance: number): { id: string; actor: string; x: number; y: number } => ({
      id,
      actor,
      x: Math.cos((degrees * Math.PI) / 180) * distance,
      y: Math.sin((degrees * Math.PI) / 180) * distance,
    });
    const fight: Fight = {
      actors: [fighter('m'), fighter('b', undefined, { moves }), fighter('wide', undefined, { radius: 20 })],
      responses: [response('blow', harmRung())],
    };
    const { log } = fought(fight, [], {
      actors: [
        { id: 'b', actor: 'b' },
        at('up', 'm', -30, 100),
        at('ahead', 'm', 0, 100),
        at('down', 'm', 45, 100),
        at('wide', 'wide', -30, 100),
        at('touched', 'wide', 0, 140),
        at('far', 'wide', 0, 145),
      ],
      acts: [{ at: 1, who: 'b', do: 'move', move: 'sweep' }],
    });
    expect(log.map(({ target, at: when }) => [target, Math.round((when - 1) * 1e5) / 1e5])).toEqual([
      ['wide', 0.03077],
      ['up', 0.05],
      ['ahead', 0.1],
      ['touched', 0.1],
      ['down', 0.175],
    ]);
    expect(log.map(({ payload }) => Math.round(Number(payload['direction'])))).toEqual([-30, -30, 0, 0, 45]);
  });

  describe('13: thrown', () => {
    const flies = (more: Json): Json => ({ outcome: 'launch', actor: 'pod', speed: 600, ...more });
    const fight = (outcome: Json, more: Json = {}): Fight => ({
      actors: [
        fighter('m', { most: 20 }, { radius: 20, speed: 300 }),
        fighter('b', { most: 20 }, { side: 'hive' }),
        fighter('pod', undefined, more),
      ],
      responses: [
        response('mark', { id: 'thrown', then: [outcome] }),
        response('blow', harmRung()),
        response('burst', { id: 'bursts', then: [] }),
      ],
    });
    const thrown: Scripted = { at: 0.5, event: 'mark', source: 'b', target: 'm' };
    const at = (x: number): Bout => ({
      length: 4,
      actors: [
        { id: 'm', actor: 'm', x },
        { id: 'b', actor: 'b' },
      ],
    });

    it('lands where it was thrown after distance ÷ speed, its event there and nobody harmed on the way', () => {
      const walks = { at: 0.5, who: 'b', do: 'walk', points: [{ x: 290, y: 0 }], speed: 2000 };
      const run = fought(fight(flies({ to: 'place', lands: 'burst', meets: 'blow' })), [thrown], { ...at(300), acts: [walks] });
      expect(run.log.map((entry) => [entry.at, entry.event, entry.source, entry.target])).toEqual([
        [0.5, 'mark', 'b', 'm'],
        [1, 'burst', 'b', ''],
      ]);
      expect(run.read.place('pod-1', 0.75).x).toBeCloseTo(150, 9);
      expect([0.4, 0.75, 1].map((when) => run.read.standing('pod-1', when))).toEqual(['gone', 'up', 'gone']);
    });

    it('meets a body with its edge', () => {
      const run = fought(fight(flies({ to: 'ahead', range: 900, meets: 'blow', lands: 'burst' })), [thrown], at(200));
      expect(run.log.map((entry) => [entry.at, entry.event, entry.target])).toEqual([
        [0.5, 'mark', 'm'],
        [0.8, 'blow', 'm'],
        [0.8, 'burst', 'm'],
      ]);
      expect(run.log[1].payload['direction']).toBe(0);
    });

    it('catches one who goes away, unless that is out of range by then', () => {
      const goes = [{ at: 0.5, who: 'm', do: 'walk', points: [{ x: 2000, y: 0 }] }];
      const far = fought(fight(flies({ to: 'ahead', range: 900, meets: 'blow' })), [thrown], { ...at(200), acts: goes });
      expect(far.harms).toEqual([[1.1, 10]]);
      expect(far.read.place('pod-1', 1.0999999999).x).toBeCloseTo(360, 5);
      const near = fought(fight(flies({ to: 'ahead', range: 300, meets: 'blow', lands: 'burst' })), [thrown], { ...at(200), acts: goes });
      expect(near.log.map((entry) => [entry.at, entry.event, entry.target])).toEqual([
        [0.5, 'mark', 'm'],
        [1, 'burst', ''],
      ]);
    });

    it('goes after somebody who turns away, and ends where that one was when it is gone', () => {
      const turns = [{ at: 0.5, who: 'm', do: 'walk', points: [{ x: 200, y: 300 }], speed: 200 }];
      const run = fought(fight(flies({ to: 'after', meets: 'blow' })), [thrown], { ...at(200), acts: turns });
      // |(200, 200 t)| = 600 t + 20.
      const t = (-24000 + Math.sqrt(24000 ** 2 + 4 * 320000 * 39600)) / (2 * 320000);
      expect(run.harms[0][0]).toBeCloseTo(0.5 + t, 7);
      const gone: Fight = {
        ...fight(flies({ to: 'after', meets: 'blow', lands: 'burst', speed: 100 })),
      };
      const taken: Fight = {
        ...gone,
        responses: [...(gone.responses ?? []), response('nectar', { id: 'off', then: [{ outcome: 'away' }] })],
      };
      const lost = fought(taken, [thrown, { at: 1, event: 'nectar', source: 'b', target: 'm' }], at(200));
      expect(lost.log.slice(2).map((entry) => [entry.at, entry.event, entry.target])).toEqual([[2.5, 'burst', '']]);
    });

    it('spares its launcher unless it is told otherwise, and goes on through as many as it pierces', () => {
      const row: Bout = {
        length: 3,
        actors: [
          { id: 'b', actor: 'b' },
          { id: 'm', actor: 'm', x: 100 },
          { id: 'm2', actor: 'm', x: 200 },
          { id: 'm3', actor: 'm', x: 300 },
        ],
      };
      const hit = (outcome: Json): string[] =>
        fought(fight(flies({ to: 'ahead', meets: 'blow', ...outcome })), [thrown], row)
          .log.slice(1)
          .map(({ target }) => target);
      expect(hit({})).toEqual(['m']);
      expect(hit({ pierce: 1 })).toEqual(['m', 'm2']);
      expect(hit({ pierce: 9 })).toEqual(['m', 'm2', 'm3']);
      expect(hit({ spares: 'nobody', pierce: 1 })).toEqual(['b', 'm']);
    });
  });

  it('14: a trap that lights who walks in, once, and goes out', () => {
    const patch = fighter('patch', undefined, {
      untouched: true,
      zones: [{ id: 'sparks', shape: { shape: 'disc', length: 30 }, kinds: ['weevil'], enters: 'burst', once: true }],
    });
    const weevil = fighter('w', { most: 20 }, { kinds: ['weevil'], radius: 10, speed: 100 });
    const fight: Fight = {
      actors: [patch, weevil, fighter('b', { most: 20 }, { kinds: ['beetle'], radius: 40, speed: 200 })],
      statuses: [{ id: 'flame', label: 'flame', length: 4 }],
      responses: [
        response('burst', {
          id: 'lit',
          then: [
            { outcome: 'give', status: 'flame', of: 'source' },
            { outcome: 'raise', event: 'mark', on: 'source', after: 6 },
          ],
        }),
        response('mark', { id: 'out', then: [{ outcome: 'away' }] }),
      ],
    };
    const { log, read } = fought(fight, [], {
      length: 12,
      actors: [
        { id: 'patch', actor: 'patch' },
        { id: 'b', actor: 'b', x: -300 },
        { id: 'w', actor: 'w', x: -200, y: 24 },
        { id: 'w2', actor: 'w', x: -400, y: 0 },
      ],
      acts: ['b', 'w', 'w2'].map((who) => ({ at: 0, who, do: 'walk', points: [{ x: 400, y: who === 'w' ? 24 : 0 }] })),
    });
    // 200 − 32 px at 100 a second.
    expect(log.map(({ at, event, source, target }) => [at, event, source, target])).toEqual([
      [1.68, 'burst', 'patch', 'w'],
      [7.68, 'mark', 'patch', 'patch'],
    ]);
    expect([5.6, 5.68].map((at) => read.stacks('patch', 'flame', at))).toEqual([1, 0]);
    expect([7.6, 7.68].map((at) => read.standing('patch', at))).toEqual(['up', 'gone']);
    // Back, it has forgotten whom it lit; while it was away nobody walked into it.
    const returns = {
      ...fight,
      responses: [...(fight.responses ?? []).slice(0, 1), response('mark', { id: 'out', then: [{ outcome: 'away', back: 2, spread: 0 }] })],
    };
    const again = fought(returns, [], {
      length: 15,
      actors: [{ id: 'patch', actor: 'patch' }, ...[200, 900, 1200].map((x, i) => ({ id: `w${i}`, actor: 'w', x: -x, y: 24 }))],
      acts: ['w0', 'w1', 'w2'].map((who) => ({ at: 0, who, do: 'walk', points: [{ x: 400, y: 24 }] })),
    });
    expect(again.log.filter(({ event }) => event === 'burst').map(({ at, target }) => [at, target])).toEqual([
      [1.68, 'w0'],
      [11.68, 'w2'],
    ]);
  });

  it('15: splits into four, down to the least rank: 85 bodies in all', () => {
    const pod = fighter('pod', { most: 4, falls: 'fall' }, { ranks: [{ scale: 0.25 }, { scale: 0.5 }, { scale: 0.7 }, { scale: 1 }] });
    const fight: Fight = {
      actors: [pod, fighter('b')],
      responses: [
        response('fall', {
          id: 'breaks',
          when: [{ condition: 'standing', of: 'target', is: 'down' }],
          then: [{ outcome: 'split', count: 4 }],
        }),
        response('blow', harmRung()),
        response('mark', { id: 'all', then: [{ outcome: 'raise', event: 'blow', on: 'around', radius: 9000, except: ['source'] }] }),
      ],
    };
    const run = fightOut(
      fight,
      [1, 2, 3, 4, 5].map((at) => ({ at, event: 'mark', source: 'b', target: 'b' })),
      {
        length: 8,
        actors: [
          { id: 'pod', actor: 'pod' },
          { id: 'b', actor: 'b' },
        ],
      },
    );
    const pods = run.combatants.filter(({ actor }) => actor.id === 'pod');
    expect([4, 3, 2, 1].map((rank) => pods.filter((one) => one.rank === rank).length)).toEqual([1, 4, 16, 64]);
    expect(pods.length).toBe(85);
    // Thrown 80 px apart, evenly.
    const [first, second] = ['pod-1', 'pod-2'].map((id) => run.read.place(id, 1.4));
    expect(Math.hypot(first.x, first.y)).toBeCloseTo(80, 6);
    expect(first.x * second.x + first.y * second.y).toBeCloseTo(0, 6);
    expect(run.read.standing('pod', 1.2)).toBe('gone');
  });

  it('the pieces that a swing makes are not met by that swing, and by the next one are', () => {
    const swing = {
      id: 'swing',
      windUp: 0.1,
      recovery: 0.1,
      contacts: [{ event: 'blow', reach: { shape: 'disc', length: 200 }, live: 0.5 }],
    };
    const pod = fighter('pod', { most: 4, falls: 'fall' }, { radius: 10, ranks: [{ scale: 0.5 }, { scale: 0.7 }, { scale: 1 }] });
    const fight: Fight = {
      actors: [pod, fighter('b', { most: 100 }, { moves: [swing] })],
      responses: [
        response('fall', {
          id: 'breaks',
          when: [{ condition: 'standing', of: 'target', is: 'down' }],
          then: [{ outcome: 'split', count: 4, apart: 60, seconds: 0.2 }],
        }),
        response('blow', harmRung()),
      ],
    };
    const run = fightOut(fight, [], {
      length: 3,
      actors: [
        { id: 'b', actor: 'b' },
        { id: 'pod', actor: 'pod', x: 60 },
      ],
      acts: [0, 2].map((at) => ({ at, who: 'b', do: 'move', move: 'swing' })),
    });
    const blows = run.log.filter(({ event }) => event === 'blow');
    // One at the first swing, at its contact; the four pieces at the second.
    expect(blows.filter(({ at }) => at < 2).map(({ at, target }) => [at, target])).toEqual([[0.1, 'pod']]);
    expect(blows.filter(({ at }) => at >= 2).length).toBe(4);
  });

  it('18: knocked into an edge, which carries how fast it was met', () => {
    const field = (name: string): Json => ({ name, label: name, type: 'number', min: 0, max: 10_000, step: 1, default: 0 });
    const fight: Fight = {
      actors: [fighter('m'), fighter('b')],
      events: [
        { id: 'blow', label: 'Blow', fields: [{ name: 'direction', label: 'd', type: 'direction', default: 0 }] },
        { id: 'fall', label: 'Fall', fields: [] },
        { id: 'back', label: 'Back', fields: [] },
        { id: 'edge', label: 'Edge', fields: [field('speed')] },
      ],
      responses: [response('blow', { id: 'moves', then: [{ outcome: 'shove', distance: 120, seconds: 0.3, edge: 'edge' }] })],
    };
    const plan = { length: 3, edges: { right: 90 } };
    const { log, read } = fought(fight, [{ at: 1 }], plan);
    expect(log.map(({ at, event }) => [at, event])).toEqual([
      [1, 'blow'],
      [1.15, 'edge'],
    ]);
    expect(Number(log[1].payload['speed'])).toBeCloseTo(400, 6);
    expect([1.05, 1.15, 2].map((at) => Math.round(read.place('m', at).x * 1e6) / 1e6)).toEqual([36.666667, 90, 90]);
    // Without an edge it comes to a stand by itself.
    const free = fought(fight, [{ at: 1 }], { length: 3 });
    expect([1.15, 1.3, 2].map((at) => Math.round(free.read.place('m', at).x * 1e6) / 1e6)).toEqual([90, 120, 120]);
    expect(free.log.length).toBe(1);
  });
});
