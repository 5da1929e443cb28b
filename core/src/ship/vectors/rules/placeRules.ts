import { fixed, flat, still, thrown, type Rule } from './rule.js';

const shapes = ['point', 'disc', 'circle', 'cone', 'segment', 'body'];
const hop = { ...thrown, id: 'hop', distance: 60, lift: 40, direction: fixed(20) };
const line = (mode: string, part: object = {}) => ({
  kind: 'knockback',
  id: 'go',
  duration: 1,
  distance: 100,
  then: 'stay',
  ease: 'linear',
  direction: { mode, angle: 0, spread: 0, ...part },
});

/** Where things happen. */
export const placeRules: readonly Rule[] = [
  {
    name: 'directions',
    about: 'along and against the blow, away from and toward the source, fixed, or any; an angle is added, then a draw within the spread.',
    cases: [
      ...['along', 'against', 'away', 'toward', 'fixed', 'any'].map((mode) => ({
        about: mode,
        effects: [line(mode, { angle: 10 })],
        payload: { direction: 70 },
        at: [0.9],
      })),
      ...['along', 'against', 'away', 'any'].map((mode) => ({
        about: `${mode}, without a direction in the payload`,
        event: 'bare' as const,
        effects: [line(mode, { angle: -15, spread: 60 })],
        options: { seed: 6 },
        at: [0.9],
      })),
      {
        about: 'spread over particles',
        effects: [{ ...still, count: 6, speed: 100, direction: { mode: 'along', angle: 5, spread: 120 } }],
        payload: { direction: -40 },
        at: [0.5],
      },
      {
        about: 'any: one draw for the burst, spread around it',
        effects: [{ ...still, count: 6, speed: 100, direction: { mode: 'any', angle: 30, spread: 20 } }],
        at: [0.5],
      },
      {
        about: 'any, outward',
        effects: [
          {
            ...still,
            count: 6,
            speed: 100,
            shape: 'circle',
            radius: 20,
            aim: 'outward',
            direction: { mode: 'any', angle: 30, spread: 20 },
          },
        ],
        at: [0.5],
      },
      ...[160, 20, 90].map((direction) => ({
        about: `an arc in a mirror where it points to the left: ${direction}`,
        effects: [
          {
            kind: 'arc',
            id: 'arc',
            duration: 0.5,
            ease: 'linear',
            sweep: 100,
            leftward: 'mirrored',
            direction: { mode: 'along', angle: 25, spread: 0 },
          },
        ],
        payload: { direction },
        at: [0.2],
      })),
    ],
  },
  {
    name: 'places-and-spots',
    about:
      'Parties rest where the actors, or the game’s options, say; spots lie on a body’s edges unless the actor names them; front faces the other party.',
    cases: [
      ...['share', 'all'].map((spotShare) => ({
        about: `from several spots: ${spotShare}`,
        effects: [{ ...still, count: 6, duration: 0.3, from: 'target', spot: 'top', alsoFrom: ['feet', 'front'], spotShare }],
        options: { seed: 4 },
        at: [0.05, 0.15, 0.3],
      })),
      ...['through', 'stop', 'bounce'].map((floor) => ({
        about: `particles at the ground: ${floor}`,
        effects: [
          { ...thrown, lift: 30, direction: fixed(25) },
          {
            ...still,
            kind: 'stream',
            rate: 12,
            duration: 0.5,
            life: 3,
            from: 'target',
            speed: { range: [40, 400] },
            direction: { mode: 'fixed', angle: -60, spread: 120 },
            drag: 0.8,
            gravity: 1200,
            spin: 90,
            floor,
            bounce: 0.6,
          },
          { ...still, id: 'arrows', speed: 300, direction: fixed(-20), drag: 2, gravity: 800, facing: 'motion', floor, bounce: 0.9 },
          { ...still, id: 'floats', from: 'target', speed: 520, direction: fixed(90), drag: 6, gravity: -600, floor, bounce: 0.5 },
        ],
        options: { seed: 5 },
        at: [0.2, 0.45, 0.8, 1.3, 2.2],
      })),
      ...['middle', 'top', 'feet', 'front', 'back'].map((spot) => ({
        about: spot,
        effects: [
          { ...still, count: 1, from: 'target', spot },
          { ...still, id: 'mine', count: 1, from: 'source', spot },
        ],
        at: [0.1],
      })),
      {
        about: 'bars by the health of their bodies, and by numbers of their own',
        effects: [
          { kind: 'meter', id: 'known', fullness: 'health', duration: 1, strength: 0.5 },
          { kind: 'meter', id: 'mine', fullness: 'health', on: 'source', shows: 'always', duration: 1, above: 120 },
          { kind: 'meter', id: 'told', fullness: 'numbers', duration: 1, before: 0.9, after: 0.1, above: 150 },
        ],
        options: { health: { target: { before: 0.8, after: 0.3 }, source: { before: 0.6, after: 0.6 } } },
        at: [0.02, 0.5, 0.9],
      },
      {
        about: 'places and bodies of the game’s own',
        effects: [
          ...['top', 'front'].map((spot) => ({ ...still, id: spot, count: 1, from: 'target', spot })),
          { ...still, id: 'outline', shape: 'body', from: 'source', count: 3 },
          { kind: 'meter', id: 'meter', duration: 1 },
          line('away'),
        ],
        options: {
          places: { source: { x: 300, y: -40 }, target: { x: 20, y: 60 } },
          bodies: { target: { width: 30, height: 70, spots: { front: { x: -3, y: 9 } } }, source: { width: 200, height: 50 } },
        },
        at: [0.3],
      },
      {
        about: 'nearness of the view and the ear',
        effects: [
          { kind: 'shake', id: 'shake', duration: 1, amplitude: 50, roll: 20, near: 100, far: 500, envelope: flat },
          { kind: 'sound', id: 'sound', clips: ['knock'], gain: 0, near: 50, far: 450, panWidth: 400, from: 'target' },
        ],
        options: { places: { view: { x: 300, y: 0 }, ear: { x: -60, y: 90 } } },
        at: [0.13, 0.4],
      },
      {
        about: 'heard everywhere alike',
        effects: [
          { kind: 'shake', id: 'shake', duration: 1, amplitude: 50, far: 0, envelope: flat },
          { kind: 'sound', id: 'sound', clips: ['knock'], gain: 0, far: 0 },
        ],
        options: { places: { view: { x: 900, y: 0 }, ear: { x: 901, y: 0 } } },
        at: [0.13],
      },
      {
        about: 'nearness where it ends',
        effects: [
          { kind: 'shake', id: 'shake', duration: 1, amplitude: 50, near: 100, far: 200, envelope: flat },
          { kind: 'sound', id: 'sound', clips: ['knock'], gain: 0, near: 300, far: 300 },
        ],
        options: { places: { view: { x: 900, y: 0 }, ear: { x: 301, y: 0 } } },
        at: [0.13],
      },
    ],
  },
  {
    name: 'emission',
    about: 'What particles are let go from, and which way they set out.',
    cases: shapes
      .flatMap((shape) =>
        ['direction', 'outward'].map((aim) => ({
          about: `${shape}, ${aim}`,
          effects: [
            {
              ...still,
              count: 6,
              speed: 100,
              radius: 20,
              shape,
              aim,
              direction: fixed(30, 50),
              from: shape === 'body' ? 'target' : 'contact',
            },
          ],
          at: [0, 0.4],
        })),
      )
      .concat([
        {
          about: 'a body’s outline at the contact point is the party’s',
          effects: [
            { ...still, count: 4, radius: 5, shape: 'body', aim: 'outward', on: 'source', direction: fixed(0), from: 'contact' } as never,
          ],
          at: [0.1],
        },
      ]),
  },
  {
    name: 'particles',
    about: 'Births spread over a duration or by a rate; lives, sizes and turns drawn for each; spin, facing, strips and screen size.',
    cases: [
      {
        about: 'everything drawn',
        effects: [
          {
            ...still,
            count: 7,
            duration: 0.4,
            speed: { range: [20, 90] },
            life: { range: [0.2, 0.9] },
            size: { range: [2, 9] },
            spin: { range: [-90, 90] },
            direction: fixed(10, 80),
            gravity: 90,
            drag: 1,
          },
        ],
        at: [0, 0.1, 0.3, 0.6, 0.9],
      },
      {
        about: 'facing its motion',
        effects: [{ ...still, speed: 100, gravity: 300, facing: 'motion', direction: fixed(-70, 30) }],
        at: [0.05, 0.6],
      },
      {
        about: 'a strip by its rate, and over the life',
        effects: [
          { ...still, strip: 'strip', stripRate: 11, life: 1 },
          { ...still, id: 'once', strip: 'strip', life: 1 },
          { ...still, id: 'own', picture: 'puff', blend: 'add' },
        ],
        at: [0.05, 0.3, 0.62, 0.97],
      },
      {
        about: 'kept in size on the screen',
        effects: [
          { ...still, sizeIn: 'screen', size: 10 },
          { kind: 'punch', id: 'punch', duration: 1, amount: 0.5 },
        ],
        at: [0.02, 0.2],
      },
      {
        about: 'a stream',
        effects: [{ ...still, kind: 'stream', rate: 9, count: undefined, duration: 0.6, life: 0.3 }],
        at: [0, 0.1, 0.45, 0.8, 0.95],
      },
      {
        about: 'a stream at its most: 20,000 in a firing',
        effects: [{ ...still, kind: 'stream', rate: 5000, strength: 2, count: undefined, duration: 3, life: 0.001 }],
        at: [1.00003],
      },
      {
        about: 'a burst at its most: 100,000',
        effects: [{ ...still, count: 100000, strength: 1.9, duration: 9, life: 0.001 }],
        at: [4.00007],
      },
      { about: 'strength rounds the count', effects: [{ ...still, count: 5, strength: 0.5 }], at: [0.1] },
    ],
  },
  {
    name: 'moving-bodies',
    about:
      'What hangs on a body is where the body is: when it begins, at each birth, or all the time. A hop lifts bodies, not what lies on the ground.',
    cases: [
      {
        about: 'when it begins',
        effects: [
          thrown,
          { kind: 'ring', id: 'ring', from: 'target', delay: 0.3, duration: 0.6 },
          { kind: 'number', id: 'n', from: 'target', delay: 0.4, duration: 0.6 },
          { kind: 'caption', id: 'say', from: 'target', delay: 0.4, text: 'a', duration: 0.6 },
          { ...still, from: 'target', delay: 0.5 },
          { kind: 'mark', id: 'mark', picture: 'leaf', x: 0, turn: 0, delay: 0.6 },
          { kind: 'mark', id: 'stuck', picture: 'leaf', stays: 'body', x: 0, turn: 0, delay: 0.6 },
          { kind: 'overlay', id: 'over', picture: 'leaf', delay: 0.6 },
          { kind: 'meter', id: 'meter', delay: 0.6 },
        ],
        at: [0.45, 0.8],
      },
      {
        about: 'a body that sinks takes down what is on it, and leaves what lies on the ground',
        effects: [
          {
            kind: 'sink',
            id: 'sink',
            duration: 1,
            envelope: [
              { at: 0, value: 0 },
              { at: 0.5, value: 1 },
              { at: 1, value: 0 },
            ],
          },
          { ...still, kind: 'stream', rate: 10, count: undefined, from: 'target', duration: 0.9 },
          { kind: 'mark', id: 'mark', picture: 'leaf', x: 0, turn: 0, delay: 0.3 },
          { kind: 'overlay', id: 'over', picture: 'leaf', delay: 0.3 },
          { kind: 'meter', id: 'meter', delay: 0.3 },
        ],
        at: [0.45, 0.8],
      },
      {
        about: 'a body that sinks, by an easing thrown far below nothing: it is never lifted; in a game’s own units',
        effects: [
          {
            kind: 'sink',
            id: 'sink',
            duration: 1,
            envelope: [
              { at: 0, value: 0, ease: 'cubic-bezier(0.5, -1.5, 0.5, 1)' },
              { at: 1, value: 1 },
            ],
          },
        ],
        conventions: { axis: 'up', unitsPerPixel: 0.01 },
        at: [0.3, 0.9],
      },
      {
        about: 'at each birth, behind a stop',
        effects: [
          thrown,
          { ...still, kind: 'stream', rate: 10, count: undefined, from: 'target', duration: 0.9 },
          { kind: 'hit-stop', id: 'stop', delay: 0.35, duration: 0.2 },
        ],
        at: [0.5, 1.0],
      },
      {
        about: 'carried along, down',
        effects: [
          { ...thrown, direction: fixed(60) },
          { ...still, from: 'target', carry: 0.7, delay: 0.3 },
        ],
        at: [0.7],
      },
      {
        about: 'a body’s outline at the contact point, and a mark on the other body',
        effects: [
          thrown,
          { ...still, shape: 'body', from: 'contact', delay: 0.3 },
          { kind: 'mark', id: 'mark', picture: 'leaf', stays: 'body', on: 'source', x: 0, turn: 0 },
        ],
        at: [0.6],
      },
      {
        about: 'carried along',
        effects: [
          thrown,
          { ...still, from: 'target', carry: 0.5, delay: 0.2 },
          { ...still, id: 'back', from: 'target', carry: -1.5, delay: 0.4 },
        ],
        at: [0.6],
      },
      {
        about: 'all the time',
        effects: [
          { ...thrown, on: 'source', distance: 80 },
          { kind: 'arc', id: 'arc', duration: 0.6, delay: 0.2, ease: 'linear' },
          { kind: 'trail', id: 'wake', on: 'source', duration: 0.6, length: 0.2 },
        ],
        at: [0.3, 0.7, 0.9],
      },
      {
        about: 'a target that is thrown about is met',
        effects: [
          { ...thrown, distance: 200, direction: fixed(80) },
          { kind: 'seeker', id: 'seek', count: 2, duration: 0.6, sway: 20, swayRate: 1.5, every: 0.1 },
        ],
        at: [0.2, 0.55, 0.65],
      },
      {
        about: 'a start that moves',
        effects: [
          { ...thrown, on: 'source', distance: -0 + 90 },
          { kind: 'seeker', id: 'seek', count: 1, duration: 0.4, delay: 0.5 },
        ],
        at: [0.6],
      },
      {
        about: 'hopping',
        effects: [
          hop,
          { kind: 'mark', id: 'mark', picture: 'leaf', x: 0, turn: 0, delay: 0.4, duration: 2 },
          { kind: 'ring', id: 'ring', from: 'target', delay: 0.4 },
          { ...still, from: 'target', delay: 0.4 },
        ],
        at: [0.5, 0.9],
      },
      {
        about: 'thrown by speed, and back',
        effects: [
          { kind: 'knockback', id: 'a', by: 'speed', speed: 300, friction: 4, duration: 0.8, direction: fixed(0) },
          {
            kind: 'knockback',
            id: 'b',
            on: 'source',
            by: 'speed',
            speed: 200,
            strength: 1.5,
            friction: 0,
            then: 'stay',
            duration: 0.5,
            direction: fixed(90),
          },
        ],
        at: [0.1, 0.28, 0.5, 0.79, 1],
      },
      {
        about: 'several throws, one after another',
        effects: [
          { ...thrown, duration: 0.1, distance: 10, repeat: { count: 4, every: 0.07 } },
          { ...still, kind: 'stream', rate: 20, count: undefined, from: 'target', duration: 0.5 },
        ],
        at: [0.15, 0.5],
      },
    ],
  },
  {
    name: 'seekers',
    about: 'Whom pulses seek: the party first, then others within reach in an order drawn; each tells its arrival.',
    cases: [
      { about: 'one target', effects: [{ kind: 'seeker', id: 'seek', count: 3 }], at: [0.3] },
      { about: 'several', effects: [{ kind: 'seeker', id: 'seek', count: 5, targets: 3, within: 600, arrival: 'there' }], at: [0.3] },
      {
        about: 'another order by another seed',
        effects: [{ kind: 'seeker', id: 'seek', count: 5, targets: 2 }],
        options: { seed: 2 },
        at: [0.3],
      },
      { about: 'only those within', effects: [{ kind: 'seeker', id: 'seek', count: 4, targets: 4, within: 320 }], at: [0.3] },
      {
        about: 'from the game’s places',
        effects: [{ kind: 'seeker', id: 'seek', count: 4, targets: 4, within: 4000 }],
        options: {
          places: {
            others: [
              { x: 10, y: 300 },
              { x: -400, y: 0 },
            ],
          },
        },
        at: [0.3],
      },
    ],
  },
  {
    name: 'conventions',
    about: 'Frames come in the receiving game’s units; payloads, places and bodies are given in px, degrees and y down.',
    cases: [
      { axis: 'up' as const },
      { angles: 'radians' as const },
      { unitsPerPixel: 0.02 },
      { axis: 'up' as const, angles: 'radians' as const, unitsPerPixel: 3 },
    ].map((conventions) => ({
      about: JSON.stringify(conventions),
      conventions,
      effects: [
        { ...thrown, lift: 10, direction: fixed(30) },
        { kind: 'kick', id: 'kick', duration: 1, direction: fixed(50) },
        { kind: 'shake', id: 'shake', duration: 1, roll: 9 },
        { kind: 'lens', id: 'lens', duration: 1, split: 6 },
        { ...still, speed: 60, direction: fixed(40), spin: 30 },
        { kind: 'ring', id: 'ring', duration: 1 },
        { kind: 'number', id: 'n', duration: 1 },
        { kind: 'caption', id: 'say', text: '{tilt: a}b', duration: 1 },
        { kind: 'overlay', id: 'over', picture: 'leaf', turn: 20, x: 5, y: 7 },
        { kind: 'arc', id: 'arc', duration: 1 },
        { kind: 'trail', id: 'wake', duration: 1 },
        { kind: 'meter', id: 'meter', duration: 1 },
      ],
      at: [0.3],
    })),
  },
];
