import { fixed, type Rule } from './rule.js';

const number = (part: object) => ({ kind: 'number', id: 'n', duration: 1, speed: 0, direction: fixed(-90), ...part });
const say = (text: string, part: object = {}) => ({ kind: 'caption', id: 'say', text, rate: 10, duration: 1, ...part });

/** What is read. */
export const wordRules: readonly Rule[] = [
  {
    name: 'templates',
    about: 'Payload fields in braces; numbers rounded half away from zero.',
    cases: [-2.5, -0.4, 2.5, 1.005, 12.345, 1e7].map((damage) => ({
      about: `damage ${damage}`,
      payload: { damage, strong: damage > 2, kind: 'ember', word: 'yes' },
      effects: [0, 1, 2, 3].map((decimals) =>
        number({ id: `n-${decimals}`, decimals, template: '{{{damage}}} {kind}/{strong} {word}', enter: 'instant' }),
      ),
      at: [0.1],
    })),
  },
  {
    name: 'numbers',
    about: 'Entering by a spring for the whole life, leaving, swaying; repeats that come close together are told as one that grows.',
    cases: [
      ...['instant', 'pop', 'bounce'].map((enter) => ({
        about: enter,
        effects: [number({ enter, size: 40, strength: 1.5 })],
        at: [0, 0.03, 0.1, 0.2, 0.5, 0.9],
      })),
      ...['fade', 'shrink', 'cut'].map((leave) => ({
        about: `${leave} away`,
        effects: [number({ leave, leaveTime: 0.5, enter: 'instant' })],
        at: [0.4, 0.6, 0.8, 0.99],
      })),
      { about: 'leaving for longer than it lasts', effects: [number({ duration: 0.3, leaveTime: 2, enter: 'instant' })], at: [0, 0.15] },
      {
        about: 'flying and swaying',
        effects: [number({ speed: 200, drag: 3, gravity: 400, sway: 15, swayRate: 2.5, direction: fixed(-60, 40) })],
        at: [0.05, 0.3, 0.7],
      },
      {
        about: 'gathered',
        effects: [number({ gather: 0.2, repeat: { count: 5, every: 0.15 }, duration: 0.5, template: '{damage}' })],
        payload: { damage: 7.4 },
        at: [0, 0.1, 0.17, 0.4, 0.62, 0.9],
      },
      {
        about: 'gathered, by chance',
        effects: [number({ gather: 0.2, chance: 0.5, repeat: { count: 6, every: 0.15 }, duration: 0.5 })],
        options: { seed: 4 },
        at: [0.1, 0.3, 0.5, 0.7, 0.9],
      },
      {
        about: 'too far apart to gather',
        effects: [number({ gather: 0.1, repeat: { count: 2, every: 0.15 }, duration: 0.5 })],
        at: [0.1, 0.3],
      },
    ],
  },
  {
    name: 'captions',
    about:
      'Letters one after another, each a step after the one before; spaces take their time and their room; motions run along the line.',
    cases: [
      { about: 'spaced by the letters’ own widths', effects: [say('Wi ll—é', { rate: 0 })], at: [0.5] },
      {
        about: 'letter by letter, with pauses and signals',
        effects: [say('ab {wait 0.3}c{signal mid}d{signal end}')],
        at: [0, 0.15, 0.25, 0.5, 0.75, 1.2, 1.75],
      },
      {
        about: 'punctuation pauses once for a run, a wait lasts as long as a sound',
        effects: [say('a, b... c{wait crack}d.', { pause: 0.4 })],
        at: [0, 0.25, 0.45, 0.75, 1.2, 1.8, 2.3],
      },
      ...['appear', 'rise', 'drop', 'grow'].map((enter) => ({
        about: `entering: ${enter}`,
        effects: [say('ab', { enter, enterTime: 0.3 })],
        at: [0, 0.1, 0.2, 0.5],
      })),
      ...['sway', 'shiver', 'swell', 'tilt'].map((motion) => ({
        about: motion,
        effects: [say(`a {${motion} 2: b c}`, { rate: 0, enter: 'appear', motion: 1.3 })],
        options: { seed: 8 },
        at: [0.1, 0.37, 0.6],
      })),
      {
        about: 'motions together, and fields within',
        effects: [say('{sway + tilt 2 + swell 0.5: {damage} {kind}}', { rate: 40 })],
        payload: { damage: 12.6 },
        at: [0.4],
      },
      { about: 'leaving', effects: [say('ab', { leaveTime: 0.4 })], at: [0.9, 1.0, 1.05] },
      {
        about: 'by curves of its own, without and with a lag',
        effects: [
          say('ab cd', {
            enter: 'own',
            enterTime: 0.2,
            staying: {
              y: [
                { at: 0, value: 0 },
                { at: 0.5, value: 1 },
                { at: 1, value: 0 },
              ],
              turn: [{ at: 0, value: 0.5 }],
            },
            stayPeriod: 0.5,
            stayLag: 0.2,
            leaving: {
              x: [
                { at: 0, value: 0 },
                { at: 1, value: 2 },
              ],
              size: [
                { at: 0, value: 0 },
                { at: 1, value: -0.5 },
              ],
            },
            leaveTime: 0.5,
          }),
        ],
        at: [0.05, 0.2, 0.6, 1.2, 1.35],
      },
      { about: 'strength makes it larger', effects: [say('ab', { rate: 0, strength: 1.7, enter: 'appear' })], at: [0.2] },
    ],
  },
  {
    name: 'meters',
    about: 'What was lost stays lit, then follows; what is gained does not lag; shown only where something was lost, unless always.',
    cases: [
      {
        about: 'falling',
        effects: [{ kind: 'meter', id: 'm', before: 0.9, after: 0.3, fall: 0.2, lagDelay: 0.3, lagTime: 0.4, duration: 1.2 }],
        at: [0, 0.1, 0.25, 0.5, 0.8, 1.1],
      },
      {
        about: 'strength scales the loss',
        effects: [{ kind: 'meter', id: 'm', before: 0.9, after: 0.7, strength: 2, duration: 1.2 }],
        at: [0.5],
      },
      {
        about: 'mending, always shown',
        effects: [{ kind: 'meter', id: 'm', before: 0.2, after: 0.8, shows: 'always', fall: 0.4 }],
        at: [0.2, 0.6],
      },
      { about: 'mending, shown only when hurt', effects: [{ kind: 'meter', id: 'm', before: 0.2, after: 0.8 }], at: [0.2] },
      { about: 'nothing lost', effects: [{ kind: 'meter', id: 'm', before: 0.5, after: 0.5 }], at: [0.2] },
    ],
  },
];

