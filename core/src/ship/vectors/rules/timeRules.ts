import { falling, fixed, flat, still, thrown, type Rule } from './rule.js';

const clock = (id: string, part: object) => ({ kind: 'hit-stop', id, ...part });
/** One effect on every clock: a body's, the other's, the world's, and the wall's. */
const watches = [
  { kind: 'flash', id: 'target', on: 'target', duration: 1, envelope: falling },
  { kind: 'flash', id: 'source', on: 'source', duration: 1, envelope: falling },
  { kind: 'lens', id: 'world', clock: 'game', split: 100, duration: 1, envelope: falling },
  { kind: 'rumble', id: 'wall', low: 1, high: 0.5, duration: 1, envelope: falling },
];
const instants = [0, 0.05, 0.12, 0.2, 0.31, 0.45, 0.7, 1.05, 1.3];

/** When things happen. */
export const timeRules: readonly Rule[] = [
  {
    name: 'clocks',
    about:
      'Stops and slowing bend the clocks of the parties they name; where several overlap the slowest rules; view effects read the world’s.',
    cases: [
      {
        about: 'each party by itself',
        effects: [
          ...watches,
          clock('a', { duration: 0.2, delay: 0.1, parties: ['target'] }),
          clock('b', { duration: 0.3, delay: 0.15, parties: ['source'] }),
          clock('c', { duration: 0.1, delay: 0.4, parties: ['world'] }),
        ],
        at: instants,
      },
      {
        about: 'overlapping stops and slowing',
        effects: [
          ...watches,
          clock('a', { duration: 0.2, delay: 0.1 }),
          clock('b', { duration: 0.2, delay: 0.2 }),
          { kind: 'slow', id: 'slow', rate: 0.4, duration: 0.8, easeIn: 0.2, easeOut: 0.3 },
          { kind: 'slow', id: 'slower', rate: 0.2, duration: 0.3, delay: 0.4, easeOut: 0 },
        ],
        at: instants,
      },
      {
        about: 'strength lengthens a stop and deepens slowing, never below a stand-still',
        effects: [
          ...watches,
          clock('a', { duration: 0.1, strength: 2.5 }),
          { kind: 'slow', id: 'slow', rate: 0.5, strength: 0.5, delay: 0.4, duration: 0.3, easeOut: 0 },
          { kind: 'slow', id: 'still', rate: 0.5, strength: 4, delay: 0.8, duration: 0.1, easeOut: 0 },
        ],
        at: [...instants, 0.85, 0.95],
      },
      {
        about: 'repeats of a stop',
        effects: [...watches, clock('a', { duration: 0.05, repeat: { count: 4, every: 0.12 } })],
        at: instants,
      },
      { about: 'a muted stop halts nobody', effects: [...watches, clock('a', { duration: 0.3, muted: true })], at: [0.1, 0.4] },
      {
        about: 'particles and numbers on both clocks',
        effects: [
          clock('a', { duration: 0.2, delay: 0.1 }),
          { ...still, speed: 100, life: 3 },
          { ...still, id: 'wall', clock: 'wall', speed: 100, direction: fixed(90), life: 3 },
          { kind: 'number', id: 'n', duration: 2 },
          { kind: 'number', id: 'held', clock: 'game', duration: 2 },
        ],
        at: [0.05, 0.2, 0.5],
      },
    ],
  },
  {
    name: 'anchors',
    about:
      'A start counts from contact, from another effect’s start or end, or from each of its signals; an end is that of its last repeat, and includes what still lives.',
    cases: [
      {
        about: 'starts and ends, in a chain',
        effects: [
          { kind: 'flash', id: 'last', anchor: { to: 'end', effect: 'middle' }, delay: 0.05, duration: 0.1 },
          {
            kind: 'flash',
            id: 'middle',
            on: 'source',
            anchor: { to: 'start', effect: 'first' },
            delay: 0.1,
            duration: 0.1,
            repeat: { count: 3, every: 0.2 },
          },
          { kind: 'pose', id: 'first', delay: -0.1, duration: 0.1 },
        ],
        at: [-0.05, 0.02, 0.22, 0.45, 0.52, 0.58],
      },
      {
        about: 'once for each signal of a name, with its numbers in place of the payload’s; what hangs on it hangs on the first',
        effects: [
          { kind: 'caption', id: 'say', text: 'ab{signal boom damage 40}c{signal other}d{signal boom damage 10}e', rate: 10, delay: 0.1 },
          {
            kind: 'signal',
            id: 'each',
            name: 'told',
            anchor: { to: 'signal', effect: 'say', name: 'boom' },
            delay: { range: [0, 0.1] },
            amount: { drive: 'damage', in: [0, 50], out: [0, 100] },
            repeat: { count: 2, every: 0.3 },
          },
          { kind: 'signal', id: 'after', name: 'after', anchor: { to: 'start', effect: 'each' }, delay: 1 },
        ],
        options: { seed: 5 },
        at: [],
      },
      {
        about: 'without a signal, neither an effect nor what hangs on it',
        effects: [
          { kind: 'caption', id: 'say', text: 'a{signal boom}b', chance: 0 },
          { kind: 'signal', id: 'each', name: 'told', anchor: { to: 'signal', effect: 'say', name: 'boom' } },
          { kind: 'signal', id: 'after', name: 'after', anchor: { to: 'end', effect: 'each' } },
          { kind: 'signal', id: 'own', name: 'own' },
        ],
        at: [],
      },
      {
        about: 'the end of a burst is its last particle’s',
        effects: [
          { ...still, life: { range: [0.2, 0.9] }, duration: 0.3 },
          { kind: 'signal', id: 'after', anchor: { to: 'end', effect: 'dots' } },
        ],
      },
      {
        about: 'the ends of seekers, captions and sounds',
        effects: [
          { kind: 'seeker', id: 'seek' },
          { kind: 'caption', id: 'say', text: 'ab{wait 0.2}c' },
          { kind: 'sound', id: 'hear', clips: ['thud'], rate: 2 },
          ...['seek', 'say', 'hear'].map((effect) => ({
            kind: 'signal',
            id: `after-${effect}`,
            name: effect,
            anchor: { to: 'end', effect },
          })),
        ],
        at: [],
      },
      {
        about: 'muted effects still anchor; chance moves nothing',
        effects: [
          { kind: 'flash', id: 'muted', muted: true, duration: 0.3 },
          { kind: 'flash', id: 'unlikely', chance: 0, duration: 0.2, repeat: { count: 2, every: 0.4 } },
          { kind: 'signal', id: 'a', anchor: { to: 'end', effect: 'muted' } },
          { kind: 'signal', id: 'b', anchor: { to: 'end', effect: 'unlikely' } },
        ],
        at: [],
      },
      {
        about: 'on a bent clock an end comes later; a stop’s own anchor is read on wall time',
        effects: [
          { kind: 'flash', id: 'flash', duration: 0.3 },
          { kind: 'hit-stop', id: 'stop', anchor: { to: 'end', effect: 'flash' }, delay: -0.2, duration: 0.15 },
          { kind: 'signal', id: 'a', anchor: { to: 'end', effect: 'flash' } },
          { kind: 'signal', id: 'b', anchor: { to: 'end', effect: 'stop' } },
        ],
        at: [0.1, 0.2, 0.3, 0.4],
      },
      {
        about: 'delays drawn once a take',
        effects: [
          { kind: 'signal', id: 'a', delay: { range: [0, 1] }, repeat: { count: 3, every: 0.25 } },
          { kind: 'flash', id: 'f', duration: { range: [0.1, 0.9] }, repeat: { count: 2, every: 1 } },
        ],
        options: { seed: 5 },
      },
    ],
  },
  {
    name: 'hold-later',
    about:
      'A stop that holds later moves what hangs on contact and starts strictly after it begins, by its length; holds add up; stops themselves are not moved.',
    cases: [
      {
        about: 'what is moved and what is not',
        effects: [
          clock('stop', { duration: 0.2, delay: 0.1, holdLater: true }),
          clock('second', { duration: 0.1, delay: 0.15, holdLater: true }),
          ...[0.05, 0.1, 0.12, 0.3].map((delay, i) => ({ kind: 'signal', id: `s-${i}`, delay, amount: delay })),
          { kind: 'signal', id: 'hung', anchor: { to: 'start', effect: 's-3' }, delay: 0.01, amount: 9 },
          { kind: 'signal', id: 'stopped', anchor: { to: 'start', effect: 'second' }, amount: 8 },
          { kind: 'sound', id: 'heard', clips: ['tick'], delay: 0.3 },
        ],
        at: [],
      },
      { about: 'one that does not hold', effects: [clock('stop', { duration: 0.2 }), { kind: 'signal', id: 's', delay: 0.05 }], at: [] },
    ],
  },
  {
    name: 'repeats',
    about: 'Repeats count on the effect’s own clock; chance is drawn for each firing; each draws by its own number.',
    cases: [
      {
        about: 'behind a stop',
        effects: [
          { kind: 'flash', id: 'flash', duration: 0.05, repeat: { count: 4, every: 0.1 } },
          clock('stop', { duration: 0.2, delay: 0.12 }),
        ],
        at: [0.02, 0.12, 0.3, 0.42, 0.52],
      },
      {
        about: 'what is due at the instant at which its clock is halted comes then',
        effects: [
          { kind: 'signal', id: 's', clock: 'game', repeat: { count: 3, every: 0.1 } },
          clock('stop', { duration: 0.2, delay: 0.1 }),
        ],
        at: [],
      },
      {
        about: 'by chance',
        effects: [{ kind: 'signal', id: 's', chance: 0.5, amount: { range: [0, 10] }, repeat: { count: 12, every: 0.05 } }],
        options: { seed: 3 },
        at: [],
      },
      {
        about: 'chance driven by the payload',
        effects: [{ kind: 'signal', id: 's', chance: { drive: 'damage', in: [0, 50], out: [0, 1] }, repeat: { count: 8, every: 0.05 } }],
        payload: { damage: 35 },
        options: { seed: 11 },
        at: [],
      },
      {
        about: 'bursts that overlap',
        effects: [
          {
            ...still,
            speed: { range: [50, 150] },
            direction: fixed(0, 90),
            life: { range: [0.2, 0.5] },
            duration: 0.1,
            repeat: { count: 3, every: 0.08 },
          },
        ],
        at: [0, 0.09, 0.2, 0.4],
      },
    ],
  },
  {
    name: 'muting',
    about: 'Muted effects, and those not soloed, are neither seen nor heard; nothing else moves.',
    cases: [
      {
        about: 'muted',
        effects: [
          { kind: 'flash', id: 'a', muted: true, duration: 1 },
          { kind: 'sound', id: 'b', muted: true, clips: ['knock'] },
          { kind: 'signal', id: 'c', muted: true },
          { ...thrown, muted: true },
          { ...still, from: 'target', delay: 0.3 },
          { kind: 'pose', id: 'p', duration: 1 },
        ],
        at: [0.5],
      },
      {
        about: 'soloed',
        effects: [
          { kind: 'flash', id: 'a', duration: 1 },
          { kind: 'pose', id: 'p', duration: 1 },
          { kind: 'sound', id: 'b', clips: ['knock'] },
          clock('stop', { duration: 0.3 }),
        ],
        options: { solo: ['a', 'b'] },
        at: [0.2, 0.5],
      },
    ],
  },
  {
    name: 'start-and-duration',
    about: 'A take starts with its earliest wind-up, at 0 at the latest, and lasts until nothing is seen or heard.',
    cases: [
      {
        about: 'a wind-up',
        effects: [
          { kind: 'pose', id: 'wind', delay: -0.4, duration: 0.3 },
          { kind: 'flash', id: 'flash', delay: 0.2, duration: 0.1 },
        ],
      },
      { about: 'only later', effects: [{ kind: 'flash', id: 'flash', delay: 0.6, duration: 0.1 }] },
      { about: 'a sound counts with its length, or its cut', effects: [{ kind: 'sound', id: 'a', clips: ['knock'], rate: 1 }], at: [] },
      { about: 'a sound that is cut', effects: [{ kind: 'sound', id: 'a', clips: ['knock'], rate: 1, duration: 0.12 }], at: [] },
      {
        about: 'what is muted does not count',
        effects: [
          { kind: 'flash', id: 'a', muted: true, delay: -3, duration: 9 },
          { kind: 'flash', id: 'b', duration: 0.1 },
        ],
      },
      {
        about: 'an effect is on from its start to before its end',
        effects: [{ kind: 'flash', id: 'f', delay: 0.1, duration: 0.2, envelope: flat }],
        at: [0.0999, 0.1, 0.2999, 0.3],
      },
    ],
  },
  {
    name: 'together',
    about: 'Of flashes, lenses, rumbles and amounts of one pose the strongest shows; shifts add up; zooms and squashes multiply.',
    cases: [
      {
        about: 'two of each',
        effects: [
          ...[0.3, 0.7].flatMap((amount, i) => [
            {
              kind: 'flash',
              id: `flash-${i}`,
              duration: 1 - i * 0.5,
              amount,
              colour: i ? '#20ff20' : '#ff2020',
              mode: i ? 'add' : 'multiply',
              envelope: flat,
            },
            { kind: 'pose', id: `pose-${i}`, pose: 'guard', duration: 1 - i * 0.5, amount, envelope: flat },
            { kind: 'rumble', id: `rumble-${i}`, duration: 1, low: amount, high: 1 - amount, envelope: flat },
            {
              kind: 'lens',
              id: `lens-${i}`,
              duration: 1,
              split: 10 * amount,
              vignette: 1 - amount,
              flash: amount / 2,
              colour: i ? '#0000ff' : '#ff0000',
              envelope: flat,
            },
            { kind: 'punch', id: `punch-${i}`, duration: 1, amount: amount / 2, damping: 0, frequency: 1, envelope: flat },
            { kind: 'squash', id: `squash-${i}`, duration: 1, amount: amount / 2, damping: 0, frequency: 1, envelope: flat },
            {
              kind: 'kick',
              id: `kick-${i}`,
              duration: 1,
              distance: 20 * amount,
              direction: fixed(60 * i),
              damping: 0,
              frequency: 1,
              envelope: flat,
            },
            {
              kind: 'knockback',
              id: `throw-${i}`,
              duration: 1,
              distance: 20 * amount,
              direction: fixed(70 * i),
              then: i ? 'stay' : 'return',
            },
          ]),
        ],
        at: [0.1, 0.4, 0.8, 1.2],
      },
      {
        about: 'the stronger first',
        effects: [0.7, 0.3].flatMap((amount, i) => [
          { kind: 'flash', id: `flash-${i}`, duration: 1, amount, colour: i ? '#20ff20' : '#ff2020', envelope: flat },
          { kind: 'lens', id: `lens-${i}`, duration: 1, flash: amount, colour: i ? '#0000ff' : '#ff0000', envelope: flat },
        ]),
        at: [0.5],
      },
    ],
  },
];
