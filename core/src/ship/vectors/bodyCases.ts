import { two, type ArenaCase } from './arenaVectors.js';
import { blow, harms, rung, give, plays, fieldIs, compare, payloadOf, down } from './caseParts.js';

/** Drills for moves, walks, projectiles, zones and pushes. Each shows a rule of docs/rules.md and notices the faults planted in it. */
export const bodyCases: readonly ArenaCase[] = [
  {
    about:
      'A move runs on the clock of its actor, so a hit-stop delays the rest of it. At a contact every body in reach is hit, the boundary included, in the direction of the blow.',
    bodies: {
      striker: {
        moves: [
          {
            id: 'swing',
            windUp: 0.3,
            contacts: [{ event: 'hit', reach: { shape: 'disc', length: 162 }, payload: { damage: 6 }, sequence: 'shines' }],
            recovery: 0.2,
            sequence: 'shines',
          },
        ],
      },
      struck: { speed: 40 },
    },
    ladders: { hit: [harms], call: [rung('held', [], [plays('stops')])] },
    script: [
      { at: 0.2, event: 'call', target: 'b' },
      { at: 2.1, event: 'call', target: 'm' },
    ],
    acts: [
      { at: 0.1, who: 'b', do: 'move', move: 'swing' },
      { at: 0.1, who: 'm', do: 'walk', points: [{ x: 72, y: 0 }] },
      { at: 2, who: 'b', do: 'move', move: 'swing' },
      { at: 2, who: 'm', do: 'walk', points: [{ x: 72, y: 90 }], speed: 100 },
    ],
    to: [0.35, 0.6, 1, 2.2, 2.5, 4],
  },
  {
    about:
      'A sweep meets each body at its own instant, at the edge of the body, and touches it there. A sweep of one instant meets all bodies between its angles. It is mirrored if its actor faces left.',
    actors: [
      two[0],
      { id: 'm', actor: 'struck', place: { x: -90 + 86.6, y: -50 }, facing: -1 },
      { id: 'w', actor: 'near', place: { x: 10, y: 0 } },
      { id: 'w2', actor: 'near', place: { x: -19.29, y: 70.71 } },
      { id: 'w3', actor: 'near', place: { x: -210, y: 0 } },
    ],
    bodies: {
      striker: {
        moves: [
          { id: 'sweep', contacts: [{ event: 'hit', live: 0.2, reach: { shape: 'arc', length: 120, from: -60, to: 60 } }], recovery: 0.1 },
          {
            id: 'back',
            windUp: 0.1,
            contacts: [
              { event: 'hit', reach: { shape: 'arc', length: 120, from: -50, to: 20 }, payload: { damage: 3 } },
              { event: 'hit', after: 0.1, live: 0.1, reach: { shape: 'thrust', length: 110, width: 20, angle: 0 }, spares: 'own side' },
            ],
          },
        ],
      },
      struck: { radius: 20 },
      near: { side: 'bark' },
    },
    ladders: { hit: [rung('shows', [], [{ outcome: 'harm' }, plays('shines')])], call: [rung('held', [], [plays('stops')])] },
    script: [{ at: 1.56, event: 'call', target: 'b' }],
    acts: [
      { at: 0, who: 'b', do: 'move', move: 'sweep' },
      { at: 0.5, who: 'b', do: 'move', move: 'back' },
      { at: 0.5, who: 'w', do: 'walk', points: [{ x: 12, y: 0 }], speed: 4 },
      { at: 1, who: 'b', do: 'move', move: 'back', toward: 'w3' },
      { at: 1.5, who: 'b', do: 'turn', facing: 1 },
      { at: 1.5, who: 'b', do: 'move', move: 'sweep', toward: 'm' },
    ],
    to: [0.08, 0.3, 0.6, 0.9, 1.15, 2],
  },
  {
    about:
      'A held move lasts until it is released and applies a status meanwhile. It does not start during another move that cannot be cancelled into it. An outcome, a status that prevents moves, or a defeat interrupts it.',
    statuses: [
      { id: 'guarding' },
      { id: 'stunned', length: 0.4, prevents: ['moves'] },
      { id: 'rooted', length: 0.3, prevents: ['walking'] },
    ],
    bodies: {
      striker: { radius: 15 },
      struck: {
        moves: [
          { id: 'guard', windUp: 0.1, holds: true, status: 'guarding', recovery: 0.2, into: [{ move: 'jab', from: 0.3 }] },
          {
            id: 'jab',
            windUp: 0.3,
            contacts: [{ event: 'hit', reach: { shape: 'thrust', length: 110, width: 0, angle: 0 } }],
            recovery: 0.2,
            lunge: { distance: 60, from: 0.05, to: 0.25 },
          },
        ],
      },
    },
    ladders: {
      hit: [
        rung('stuns', [fieldIs('strong', 'on')], [give('stunned'), give('rooted')]),
        rung('interrupts', [{ condition: 'moving', during: 'recovery', from: 0.65, to: 0.75 }], [{ outcome: 'break-off' }]),
        rung(
          'guarded',
          [
            { condition: 'status', status: 'guarding' },
            { condition: 'moving', move: 'guard', during: 'contact' },
            compare(payloadOf('damage'), '<', 50),
          ],
          [],
        ),
        harms,
      ],
    },
    script: [
      blow(0.05, { damage: 1 }),
      blow(0.2, { damage: 2 }),
      blow(0.62, { damage: 1 }),
      blow(0.7, { damage: 1 }),
      blow(0.9, { damage: 4 }),
      blow(1.3, { damage: 3 }),
      blow(1.7, { damage: 3 }),
      blow(2.7, { strong: true }),
      blow(3.6, { damage: 90 }),
    ],
    acts: [
      { at: 0, who: 'm', do: 'move', move: 'guard' },
      { at: 0.25, who: 'm', do: 'move', move: 'jab' },
      { at: 0.6, who: 'm', do: 'let-go' },
      { at: 1, who: 'm', do: 'move', move: 'guard' },
      { at: 1.8, who: 'm', do: 'move', move: 'jab' },
      { at: 2.5, who: 'm', do: 'move', move: 'guard' },
      { at: 2.5, who: 'm', do: 'walk', points: [{ x: 200, y: 0 }] },
      { at: 2.8, who: 'm', do: 'move', move: 'jab' },
      { at: 3.5, who: 'm', do: 'move', move: 'guard' },
      { at: 3.7, who: 'm', do: 'move', move: 'guard' },
    ],
    to: [0.1, 0.3, 0.65, 0.75, 1.2, 1.75, 1.87, 2, 2.2, 2.4, 2.75, 2.85, 3.55, 4.5],
  },
  {
    about:
      'A body walks to places in a loop; another approaches a body and stays near it; another keeps its distance. Hit-stops and moves hold a body still. A respawned body stands where it began.',
    actors: [two[0], two[1], { id: 'w', actor: 'near', place: { x: 300, y: 100 } }, { id: 'w2', actor: 'near', place: { x: -300, y: 0 } }],
    bodies: {
      striker: {
        moves: [
          { id: 'stand', windUp: 0.4 },
          { id: 'walking', windUp: 0.4, walks: true },
        ],
      },
      struck: { speed: 200 },
      near: { speed: 120, radius: 12 },
    },
    ladders: {
      hit: [rung('held', [fieldIs('strong', 'on')], [plays('stops')]), rung('off', [], [{ outcome: 'away', back: 0.5 }])],
    },
    script: [blow(0.5, { strong: true }, { target: 'w' }), blow(1, { strong: true }, { target: 'm' }), blow(2.6, {}, { target: 'm' })],
    acts: [
      {
        at: 0,
        who: 'm',
        do: 'walk',
        points: [
          { x: 90, y: 100 },
          { x: -10, y: 100 },
          { x: 90, y: 0 },
        ],
        round: true,
      },
      { at: 0, who: 'w', do: 'approach', whom: 'm', within: 60 },
      { at: 0.2, who: 'w2', do: 'keep-away', whom: 'b', beyond: 300 },
      { at: 0.3, who: 'b', do: 'walk', points: [{ x: -200, y: 0 }], speed: 80 },
      { at: 0.6, who: 'b', do: 'move', move: 'stand' },
      { at: 1.2, who: 'b', do: 'move', move: 'walking' },
      { at: 3, who: 'w', do: 'stop' },
    ],
    to: [0.25, 0.55, 0.8, 1.1, 1.7, 2.5, 2.9, 3.2, 4],
  },
  {
    about:
      'Projectiles: to a place in distance ÷ speed; ahead until a body or the range stops it, through as many bodies as its pierce count, past the bodies that it spares; toward a body, and to its last place once it is despawned.',
    actors: [
      two[0],
      { id: 'm', actor: 'struck', place: { x: 210, y: 0 }, facing: -1 },
      { id: 'w', actor: 'near', place: { x: 330, y: 12 } },
      { id: 'w2', actor: 'near', place: { x: 110, y: 0 } },
    ],
    bodies: { striker: { side: 'moss', radius: 20 }, struck: { radius: 30, speed: 50 }, near: { radius: 15 } },
    ladders: {
      call: [
        rung(
          'thrown',
          [],
          [
            { outcome: 'launch', actor: 'near', to: 'place', speed: 500, lands: 'bare', meets: 'hit', hop: 40, payload: { damage: 3 } },
            { outcome: 'launch', actor: 'near', to: 'ahead', speed: 400, range: 700, meets: 'hit', pierce: 1, payload: { damage: 4 } },
            { outcome: 'launch', actor: 'near', to: 'ahead', speed: 300, range: 260, lands: 'back', spares: 'own side', stays: true },
          ],
        ),
      ],
      bare: [rung('seeks', [], [{ outcome: 'launch', actor: 'near', speed: 250, meets: 'hit', lands: 'back' }])],
      fall: [rung('falls', [down], [{ outcome: 'away' }])],
      hit: [rung('harms', [], [{ outcome: 'harm' }, plays('shines')])],
      back: [rung('ends', [], [plays('shines'), { outcome: 'raise', event: 'fall', on: 'around', around: 'place', radius: 2000 }])],
    },
    script: [
      { at: 0.1, event: 'call', source: 'b', target: 'm' },
      { at: 1, event: 'bare', source: 'm', target: 'w2' },
      { at: 1.2, event: 'bare', source: 'w', target: 'm' },
      { at: 1.3, event: 'bare', source: 'm', target: 'w' },
      blow(1.5, { damage: 30 }, { target: 'w' }),
    ],
    acts: [{ at: 0.2, who: 'm', do: 'walk', points: [{ x: 210, y: 200 }] }],
    to: [0.3, 0.62, 0.9, 1.4, 1.7, 3],
  },
  {
    about:
      'A projectile is a party of the events that it raises and of events that these raise: conditions ask about it, outcomes hit it, raise events on it and despawn it later. Other events have no projectile.',
    actors: [two[0], { id: 'm', actor: 'struck', place: { x: 210, y: 30 }, facing: -1 }],
    bodies: { struck: { radius: 30 }, near: { radius: 15 } },
    ladders: {
      call: [rung('thrown', [], [{ outcome: 'launch', actor: 'near', to: 'ahead', speed: 400, meets: 'hit', stays: true }])],
      hit: [
        rung(
          'flown',
          [{ condition: 'who', of: 'projectile', actors: ['near'] }],
          [
            { outcome: 'harm', of: 'projectile', points: 6 },
            { outcome: 'raise', event: 'bare', on: 'projectile', from: 'target' },
            { outcome: 'raise', event: 'bare', on: 'around', around: 'projectile', radius: 30, from: 'projectile' },
          ],
        ),
        rung('struck', [], [plays('shines')]),
      ],
      bare: [rung('lies', [compare({ read: 'health', of: 'projectile' }, '<', 100)], [{ outcome: 'away', of: 'projectile', after: 0.2 }])],
    },
    script: [{ at: 0.1, event: 'call', source: 'b', target: 'm' }, blow(1)],
    to: [0.5, 0.8, 1.2],
  },
  {
    about:
      'Zones raise events on bodies that enter, at intervals of the world’s clock while they stay, and as they leave; once only, or again after a time. A zone applies a status to the bodies in it. One zone expires.',
    actors: [
      { id: 'b', actor: 'striker', place: { x: 0, y: 0 } },
      { id: 'm', actor: 'struck', place: { x: -200, y: 10 } },
      { id: 'w', actor: 'near', place: { x: 260, y: -20 }, facing: -1 },
      { id: 'w2', actor: 'near', place: { x: 40, y: 70 } },
    ],
    statuses: [{ id: 'wet', prevents: ['mending'] }],
    bodies: {
      striker: {
        untouched: true,
        lives: 4,
        expires: 'call',
        zones: [
          {
            id: 'pool',
            shape: { shape: 'disc', length: 60 },
            enters: 'hit',
            stays: { event: 'bare', every: 0.4 },
            leaves: 'back',
            payload: { damage: 2.5 },
            again: 2,
            status: 'wet',
          },
          { id: 'gate', shape: { shape: 'box', width: 40, height: 300 }, kinds: ['small'], enters: 'call', once: true },
        ],
      },
      struck: { radius: 20, speed: 150 },
      near: { radius: 10, speed: 100 },
    },
    ladders: {
      hit: [rung('in', [], [{ outcome: 'harm', points: { of: payloadOf('damage'), times: 0.4 } }])],
      bare: [rung('stays', [], [{ outcome: 'harm', points: 2 }])],
      back: [rung('out', [], [plays('shines'), { outcome: 'raise', event: 'fall', on: 'around', radius: 500 }])],
      call: [rung('told', [], [plays('stops')])],
      fall: [rung('falls', [down], [])],
    },
    script: [{ at: 0.95, event: 'call', target: 'm' }],
    acts: [
      {
        at: 0,
        who: 'm',
        do: 'walk',
        points: [
          { x: 100, y: 10 },
          { x: 0, y: 10 },
          { x: 200, y: 10 },
        ],
      },
      { at: 0.3, who: 'w', do: 'walk', points: [{ x: -260, y: 40 }] },
      { at: 3, who: 'w2', do: 'walk', points: [{ x: -100, y: 70 }] },
    ],
    to: [0.5, 0.9, 1.3, 1.8, 2.5, 3.9, 6],
  },
  {
    about:
      'A body of the largest size tier splits into bodies of the next smaller tier, with the size, health and speed of that tier, thrown apart. Bodies of the smallest tier do not split. One of some items drops by chance, and expires.',
    seed: 5,
    actors: [two[0], { id: 'm', actor: 'struck', place: { x: 90, y: 0 }, facing: -1 }],
    bodies: {
      struck: { radius: 40, speed: 100, ranks: [{ scale: 0.5, health: 8, speed: 300 }, { scale: 1 }] },
      near: { lives: 0.6 },
      striker: { moves: [{ id: 'all', contacts: [{ event: 'back', reach: { shape: 'disc', length: 300 } }] }] },
    },
    ladders: {
      hit: [harms],
      call: [
        rung(
          'all',
          [],
          [{ outcome: 'raise', event: 'hit', on: 'around', around: 'source', radius: 900, sides: ['moss'], payload: { damage: 50 } }],
        ),
      ],
      fall: [
        rung('breaks', [down, compare({ read: 'rank', of: 'target' }, '≥', 1)], [{ outcome: 'split', count: 3, apart: 60, seconds: 0.2 }], {
          goesOn: true,
        }),
        rung('leaves', [down], [{ outcome: 'drop', actors: ['near', 'striker'], share: 0.6, apart: 30, seconds: 0.1 }]),
      ],
    },
    script: [
      { at: 0.1, event: 'call', source: 'b' },
      { at: 1, event: 'call', source: 'b' },
    ],
    acts: [{ at: 0.9, who: 'b', do: 'move', move: 'all' }],
    to: [0.2, 0.5, 1.05, 1.5, 2],
  },
  {
    about:
      'A pushed body slows down evenly on its own clock until an edge of the stage stops it. The edge raises an event with the speed of the body. A push during a push starts anew.',
    edges: { right: 200, left: -150, bottom: 60 },
    bodies: {
      struck: {
        radius: 20,
        speed: 100,
        moves: [{ id: 'reach', windUp: 0.1, contacts: [{ event: 'bare', live: 0.4, reach: { shape: 'disc', length: 80 } }] }],
      },
    },
    ladders: {
      hit: [
        rung('against', [fieldIs('strong', 'on')], [{ outcome: 'shove', distance: 60, seconds: 0.2, way: 'against', edge: 'back' }]),
        rung(
          'with',
          [],
          [
            { outcome: 'shove', distance: { of: payloadOf('damage'), times: 10 }, seconds: 0.4, edge: 'back' },
            { outcome: 'shove', of: 'source', distance: 30, way: 'against' },
          ],
        ),
      ],
      back: [rung('stops', [], [plays('stops')])],
      bare: [rung('reached', [], [plays('shines')])],
    },
    script: [
      blow(0.1, { damage: 4 }),
      blow(0.7, { damage: 30 }),
      blow(1.6, { damage: 20, direction: 120 }),
      blow(1.7, { damage: 20, direction: 120, strong: true }),
      blow(2.5, { damage: 25, direction: 180 }),
    ],
    acts: [
      { at: 2.4, who: 'm', do: 'move', move: 'reach' },
      { at: 0.3, who: 'm', do: 'walk', points: [{ x: 0, y: 0 }] },
    ],
    to: [0.2, 0.6, 0.8, 1.5, 1.65, 1.9, 2.3, 2.6, 4],
  },
  {
    about: 'A move that is interrupted during a contact meets no body after that.',
    bodies: {
      striker: { moves: [{ id: 'ring', windUp: 0.1, contacts: [{ event: 'bare', live: 2, reach: { shape: 'disc', length: 90 } }] }] },
      struck: { speed: 100 },
    },
    ladders: { call: [rung('breaks', [], [{ outcome: 'break-off' }])] },
    script: [{ at: 1.6, event: 'call', source: 'm', target: 'b' }],
    acts: [
      { at: 0, who: 'b', do: 'move', move: 'ring' },
      { at: 1, who: 'm', do: 'walk', points: [{ x: -90, y: 20 }] },
    ],
    to: [0.5, 1.5, 1.7, 3],
  },
  {
    about:
      'Orbits: from outside the circle along the tangent, from inside straight outward; around bodies that walk, are pushed or stand still; clockwise or not; and by bodies with a turn rate.',
    actors: [...two, { id: 'w', actor: 'near', place: { x: 300, y: 60 } }, { id: 'w2', actor: 'near', place: { x: 90, y: 20 } }],
    bodies: {
      struck: { speed: 70 },
      striker: { speed: 120, turnRate: 150, zones: [{ id: 'near', shape: { shape: 'disc', length: 60 }, enters: 'call', leaves: 'call' }] },
      near: { speed: 150, radius: 12 },
    },
    ladders: {
      hit: [
        rung('held', [fieldIs('strong', 'on')], [plays('stops')]),
        rung('moved', [], [{ outcome: 'shove', distance: 90, seconds: 0.5 }]),
      ],
    },
    script: [blow(1.5), blow(2.6, { strong: true }), blow(3, { strong: true }, { target: 'w' })],
    acts: [
      { at: 0, who: 'w', do: 'orbit', whom: 'm', distance: 80 },
      { at: 0, who: 'w2', do: 'orbit', whom: 'm', distance: 50, clockwise: false, speed: 90 },
      { at: 0.5, who: 'm', do: 'walk', points: [{ x: 300, y: -100 }] },
      {
        at: 0.2,
        who: 'b',
        do: 'walk',
        points: [
          { x: -20, y: 0 },
          { x: -20, y: 130 },
          { x: -20, y: 100 },
        ],
      },
      { at: 4.5, who: 'b', do: 'approach', whom: 'm', within: 70 },
      { at: 5, who: 'w', do: 'orbit', whom: 'w2', distance: 40 },
      { at: 5.5, who: 'w2', do: 'orbit', whom: 'b', distance: 65, speed: 300 },
      { at: 6.2, who: 'b', do: 'keep-away', whom: 'm', beyond: 400 },
      { at: 6.5, who: 'w2', do: 'orbit', whom: 'm', distance: 70 },
      { at: 6.6, who: 'm', do: 'orbit', whom: 'w2', distance: 70, speed: 90 },
    ],
    to: [0.6, 1.4, 1.7, 2.4, 2.7, 3.1, 4.4, 5.4, 6.1, 7],
  },
  {
    about:
      'Projectiles launched by acts, on the world’s clock: to a place, at an angle or ahead, toward a body, with a turn rate; a defeated body launches none. Then respawns where a body was defeated, and within a distance of where it began.',
    actors: [
      two[0],
      { id: 'm', actor: 'struck', place: { x: -250, y: 40 }, facing: -1 },
      { id: 'w', actor: 'near', place: { x: 200, y: 0 } },
    ],
    bodies: { striker: { radius: 20 }, struck: { radius: 20 }, near: { radius: 10, turnRate: 200 } },
    ladders: {
      hit: [rung('harms', [], [{ outcome: 'harm' }])],
      call: [rung('halts', [], [plays('halts')])],
      bare: [rung('lands', [], [plays('shines')])],
      fall: [
        rung(
          'there',
          [down, { condition: 'who', of: 'target', actors: ['struck'] }],
          [{ outcome: 'away', back: 0.5, where: 'there', spread: 60 }],
        ),
        rung('first', [down], [{ outcome: 'bring-back', spread: 40 }]),
      ],
    },
    script: [{ at: 0.35, event: 'call', source: 'm', target: 'b' }, blow(3, { damage: 40 }), blow(3.2, { damage: 20 }, { target: 'w' })],
    acts: [
      { at: 0.1, who: 'b', do: 'launch', actor: 'near', to: { x: 60, y: -40 }, speed: 300, hop: 60, lands: 'bare', sequence: 'follows' },
      { at: 0.1, who: 'b', do: 'launch', actor: 'near', speed: 400, meets: 'hit', pierce: 1, payload: { damage: 2 } },
      { at: 0.1, who: 'm', do: 'launch', actor: 'near', range: 120, lands: 'bare', stays: true },
      { at: 0.2, who: 'w', do: 'launch', actor: 'near', angle: 170, speed: 500, range: 900, spares: 'own side', meets: 'hit' },
      { at: 0.3, who: 'b', do: 'launch', actor: 'near', after: 'm', speed: 220, meets: 'hit', payload: { damage: 3 }, sequence: 'follows' },
      { at: 1.5, who: 'm', do: 'walk', points: [{ x: -250, y: 200 }] },
      { at: 3.1, who: 'm', do: 'launch', actor: 'near', lands: 'bare' },
    ],
    to: [0.4, 0.7, 1.4, 2.5, 3.15, 3.3, 4],
  },
  {
    about:
      'The pose of a body during its moves: by keys, from rest before the first one, each eased to the next. A hit-stop and a held move keep it. It ends with its move. A stronger pose of an effect shows instead.',
    bodies: {
      striker: {
        clips: [{ id: 'run', picture: 'leaf', cells: [0, 1], rate: 8, loop: true }],
        moves: [
          {
            id: 'swing',
            windUp: 0.4,
            recovery: 0.4,
            holds: true,
            keys: [
              { at: 0.1, pose: 'guard' },
              { at: 0.3, pose: 'lunge', amount: 0.8, ease: 'ease-in' },
              { at: 0.5, pose: 'lunge', amount: 0.2 },
              { at: 0.6, clip: 'run' },
              { at: 0.7, pose: 'hurt', ease: 'step-start' },
              { at: 0.8 },
            ],
            into: [{ move: 'cut', from: 0.2 }],
          },
          { id: 'cut', windUp: 0.5, keys: [{ at: 0, pose: 'fall' }] },
        ],
      },
    },
    ladders: {
      hit: [rung('lunges', [fieldIs('strong', 'on')], [plays('lunges')]), rung('held', [], [plays('stops')])],
      call: [rung('breaks', [], [{ outcome: 'break-off' }])],
    },
    script: [
      blow(0.2, {}, { source: 'm', target: 'b' }),
      blow(3.02, { strong: true }, { source: 'm', target: 'b' }),
      { at: 3.3, event: 'call', source: 'm', target: 'b' },
    ],
    acts: [
      { at: 0, who: 'b', do: 'move', move: 'swing' },
      { at: 1, who: 'b', do: 'let-go' },
      { at: 2, who: 'b', do: 'move', move: 'swing' },
      { at: 2.25, who: 'b', do: 'move', move: 'cut' },
      { at: 3, who: 'b', do: 'move', move: 'swing' },
    ],
    to: [0.05, 0.15, 0.3, 0.42, 0.58, 0.9, 1.05, 1.15, 1.24, 1.32, 1.5, 2.15, 2.3, 2.9, 3.2, 3.4],
  },
  {
    about:
      'Keeping distance: a body walks straight away and aims again every quarter of a second of its own clock, also from a body that stood at first. It stands while it is far enough, and walks again once the other body is 8 px nearer.',
    bodies: { striker: { speed: 60 }, struck: { speed: 90 } },
    ladders: { hit: [rung('held', [], [plays('stops')])] },
    script: [blow(2)],
    acts: [
      { at: 0, who: 'm', do: 'keep-away', whom: 'b', beyond: 220 },
      { at: 0.1, who: 'b', do: 'walk', points: [{ x: -40, y: 160 }], speed: 150 },
      { at: 3, who: 'b', do: 'approach', whom: 'm', within: 40, speed: 70 },
    ],
    to: [0.2, 0.4, 0.8, 1.6, 2.5, 3.1, 4],
  },
  {
    about:
      'A body that splits is gone at once, whatever effects show on it. A despawned body stays drawn while effects of that instant show on it.',
    bodies: { struck: { ranks: [{ scale: 0.5, health: 8 }, { scale: 1 }] } },
    ladders: {
      hit: [
        rung('splits', [fieldIs('strong', 'on')], [plays('lunges'), { outcome: 'split', count: 2, apart: 60, seconds: 0.2 }]),
        rung('goes', [], [plays('lunges'), { outcome: 'away' }]),
      ],
    },
    script: [blow(0.1, { strong: true }), blow(0.2, {}, { source: 'm', target: 'b' })],
    to: [0.15, 0.25, 1],
  },
];