const pool = ['knock', 'crack', 'thud', 'tick'];
const hear = (part: object) => ({ kind: 'sound', id: 's', clips: pool, gain: -6, rate: 1, ...part });

/** What is heard. */
export const soundRules: readonly Rule[] = [
  {
    name: 'pools',
    about:
      'Which clip of a pool is played: shuffled without one twice running, counted through repeats and then seeds; drawn; or one after another.',
    cases: [
      ...[0, 1, 2, 3, 1000003].map((seed) => ({
        about: `shuffled, seed ${seed}`,
        effects: [hear({ repeat: { count: 9, every: 0.1 } })],
        options: { seed },
        at: [],
      })),
      {
        about: 'two clips take turns',
        effects: [hear({ clips: ['knock', 'tick'], repeat: { count: 5, every: 0.1 } })],
        options: { seed: 7 },
        at: [],
      },
      {
        about: 'three, round after round',
        effects: [hear({ clips: ['knock', 'crack', 'tick'], repeat: { count: 12, every: 0.1 } })],
        options: { seed: 2 },
        at: [],
      },
      { about: 'drawn', effects: [hear({ order: 'draw', repeat: { count: 8, every: 0.1 } })], options: { seed: 5 }, at: [] },
      { about: 'one after another', effects: [hear({ order: 'round', repeat: { count: 3, every: 0.1 } })], options: { seed: 6 }, at: [] },
    ],
  },
  {
    name: 'voices',
    about: 'A play that comes sooner than the gap is left out; one voice too many stops the oldest; each effect by itself.',
    cases: [
      { about: 'gap', effects: [hear({ gap: 0.15, repeat: { count: 6, every: 0.1 } })], at: [] },
      {
        about: 'voices',
        effects: [
          hear({ voices: 2, repeat: { count: 5, every: 0.1 } }),
          hear({ id: 'other', voices: 1, delay: 0.05, repeat: { count: 2, every: 0.2 } }),
        ],
        at: [],
      },
      {
        about: 'those that have been cut have gone',
        effects: [hear({ voices: 2, duration: 0.15, repeat: { count: 4, every: 0.1 } })],
        at: [],
      },
      { about: 'two at one instant', effects: [hear({ voices: 1, gap: 0, repeat: { count: 2, every: 0 } })], at: [] },
    ],
  },
  {
    name: 'levels',
    about: 'Decibels as a linear factor, times strength and nearness; pan by itself and by place.',
    cases: [
      {
        about: 'gain and strength',
        effects: [hear({ gain: -12, strength: 1.5 }), hear({ id: 'up', gain: 6, strength: { drive: 'damage', in: [0, 50], out: [0, 2] } })],
        payload: { damage: 20 },
        at: [],
      },
      {
        about: 'drawn',
        effects: [hear({ gain: { range: [-9, 3] }, rate: { range: [0.5, 2] }, pan: { range: [-1, 1] }, repeat: { count: 4, every: 0.1 } })],
        options: { seed: 13 },
        at: [],
      },
      {
        about: 'pan',
        effects: [hear({ pan: 0.4, panWidth: 200, from: 'source' }), hear({ id: 'far', pan: -0.9, panWidth: 100, from: 'source' })],
        at: [],
      },
    ],
  },
];
