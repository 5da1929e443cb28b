import { two, type ArenaCase } from './arenaVectors.js';
import { blow, harms, rung, give, plays, fieldIs, compare, payloadOf, down } from './caseParts.js';

/** Drills for events, rungs, outcomes and statuses. Each shows a rule of docs/rules.md and notices the faults planted in it. */
export const ruleCases: readonly ArenaCase[] = [
  {
    about:
      'The first rung that matches is found by the state before the event. Damage is reduced by resistance, then by the rung. The log has the damage beyond the health left.',
    ladders: {
      hit: [
        rung('glance', [compare({ read: 'harm' }, '<', 4)], []),
        rung('strong', [fieldIs('strong', 'on')], [{ outcome: 'harm', points: { of: { read: 'harm' }, times: 2, plus: 1 } }]),
        rung('fells', [compare({ read: 'health-after', of: 'target' }, '≤', 0)], [{ outcome: 'harm' }, plays('shines')]),
        harms,
      ],
    },
    script: [
      blow(0.5, { damage: 7, kind: 'ember' }),
      blow(1, { damage: 10, strong: true }),
      blow(1.5, { damage: 9 }),
      blow(2, { damage: 10 }),
      blow(2.5, { damage: 31 }),
    ],
    to: [0.5, 2.2, 3],
  },
  {
    about: 'A rung that continues: the rungs below it are asked too, by the same state.',
    ladders: {
      hit: [
        rung(
          'counts',
          [],
          [
            { outcome: 'count', counter: 'blows' },
            { outcome: 'harm', points: 3 },
          ],
          { goesOn: true },
        ),
        rung(
          'whole',
          [compare({ read: 'health-share', of: 'target' }, '=', 1)],
          [{ outcome: 'count', counter: 'blows', how: 'to', number: 5 }],
        ),
        rung('many', [compare({ read: 'counter', counter: 'blows', of: 'target' }, '>', 5)], [plays('shines')]),
      ],
    },
    script: [blow(0.1), blow(0.2), blow(0.3)],
    to: [0.15, 0.4],
  },
  {
    about: 'A window of 0 to 0.18 s contains 0 s but not 0.18 s. It runs on the clock of its actor, which a hit-stop halts.',
    statuses: [{ id: 'guarding', length: 2 }],
    ladders: {
      call: [rung('up', [], [give('guarding')])],
      hit: [
        rung('parry', [{ condition: 'window', status: 'guarding', from: 0, to: 0.18 }], [plays('stops')]),
        rung('broken', [{ condition: 'status', status: 'guarding' }, fieldIs('strong', 'on')], [{ outcome: 'take', status: 'guarding' }]),
        rung('block', [{ condition: 'status', status: 'guarding' }], [{ outcome: 'harm', points: { of: { read: 'harm' }, times: 0.25 } }]),
        harms,
      ],
    },
    script: [
      { at: 1, event: 'call', target: 'm' },
      blow(1),
      blow(1.379),
      blow(1.58),
      blow(1.7, { strong: true }),
      blow(1.8),
      { at: 2, event: 'call', target: 'm' },
      blow(2.18),
      blow(4),
    ],
    to: [1.1, 1.3, 1.9, 4.5],
  },
  {
    about:
      'A status with damage per second accrues on the clock of its actor. Each tick deals the damage accrued since the last one, the end deals the rest. A hit-stop halts both.',
    statuses: [{ id: 'burning', length: 1, ticks: { every: 0.3, event: 'bare', rate: 4 } }],
    ladders: {
      hit: [rung('stops', [fieldIs('strong', 'on')], [plays('stops')]), rung('lit', [], [give('burning')])],
      bare: [harms],
    },
    script: [blow(0), blow(0.45, { strong: true }), blow(2), blow(2.5)],
    to: [0.7, 1.3, 5],
  },
  {
    about:
      'Each stack of a status counts for the time it was there. Applying the status again restarts its length and keeps the times of its ticks.',
    statuses: [
      { id: 'sap', length: 2, stacking: 'stack', most: 3, ticks: { every: 1, event: 'bare', rate: 1 } },
      { id: 'longer', length: 1, stacking: 'extend' },
      { id: 'once', length: 1, stacking: 'ignore' },
    ],
    ladders: {
      hit: [rung('dosed', [], [give('sap'), give('longer'), give('once'), give('once', { of: 'source', stacks: 2 })])],
      bare: [harms],
    },
    script: [blow(0), blow(0.4), blow(0.8), blow(0.9)],
    to: [0.95, 1.85, 3.9, 5],
  },
  {
    about: 'A body without health is defeated once. Later events find it down. It respawns after a delay, with statuses and memory reset.',
    statuses: [
      { id: 'lit', ticks: { every: 0.25, event: 'bare', rate: 2 } },
      { id: 'stays', onFall: 'stays', length: 9 },
    ],
    ladders: {
      hit: [
        rung(
          'first',
          [{ condition: 'nth', count: 'only', n: 1 }],
          [give('lit'), give('stays'), { outcome: 'count', counter: 'seen' }, { outcome: 'harm' }],
        ),
        harms,
      ],
      bare: [harms],
      fall: [rung('falls', [down], [plays('shines'), { outcome: 'away', back: 1.5 }])],
      back: [rung('returns', [], [plays('shines')])],
    },
    script: [blow(0, { damage: 39 }), blow(1.3), blow(2.1), blow(2.2), blow(3.6, { damage: 5 }), blow(3.7, { damage: 5 })],
    to: [0.6, 1.4, 2.5, 3.65, 4.2],
  },
  {
    about: 'Order at one instant: first what was scheduled before, then events from outside in their order, then events that these raise.',
    statuses: [{ id: 'lit', length: 1, ticks: { every: 0.5, event: 'bare', rate: 2 } }],
    ladders: {
      hit: [
        rung(
          'lit',
          [{ condition: 'status', status: 'lit', is: 'off' }],
          [give('lit'), give('lit', { of: 'source' }), { outcome: 'raise', event: 'call' }],
        ),
        harms,
      ],
      bare: [harms],
      call: [rung('mends', [], [{ outcome: 'mend', points: 1 }])],
    },
    script: [
      { at: 0, event: 'call', target: 'm' },
      blow(0, { damage: 6 }),
      blow(0, { damage: 6 }),
      blow(0.5, { damage: 6 }),
      { at: 0.5, event: 'call', target: 'm' },
      blow(1, { damage: 6 }),
    ],
    to: [0.5, 1],
  },
  {
    about:
      'A rung with a cooldown matches again at the instant the cooldown ends. Occurrences: the fourth within a second, and every second one for a pair of bodies.',
    actors: [...two, { id: 'w', actor: 'near', place: { x: 200, y: 0 } }],
    ladders: {
      hit: [
        rung('fourth', [{ condition: 'nth', count: 'from', n: 4, within: 1 }], []),
        rung('song', [{ condition: 'cooldown', per: 'target', seconds: 0.5 }], [plays('stops')]),
        rung('second', [{ condition: 'nth', per: 'pair', count: 'every', n: 2 }], [{ outcome: 'harm', points: 1 }]),
      ],
    },
    script: [
      ...[0, 0.3, 0.7, 0.95, 1.4, 1.5, 2.6, 3.2, 4.2].map((at) => blow(at)),
      blow(5.3, {}, { source: 'w' }),
      blow(5.7, {}, { source: 'w' }),
    ],
    to: [0.3, 6],
  },
  {
    about:
      'An event sent to all bodies in a radius, the boundary included: each gets its distance and is reached by speed. Then to two of three at random, and to bodies of a kind or a side.',
    actors: [...two, ...[60, 120, 121, 100, 80].map((x, i) => ({ id: `w${i}`, actor: 'near', place: { x: 90 + x, y: 0 } }))],
    seed: 12,
    ladders: {
      call: [
        rung(
          'bursts',
          [],
          [
            {
              outcome: 'raise',
              event: 'hit',
              on: 'around',
              radius: 120,
              speed: 400,
              except: ['target'],
              payload: { damage: { of: { read: 'distance' }, in: [0, 120], out: [8, 0], ease: 'ease-out' } },
            },
            {
              outcome: 'raise',
              event: 'bare',
              on: 'around',
              radius: 500,
              most: 2,
              after: 0.5,
              kinds: ['small'],
              payload: { damage: { range: [1, 5] } },
            },
            { outcome: 'raise', event: 'back', on: 'around', around: 'source', radius: 1000, after: 0.7, sides: ['bark'] },
          ],
        ),
      ],
      hit: [harms],
      bare: [harms],
    },
    script: [blow(0.05, { damage: 50 }, { target: 'w4' }), { at: 0.1, event: 'call', source: 'b', target: 'm' }],
    to: [0.3, 1],
  },
  {
    about: 'Chance draws from the seed, the number of the event, the rung and the item.',
    seed: 77,
    ladders: {
      hit: [
        rung('lucky', [{ condition: 'chance', share: 0.4 }], [{ outcome: 'harm', points: { range: [1, 3] } }]),
        rung('other', [], [{ outcome: 'harm', points: { range: [0, 0.5] } }]),
      ],
    },
    script: [blow(0, {}, { repeat: { count: 8, every: 0.1 } })],
    to: [1],
  },
  {
    about: 'Health regenerates, and damage states follow its share. A status prevents healing. An outcome sets a look.',
    actors: [...two, { id: 'w', actor: 'near', place: { x: 200, y: 0 } }],
    statuses: [{ id: 'bare', length: 1, prevents: ['mending'] }],
    ladders: {
      hit: [rung('harms', [], [{ outcome: 'harm' }, { outcome: 'harm', of: 'source', points: 70 }])],
      call: [rung('bared', [], [give('bare'), { outcome: 'mend', points: 3 }, { outcome: 'look', look: 'husk' }])],
    },
    script: [
      blow(0.5, { damage: 20 }),
      { at: 1, event: 'call', target: 'w' },
      blow(1.5, { damage: 12 }),
      { at: 2, event: 'call', target: 'm' },
      blow(2.5, { damage: 1 }, { target: 'w' }),
    ],
    to: [0.4, 0.5, 1.5, 2.5, 9],
  },
  {
    about: 'Conditions on the target by kind, side, actor and facing, and groups: all, any, none.',
    actors: [...two, { id: 'w', actor: 'near', place: { x: 200, y: 0 } }],
    ladders: {
      call: [rung('tends', [down], [{ outcome: 'mend', points: 5 }])],
      hit: [
        rung('behind', [{ condition: 'facing', from: 'behind', within: 45 }], []),
        rung('round', [{ condition: 'who', of: 'target', kinds: ['round'] }, fieldIs('word', 'hum')], []),
        rung(
          'neither',
          [
            { condition: 'none', of: [{ condition: 'who', of: 'target', actors: ['struck'] }, compare(payloadOf('damage'), '≥', 20)] },
            {
              condition: 'any',
              of: [
                { condition: 'who', of: 'target', sides: ['bark'] },
                { condition: 'all', of: [fieldIs('strong', 'on')] },
              ],
            },
          ],
          [],
        ),
        harms,
      ],
    },
    script: [
      blow(0, { direction: 0 }),
      blow(0.1, { direction: 180 }),
      blow(0.2, { direction: 0, word: 'hum' }),
      blow(0.3, { strong: true, direction: 180 }, { target: 'w' }),
      blow(0.35, { direction: 180 }, { target: 'w' }),
      blow(0.4, { strong: true, damage: 20, direction: 180 }, { target: 'w' }),
      blow(0.5, { direction: 180 }, { target: 'w' }),
      { at: 0.6, event: 'call', target: 'w' },
    ],
    to: [1],
  },
  {
    about: 'Delayed events and sequences run on the world’s clock. A status plays sequences at its start, at its end, and while it lasts.',
    statuses: [{ id: 'lit', length: 1, cues: { start: 'shines', end: 'shines' }, late: [{ after: 0.3, sequence: 'shines', every: 0.25 }] }],
    ladders: {
      hit: [
        rung(
          'later',
          [],
          [
            { outcome: 'raise', event: 'call', after: 0.4 },
            { outcome: 'raise', event: 'bare', after: 0.05 },
            { ...plays('shines'), after: { range: [0.1, 0.2] }, payload: { damage: { of: { read: 'health', of: 'target' }, times: 0.5 } } },
            plays('stops'),
          ],
        ),
      ],
      bare: [harms],
      call: [rung('lit', [], [give('lit', { length: 0.8 }), { outcome: 'fell' }])],
      fall: [rung('told', [down], [{ outcome: 'away' }])],
    },
    script: [blow(0, { damage: 4 }), { at: 0.2, event: 'call', target: 'b' }, blow(3)],
    to: [0.3, 0.45, 2, 3],
  },
  {
    about:
      'An event is raised at each signal of a played sequence, with the numbers of the signal: letters of a caption and arrivals of a seeker. The world’s clock counts, and a stop of the sequence halts it.',
    ladders: {
      hit: [
        rung(
          'says',
          [],
          [
            { ...plays('calls'), signal: 'now', raises: 'bare', after: 0.1 },
            { ...plays('calls'), signal: 'there', raises: 'call', on: 'source' },
          ],
        ),
      ],
      bare: [harms],
      call: [rung('lit', [], [give('lit', { length: 0.1 })])],
    },
    statuses: [{ id: 'lit', length: 1 }],
    script: [blow(0.1, { damage: 4 }), blow(2, { damage: 2 })],
    to: [0.2, 0.5, 0.9, 1.5, 3],
  },
  {
    about:
      'A delayed outcome happens on the world’s clock, by the state at that time, in a log entry with the number of its event. It is cancelled if its body was despawned in between.',
    ladders: {
      hit: [
        rung(
          'trap',
          [],
          [
            { outcome: 'harm', points: 5, after: 0.4 },
            { outcome: 'harm', points: { of: { read: 'health', of: 'target' }, times: 0.5 }, after: 0.6 },
            give('lit', { after: { range: [0.1, 0.2] } }),
            plays('halts'),
            { outcome: 'away', of: 'source', back: 0.5, after: 1 },
            { outcome: 'look', look: 'cracked', after: 0 },
          ],
        ),
      ],
      bare: [
        rung(
          'gone',
          [],
          [
            { outcome: 'harm', points: 1, after: 0.3 },
            { outcome: 'away', back: 0.1, health: 7 },
            { outcome: 'mend', of: 'source', points: 1, after: 0.3 },
          ],
        ),
      ],
    },
    statuses: [{ id: 'lit', length: 1 }],
    script: [blow(0.1), { at: 1.9, event: 'bare', source: 'm', target: 'b' }],
    to: [0.15, 0.45, 0.8, 1.3, 1.95, 2.5],
  },
  {
    about:
      'A body that is despawned again before it respawns: the later respawn counts, and looks are reset. After a respawn without delay no other one comes.',
    ladders: {
      hit: [
        rung('again', [{ condition: 'standing', of: 'target', is: 'gone' }], [{ outcome: 'away', back: 1 }]),
        rung(
          'off',
          [],
          [
            { outcome: 'look', look: 'cracked' },
            { outcome: 'away', back: 1 },
          ],
        ),
      ],
      call: [rung('calls', [{ condition: 'standing', of: 'target', is: 'gone' }], [{ outcome: 'bring-back' }])],
    },
    script: [blow(0), blow(0.5), blow(2), { at: 2.4, event: 'call', source: 'b', target: 'm' }],
    to: [0.1, 1.1, 1.6, 2.5, 3.5],
  },
  {
    about: 'The stop budget limits the clocks of the rules too.',
    stopBudget: { seconds: 0.3, within: 1 },
    statuses: [{ id: 'held', length: 1 }],
    ladders: { hit: [rung('stops', [], [plays('stops'), give('held')])] },
    script: [blow(0), blow(0.3), blow(0.6)],
    to: [0.1, 0.7, 2],
  },
];
