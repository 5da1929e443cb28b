import { two, type ArenaCase } from './arenaVectors.js';
import { blow, harms, rung, give, plays, fieldIs, compare, payloadOf, down } from './caseParts.js';

/** Drills for events, rungs, outcomes and statuses. Each shows a rule of docs/rules.md and notices the faults planted in it. */
export const ruleCases: readonly ArenaCase[] = [
  {
    about:
      'the first rung that holds answers by the state before the event; what it resists comes first, then the rung’s own share; what is over is told',
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
    about: 'a rung that goes on lets those below be asked, by the same state',
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
    about: 'a window is half-open: 0 to 0.18 holds 0 and not 0.18; it is on the clock of its actor, which a hit-stop holds',
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
      'a status that harms by the second accrues on its actor’s clock: ticks tell what has accrued, the end what is left, a hit-stop holds them',
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
      'stacks: each counts for the time that it was there; what is given again begins its length anew and keeps the phase of its ticks',
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
    about: 'health gone raises the fall, once; what comes after finds it down; back after a while, with everything forgotten',
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
    about: 'at one instant: what was decided before, then what is handed in, in its order, then what these raise',
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
      'cooldowns and counts: at the instant a cooldown is over it may again; a fourth within a second, and every second for the two together',
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
      'told to all around, the boundary within: each with its distance, arriving by its speed; to two of three by chance; those of a kind or a side',
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
    about: 'chance draws by the seed, the event’s number, the rung and the item',
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
    about: 'health that mends and how it looks by its share; what prevents mending, and a look that is given',
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
    about: 'who is struck and from where: by kind, side, name and facing; any, all and none',
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
    about: 'events later and sequences later are on the world’s clock; a status also plays when it begins, ends, and while it lasts',
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
      'an event at each signal of a sequence that is played: letters and arrivals, with the signal’s numbers, by the world’s clock, which a stop of the sequence halts',
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
      'any outcome after a while, by the world’s clock: in an entry of its own with the event’s number, by the state of then; for one who has been away since, nothing',
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
      'taken away once more before being back: the later return counts, and looks are forgotten; brought back at once, no other return comes',
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
    about: 'a budget of stops holds for the clocks that decide as well',
    stopBudget: { seconds: 0.3, within: 1 },
    statuses: [{ id: 'held', length: 1 }],
    ladders: { hit: [rung('stops', [], [plays('stops'), give('held')])] },
    script: [blow(0), blow(0.3), blow(0.6)],
    to: [0.1, 0.7, 2],
  },
];
